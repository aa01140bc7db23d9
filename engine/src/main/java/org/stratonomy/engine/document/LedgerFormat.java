package org.stratonomy.engine.document;

import org.stratonomy.engine.ledger.Ledger;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** The ledger as JSON, described in docs/formats/ledger.md. */
public final class LedgerFormat {
  private LedgerFormat() {}

  public static ObjectNode write(Ledger ledger) {
    ObjectNode root = JsonMapper.shared().createObjectNode();
    root.put("format", "stratonomy-ledger");
    root.put("version", 1);
    root.put("timeSeconds", ledger.seconds());
    root.put("travelSeconds", ledger.travelSeconds());
    root.put("liftSeconds", ledger.liftSeconds());
    root.put("changeSeconds", ledger.changeSeconds());
    root.put("savedChanges", ledger.savedChanges());
    root.put("startMm", ledger.startMm());
    ArrayNode roles = root.putArray("roles");
    for (Ledger.RoleEntry entry : ledger.roles()) {
      roles
          .addObject()
          .put("role", entry.role().label())
          .put("timeSeconds", entry.seconds())
          .put("volumeMm3", entry.volumeMm3());
    }
    ArrayNode slots = root.putArray("slots");
    for (Ledger.SlotEntry entry : ledger.slots()) {
      slots
          .addObject()
          .put("slot", entry.slot())
          .put("filament", entry.filament())
          .put("lengthMm", entry.lengthMm())
          .put("volumeMm3", entry.volumeMm3())
          .put("massG", entry.massG())
          .put("cost", entry.cost());
    }
    ArrayNode stops = root.putArray("stops");
    for (Ledger.HaltEntry entry : ledger.halts()) {
      stops
          .addObject()
          .put("colourChange", entry.colourChange())
          .put("layer", entry.layer())
          .put("withinLayer", entry.withinLayer())
          .put("height", entry.heightMm())
          .put("atSeconds", entry.atSeconds())
          .put("seconds", entry.seconds())
          .put("fromSlot", entry.fromSlot())
          .put("toSlot", entry.toSlot())
          .put("strandMm", entry.strandMm())
          .put("note", entry.note())
          .set("kinds", JsonMapper.shared().valueToTree(entry.kinds()));
    }
    return root;
  }
}

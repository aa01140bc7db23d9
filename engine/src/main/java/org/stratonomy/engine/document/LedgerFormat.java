package org.stratonomy.engine.document;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.stratonomy.engine.ledger.Ledger;
import org.stratonomy.engine.plan.Origin;
import org.stratonomy.engine.plan.Plan;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;
import tools.jackson.dataformat.csv.CsvMapper;
import tools.jackson.dataformat.csv.CsvSchema;

/** The ledger as JSON and as comma-separated values, described in docs/formats/ledger.md. */
public final class LedgerFormat {
  private LedgerFormat() {}

  private static final CsvSchema COLUMNS =
      CsvSchema.builder()
          .addColumn("table")
          .addColumn("name")
          .addColumn("slot", CsvSchema.ColumnType.NUMBER)
          .addColumn("timeSeconds", CsvSchema.ColumnType.NUMBER)
          .addColumn("lengthMm", CsvSchema.ColumnType.NUMBER)
          .addColumn("volumeMm3", CsvSchema.ColumnType.NUMBER)
          .addColumn("massG", CsvSchema.ColumnType.NUMBER)
          .addColumn("cost", CsvSchema.ColumnType.NUMBER)
          .build()
          .withHeader();

  /**
   * Roles, times that lay nothing, shares of strata and regions, and filaments; what does not apply
   * to a row is empty.
   */
  public static String csv(Plan plan, Ledger ledger) {
    List<Map<String, Object>> rows = new ArrayList<>();
    for (Ledger.RoleEntry entry : ledger.roles()) {
      Map<String, Object> row = row("role", entry.role().label(), entry.seconds());
      row.put("volumeMm3", entry.volumeMm3());
      rows.add(row);
    }
    rows.add(row("other time", "travel", ledger.travelSeconds()));
    rows.add(row("other time", "from layer to layer", ledger.liftSeconds()));
    rows.add(row("other time", "changes and stops", ledger.changeSeconds()));
    rows.add(row("other time", "heating", ledger.heatingSeconds()));
    rows.add(row("other time", "cooling", ledger.coolingSeconds()));
    for (Ledger.Share share : ledger.shares()) {
      Map<String, Object> row = row("share", name(plan, share.origin()), share.seconds());
      row.put("volumeMm3", share.volumeMm3());
      row.put("massG", share.massG());
      row.put("cost", share.cost());
      rows.add(row);
    }
    for (Ledger.SlotEntry entry : ledger.slots()) {
      Map<String, Object> row = row("filament", entry.filament(), null);
      row.put("slot", entry.slot());
      row.put("lengthMm", entry.lengthMm());
      row.put("volumeMm3", entry.volumeMm3());
      row.put("massG", entry.massG());
      row.put("cost", entry.cost());
      rows.add(row);
    }
    return CsvMapper.shared().writer(COLUMNS).writeValueAsString(rows);
  }

  /** The id of a piece with its stratum, and with the regions in it. */
  private static String name(Plan plan, Origin origin) {
    if (!origin.hasPiece()) {
      return "beside the pieces";
    }
    String regions = String.join(", ", origin.regions());
    return "%s stratum %d %s"
        .formatted(plan.pieces().get(origin.piece()).id(), origin.stratum(), regions)
        .strip();
  }

  private static Map<String, Object> row(String table, String name, Double seconds) {
    Map<String, Object> row = new HashMap<>();
    row.put("table", table);
    row.put("name", name);
    row.put("timeSeconds", seconds);
    return row;
  }

  public static ObjectNode write(Plan plan, Ledger ledger) {
    ObjectNode root = JsonMapper.shared().createObjectNode();
    root.put("format", "stratonomy-ledger");
    root.put("version", 1);
    root.put("timeSeconds", ledger.seconds());
    root.put("travelSeconds", ledger.travelSeconds());
    root.put("liftSeconds", ledger.liftSeconds());
    root.put("changeSeconds", ledger.changeSeconds());
    root.put("heatingSeconds", ledger.heatingSeconds());
    root.put("coolingSeconds", ledger.coolingSeconds());
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
    ArrayNode shares = root.putArray("shares");
    for (Ledger.Share share : ledger.shares()) {
      ObjectNode one = shares.addObject();
      Origin origin = share.origin();
      if (origin.hasPiece()) {
        one.put("piece", plan.pieces().get(origin.piece()).id()).put("stratum", origin.stratum());
        ArrayNode regions = one.putArray("regions");
        origin.regions().forEach(regions::add);
      }
      one.put("timeSeconds", share.seconds())
          .put("volumeMm3", share.volumeMm3())
          .put("massG", share.massG())
          .put("cost", share.cost());
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
          .put(
              "piece",
              entry.piece() == Origin.NO_PIECE ? "" : plan.pieces().get(entry.piece()).id())
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

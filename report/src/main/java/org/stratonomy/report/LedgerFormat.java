package org.stratonomy.report;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.stratonomy.engine.ledger.Ledger;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.PrintedFor;
import org.stratonomy.engine.plan.Region;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;
import tools.jackson.dataformat.csv.CsvMapper;
import tools.jackson.dataformat.csv.CsvSchema;

/** The ledger as JSON and as comma-separated values, described in docs/formats/ledger.md. */
public final class LedgerFormat {
  /** What formulas begin with. */
  private static final String FORMULA = "=+-@\t\r";

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
          .addColumn("currency")
          .build()
          .withHeader();

  /**
   * Roles, times that lay nothing, shares of strata and regions, and filaments; what does not apply
   * to a row is empty.
   */
  public static String csv(Plan plan, Ledger ledger) {
    List<Map<String, Object>> rows = new ArrayList<>();
    for (Ledger.RoleEntry entry : ledger.roles()) {
      rows.add(row("role", entry.role().label(), entry, ledger));
    }
    rows.add(row("other time", "travel", ledger.travelSeconds()));
    rows.add(row("other time", "from layer to layer", ledger.liftSeconds()));
    rows.add(row("other time", "changes and stops", ledger.changeSeconds()));
    rows.add(row("other time", "heating", ledger.heatingSeconds()));
    rows.add(row("other time", "cooling", ledger.coolingSeconds()));
    for (Ledger.Share share : ledger.shares()) {
      rows.add(row("share", name(plan, share.origin()), share, ledger));
    }
    for (Ledger.SlotEntry entry : ledger.slots()) {
      Map<String, Object> row = row("filament", entry.filament(), entry, ledger);
      row.put("slot", entry.slot());
      rows.add(row);
    }
    rows.forEach(row -> row.replaceAll((column, value) -> harmless(value)));
    return CsvMapper.shared().writer(COLUMNS).writeValueAsString(rows);
  }

  /** A table calculator takes a text that begins like this for a formula. */
  private static Object harmless(Object value) {
    boolean isFormula =
        value instanceof String text && !text.isEmpty() && FORMULA.indexOf(text.charAt(0)) >= 0;
    return isFormula ? "'" + value : value;
  }

  /** A piece with its stratum, and with the regions in it, as the user calls them. */
  private static String name(Plan plan, PrintedFor origin) {
    if (!origin.hasPiece()) {
      return "beside the pieces";
    }
    Piece piece = plan.pieces().get(origin.piece());
    Stream<String> regions =
        piece.regions().stream()
            .filter(region -> origin.regions().contains(region.id()))
            .map(Region::name);
    String place = "%s, %s".formatted(piece.name(), piece.strata().text(origin.stratum()));
    return Stream.concat(Stream.of(place), regions).collect(Collectors.joining(", "));
  }

  private static Map<String, Object> row(
      String table, String name, Ledger.Entry entry, Ledger ledger) {
    Map<String, Object> row = row(table, name, entry.seconds());
    row.put("lengthMm", entry.lengthMm());
    row.put("volumeMm3", entry.volumeMm3());
    row.put("massG", entry.massG());
    row.put("cost", entry.cost());
    row.put("currency", ledger.currency());
    return row;
  }

  private static Map<String, Object> row(String table, String name, double seconds) {
    Map<String, Object> row = new HashMap<>();
    row.put("table", table);
    row.put("name", name);
    row.put("timeSeconds", seconds);
    return row;
  }

  private static void put(ObjectNode into, Ledger.Entry entry) {
    into.put("timeSeconds", entry.seconds())
        .put("lengthMm", entry.lengthMm())
        .put("volumeMm3", entry.volumeMm3())
        .put("massG", entry.massG())
        .put("cost", entry.cost());
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
    root.put("currency", ledger.currency());
    root.put("savedChanges", ledger.savedChanges());
    root.put("startMm", ledger.startMm());
    ArrayNode roles = root.putArray("roles");
    for (Ledger.RoleEntry entry : ledger.roles()) {
      put(roles.addObject().put("role", entry.role().label()), entry);
    }
    ArrayNode shares = root.putArray("shares");
    for (Ledger.Share share : ledger.shares()) {
      ObjectNode one = shares.addObject();
      PrintedFor origin = share.origin();
      if (origin.hasPiece()) {
        Piece piece = plan.pieces().get(origin.piece());
        one.put("piece", piece.id()).put("stratum", origin.stratum());
        if (!piece.strata().get(origin.stratum()).name().isBlank()) {
          one.put("name", piece.strata().get(origin.stratum()).name());
        }
        ArrayNode regions = one.putArray("regions");
        origin.regions().forEach(regions::add);
      }
      put(one, share);
    }
    ArrayNode slots = root.putArray("slots");
    for (Ledger.SlotEntry entry : ledger.slots()) {
      put(slots.addObject().put("slot", entry.slot()).put("filament", entry.filament()), entry);
    }
    ArrayNode stops = root.putArray("stops");
    for (Ledger.HaltEntry entry : ledger.halts()) {
      stops
          .addObject()
          .put("colourChange", entry.colourChange())
          .put("layer", entry.layer())
          .put(
              "piece",
              entry.piece() == PrintedFor.NO_PIECE ? "" : plan.pieces().get(entry.piece()).id())
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

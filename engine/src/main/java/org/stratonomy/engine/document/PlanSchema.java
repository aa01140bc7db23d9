package org.stratonomy.engine.document;

import org.stratonomy.engine.guard.PlainText;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** The JSON Schema of the plan file (draft 2020-12), made from the catalogue of settings. */
public final class PlanSchema {
  /** As many as a feeder or a machine with several nozzles can have. */
  static final int MOST_SLOTS = 64;

  static final int MOST_PIECES = 1000;
  static final int MOST_BODIES = 1000;
  static final int MOST_REGIONS = 1000;
  static final int MOST_RULES = 2000;
  static final int MOST_STOPS = 1000;
  static final int MOST_BOUNDARIES = 5000;
  static final int MOST_STEPS = 5000;
  static final int MOST_ACCEPTED = 2000;

  /** Numbers of layers are whole, and this is more than any print has. */
  static final int MOST_LAYERS = 1_000_000;

  private static final JsonMapper JSON = JsonMapper.shared();

  private PlanSchema() {}

  public static ObjectNode schema() {
    ObjectNode root = object("format", "version", "name", "machine", "slots", "pieces");
    root.put("$schema", "https://json-schema.org/draft/2020-12/schema");
    root.put("title", "Stratonomy plan");
    ObjectNode properties = (ObjectNode) root.get("properties");
    properties.putObject("format").put("const", PlanFormat.FORMAT);
    properties.putObject("version").put("const", PlanFormat.VERSION);
    properties.set("name", text("What the plan is called", 1, 200));
    properties.set("machine", text("Id of a machine on the shelf", 1, 100));
    properties.set(
        "slots",
        list(text("Id of a filament on the shelf", 1, 100), 1, MOST_SLOTS, "Filaments by slot"));
    properties.set("pieces", list(piece(), 1, MOST_PIECES, "What is placed on the bed"));
    properties.set(
        "rules", list(RuleFormat.schema(), 0, MOST_RULES, "The rule sheet, topmost rule first"));
    properties.set(
        "stops", list(StopFormat.schema(), 0, MOST_STOPS, "Where the machine waits, in any order"));
    properties.set("strata", strata("Height ranges through all pieces, lowest first"));
    properties.set("purging", PurgingFormat.schema());
    properties.set(
        "accepted",
        list(accepted(), 0, MOST_ACCEPTED, "Findings that are known and meant to be so"));
    return root;
  }

  private static ObjectNode strata(String description) {
    ObjectNode stratum = object("id");
    ObjectNode properties = (ObjectNode) stratum.get("properties");
    properties.set("id", text("What rules name it by, unique in its list", 1, 100));
    properties.set("name", text("What it is called; empty for none", 0, 100));
    properties.set("top", number("Upper boundary above the bed, mm; only the topmost has none"));
    return list(stratum, 0, MOST_BOUNDARIES + 1, description);
  }

  private static ObjectNode accepted() {
    ObjectNode accepted = object("finding");
    ObjectNode properties = (ObjectNode) accepted.get("properties");
    properties.set("finding", text("Id of a finding that is no error", 1, 300));
    properties.set("note", text("Why it is accepted", 0, 500));
    return accepted;
  }

  private static ObjectNode piece() {
    ObjectNode piece = object("id", "bodies");
    ObjectNode properties = (ObjectNode) piece.get("properties");
    properties.set("id", text("Unique within the plan", 1, 100));
    properties.set("name", text("What the piece is called; its id if missing", 1, 200));
    ObjectNode body = object("id", "mesh");
    ObjectNode bodyProperties = (ObjectNode) body.get("properties");
    bodyProperties.set("id", text("Unique within the piece", 1, 100));
    bodyProperties.set("name", text("What the body is called; its id if missing", 1, 200));
    bodyProperties.set("mesh", text("File of the mesh, beside the plan or in its archive", 1, 500));
    bodyProperties.set("shift", vector("Moves it against the other bodies, mm"));
    properties.set(
        "bodies", list(body, 1, MOST_BODIES, "Meshes that keep their positions to each other"));
    ObjectNode placement = object();
    ObjectNode placementProperties = (ObjectNode) placement.get("properties");
    placementProperties.set(
        "position", vector("Where the bounds' centre in X and Y and the lowest point stand, mm"));
    placementProperties.set("rotation", vector("Degrees about X, then Y, then Z"));
    placementProperties.set("scale", vector("Factors along the model's X, Y and Z"));
    properties.set("placement", placement);
    properties.set("strata", strata("Height ranges, lowest first; one if missing"));
    properties
        .putObject("fixed")
        .put("type", "boolean")
        .put("description", "Whether it stays where it is when pieces are arranged");
    properties.set(
        "regions",
        list(RegionFormat.schema(), 0, MOST_REGIONS, "Volumes in which other rules may hold"));
    return piece;
  }

  /** An object whose keys are listed; any other key is an error. */
  static ObjectNode object(String... required) {
    ObjectNode node = JSON.createObjectNode();
    node.put("type", "object");
    node.put("additionalProperties", false);
    ArrayNode names = node.putArray("required");
    for (String name : required) {
      names.add(name);
    }
    node.putObject("properties");
    return node;
  }

  static ObjectNode text(String description, int min, int max) {
    return JSON.createObjectNode()
        .put("type", "string")
        .put("description", description)
        .put("minLength", min)
        .put("maxLength", max)
        .put("pattern", PlainText.PATTERN);
  }

  static ObjectNode number(String description) {
    return JSON.createObjectNode().put("type", "number").put("description", description);
  }

  static ObjectNode list(ObjectNode items, int min, int max, String description) {
    ObjectNode list = JSON.createObjectNode();
    list.put("type", "array").put("description", description);
    list.put("minItems", min).put("maxItems", max);
    list.set("items", items);
    return list;
  }

  static ObjectNode vector(String description) {
    ObjectNode vector = JSON.createObjectNode();
    vector.put("type", "array").put("description", description);
    vector.put("minItems", 3).put("maxItems", 3);
    vector.putObject("items").put("type", "number");
    return vector;
  }
}

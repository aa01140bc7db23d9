package org.stratonomy.engine.document;

import com.networknt.schema.Error;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Rule;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.problem.Problem;
import tools.jackson.core.JacksonException;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * The plan document as JSON, described in docs/formats/plan.md. Reading checks the document against
 * {@link PlanSchema}; an unknown key, a missing one or a value of the wrong kind is an error that
 * names it.
 */
public final class PlanFormat {
  public static final String FORMAT = "stratonomy-plan";
  public static final int VERSION = 1;

  private static final JsonMapper JSON =
      JsonMapper.builder().enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION).build();
  private static final Schema SCHEMA =
      SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
          .getSchema(PlanSchema.schema());
  private static final int ERRORS_SHOWN = 5;

  private PlanFormat() {}

  /**
   * @throws Problem if the text is no JSON or does not follow the schema
   */
  public static Plan parse(String name, String json) {
    try {
      return read(name, JSON.readTree(json));
    } catch (JacksonException e) {
      throw new Problem(
          Problem.Kind.PLAN_FORMAT,
          name,
          "It is not JSON: %s.".formatted(e.getOriginalMessage()),
          e.getLocation() == null
              ? "Correct the text."
              : "Look at line %d, column %d."
                  .formatted(e.getLocation().getLineNr(), e.getLocation().getColumnNr()));
    }
  }

  /**
   * @param name what to call the document in an error
   * @throws Problem if the document does not follow the schema
   */
  public static Plan read(String name, JsonNode document) {
    List<Error> errors = SCHEMA.validate(document);
    if (!errors.isEmpty()) {
      throw new Problem(
          Problem.Kind.PLAN_FORMAT,
          name,
          errors.stream()
                  .limit(ERRORS_SHOWN)
                  .map(PlanFormat::sentence)
                  .distinct()
                  .collect(Collectors.joining("; "))
              + ".",
          "docs/formats/plan.md lists the keys and their values.");
    }
    return plan(document);
  }

  private static String sentence(Error error) {
    String at = error.getInstanceLocation().toString();
    return (at.isEmpty() ? "the plan" : at) + ": " + error.getMessage();
  }

  private static Plan plan(JsonNode node) {
    List<Piece> pieces = new ArrayList<>();
    node.path("pieces").forEach(piece -> pieces.add(piece(piece)));
    List<Rule> rules = new ArrayList<>();
    node.path("rules").forEach(rule -> rules.add(RuleFormat.read(rule)));
    List<Stop> stops = new ArrayList<>();
    for (JsonNode stop : node.path("stops")) {
      stops.add(
          new Stop(
              stop.path("id").asString("stop-" + (stops.size() + 1)),
              stop.get("height").asDouble(),
              stop.path("note").asString("")));
    }
    return new Plan(
        node.get("name").asString(),
        node.get("machine").asString(),
        texts(node.get("slots")),
        pieces,
        rules,
        stops);
  }

  private static Piece piece(JsonNode node) {
    String id = node.get("id").asString();
    List<Body> bodies = new ArrayList<>();
    for (JsonNode body : node.get("bodies")) {
      String bodyId = body.get("id").asString();
      bodies.add(new Body(bodyId, body.path("name").asString(bodyId), body.get("mesh").asString()));
    }
    JsonNode placement = node.path("placement");
    List<Double> boundaries = new ArrayList<>();
    node.path("boundaries").forEach(height -> boundaries.add(height.asDouble()));
    List<Region> regions = new ArrayList<>();
    node.path("regions").forEach(region -> regions.add(RegionFormat.read(region)));
    return new Piece(
        id,
        node.path("name").asString(id),
        bodies,
        new Placement(
            vector(placement.path("position"), 0),
            vector(placement.path("rotation"), 0),
            vector(placement.path("scale"), 1)),
        boundaries,
        regions);
  }

  private static Placement.Vector vector(JsonNode node, double missing) {
    return node.isArray()
        ? new Placement.Vector(
            node.get(0).asDouble(), node.get(1).asDouble(), node.get(2).asDouble())
        : new Placement.Vector(missing, missing, missing);
  }

  static List<String> texts(JsonNode node) {
    List<String> texts = new ArrayList<>();
    node.forEach(text -> texts.add(text.asString()));
    return texts;
  }

  /** The document of a plan; {@link #read} gives back an equal plan. */
  public static ObjectNode write(Plan plan) {
    ObjectNode root = JSON.createObjectNode();
    root.put("format", FORMAT);
    root.put("version", VERSION);
    root.put("name", plan.name());
    root.put("machine", plan.machine());
    ArrayNode slots = root.putArray("slots");
    plan.slots().forEach(slots::add);
    ArrayNode pieces = root.putArray("pieces");
    plan.pieces().forEach(piece -> write(piece, pieces.addObject()));
    ArrayNode rules = root.putArray("rules");
    plan.rules().forEach(rule -> RuleFormat.write(rule, rules.addObject()));
    ArrayNode stops = root.putArray("stops");
    for (Stop stop : plan.stops()) {
      stops
          .addObject()
          .put("id", stop.id())
          .put("height", stop.heightMm())
          .put("note", stop.note());
    }
    return root;
  }

  private static void write(Piece piece, ObjectNode node) {
    node.put("id", piece.id());
    node.put("name", piece.name());
    ArrayNode bodies = node.putArray("bodies");
    for (Body body : piece.bodies()) {
      bodies.addObject().put("id", body.id()).put("name", body.name()).put("mesh", body.mesh());
    }
    ObjectNode placement = node.putObject("placement");
    write(piece.placement().position(), placement.putArray("position"));
    write(piece.placement().rotation(), placement.putArray("rotation"));
    write(piece.placement().scale(), placement.putArray("scale"));
    ArrayNode boundaries = node.putArray("boundaries");
    piece.boundaries().forEach(boundaries::add);
    if (!piece.regions().isEmpty()) {
      ArrayNode regions = node.putArray("regions");
      piece.regions().forEach(region -> RegionFormat.write(region, regions.addObject()));
    }
  }

  static void write(Placement.Vector vector, ArrayNode node) {
    node.add(vector.x()).add(vector.y()).add(vector.z());
  }
}

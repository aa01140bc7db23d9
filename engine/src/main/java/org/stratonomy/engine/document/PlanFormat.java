package org.stratonomy.engine.document;

import com.networknt.schema.Schema;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.stratonomy.engine.guard.PlainText;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Purging;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.plan.Strata;
import org.stratonomy.engine.plan.Stratum;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Rule;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;
import tools.jackson.databind.node.StringNode;

/**
 * The plan document as JSON, described in docs/formats/plan.md. Reading checks the document against
 * {@link PlanSchema}; an unknown key, a missing one or a value of the wrong kind is an error that
 * names it. Documents of {@link FirstPlanFormat version 1} are read, too.
 */
public final class PlanFormat {
  public static final String FORMAT = "stratonomy-plan";
  public static final int VERSION = 2;

  private static final JsonMapper JSON =
      JsonMapper.builder().enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION).build();
  private static final Schema SCHEMA = SchemaCheck.schema(PlanSchema.schema());

  private PlanFormat() {}

  /**
   * @throws Problem if the text is no JSON or does not follow the schema
   */
  public static Plan parse(String name, String json) {
    return read(name, JsonText.read(JSON, Problem.Kind.PLAN_FORMAT, name, json));
  }

  /**
   * A plan as another version kept it: characters that texts may not have now become spaces.
   *
   * @throws Problem if the text is no JSON or does not follow the schema
   */
  public static Plan kept(String name, String json) {
    JsonNode document = JsonText.read(JSON, Problem.Kind.PLAN_FORMAT, name, json);
    // Most have none, and are read as they are.
    return read(
        name,
        json.indexOf('\\') < 0 && PlainText.isPlainLines(json) ? document : cleaned(document));
  }

  private static JsonNode cleaned(JsonNode node) {
    return switch (node) {
      case ObjectNode object -> {
        ObjectNode clean = JSON.createObjectNode();
        object.properties().forEach(entry -> clean.set(entry.getKey(), cleaned(entry.getValue())));
        yield clean;
      }
      case ArrayNode array -> {
        ArrayNode clean = JSON.createArrayNode();
        array.forEach(item -> clean.add(cleaned(item)));
        yield clean;
      }
      default -> node.isString() ? StringNode.valueOf(PlainText.cleaned(node.asString())) : node;
    };
  }

  /**
   * @param name what to call the document in an error
   * @throws Problem if the document does not follow the schema
   */
  public static Plan read(String name, JsonNode document) {
    int version = document.path("version").asInt(0);
    if (document.isObject() && version > VERSION) {
      throw new Problem(
          Problem.Kind.PLAN_FORMAT,
          name,
          "It is of format %d, made by a newer version of Stratonomy; this one reads up to %d."
              .formatted(version, VERSION),
          "Open it with that version.");
    }
    JsonNode current =
        FirstPlanFormat.is(document) ? FirstPlanFormat.current(name, document) : document;
    SchemaCheck.check(SCHEMA, name, current);
    Plan plan = plan(name, current);
    return current == document ? plan : FirstPlanFormat.identified(plan);
  }

  private static Plan plan(String name, JsonNode node) {
    List<Piece> pieces = new ArrayList<>();
    node.path("pieces").forEach(piece -> pieces.add(piece(name, piece)));
    List<Rule> rules = new ArrayList<>();
    node.path("rules").forEach(rule -> rules.add(RuleFormat.read(rule)));
    List<Stop> stops = new ArrayList<>();
    for (JsonNode stop : node.path("stops")) {
      stops.add(StopFormat.read(stop, "stop-" + (stops.size() + 1)));
    }
    return new Plan(
        node.get("name").asString(),
        node.get("machine").asString(),
        texts(node.get("slots")),
        pieces,
        rules,
        stops,
        strata(name, "plan", node.path("strata")),
        PurgingFormat.read(node.path("purging")),
        accepted(node.path("accepted")));
  }

  private static List<Plan.Accepted> accepted(JsonNode node) {
    List<Plan.Accepted> accepted = new ArrayList<>();
    for (JsonNode one : node) {
      accepted.add(new Plan.Accepted(one.get("finding").asString(), one.path("note").asString("")));
    }
    return accepted;
  }

  private static Strata strata(String name, String of, JsonNode node) {
    List<Stratum> strata = new ArrayList<>();
    Set<String> ids = new HashSet<>();
    for (JsonNode one : node) {
      String id = one.get("id").asString();
      boolean isTopmost = strata.size() + 1 == node.size();
      if (!ids.add(id)) {
        throw bad(name, of, "Two strata have the id '%s'.".formatted(id), "Rename one of them.");
      }
      if (one.has("top") == isTopmost) {
        throw bad(
            name,
            of,
            isTopmost
                ? "The topmost stratum has a 'top'."
                : "Stratum '%s' has no 'top'.".formatted(id),
            "Give each stratum a 'top' but the last one in the list.");
      }
      double top = one.path("top").asDouble(Stratum.OPEN);
      if (!strata.isEmpty() && top <= strata.getLast().top()) {
        throw bad(
            name,
            of,
            "Stratum '%s' ends below the one under it.".formatted(id),
            "List strata from the lowest to the topmost.");
      }
      strata.add(new Stratum(id, one.path("name").asString(""), top));
    }
    return strata.isEmpty() ? Strata.UNDIVIDED : new Strata(strata);
  }

  private static Problem bad(String name, String of, String reason, String remedy) {
    return new Problem(Problem.Kind.PLAN_FORMAT, name, "%s: %s".formatted(of, reason), remedy);
  }

  private static Piece piece(String name, JsonNode node) {
    String id = node.get("id").asString();
    List<Body> bodies = new ArrayList<>();
    for (JsonNode body : node.get("bodies")) {
      String bodyId = body.get("id").asString();
      bodies.add(
          new Body(
              bodyId,
              body.path("name").asString(bodyId),
              body.get("mesh").asString(),
              vector(body.path("shift"), 0)));
    }
    JsonNode placement = node.path("placement");
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
        strata(name, id, node.path("strata")),
        regions,
        node.path("fixed").asBoolean(false));
  }

  private static Vector vector(JsonNode node, double missing) {
    return node.isArray()
        ? new Vector(node.get(0).asDouble(), node.get(1).asDouble(), node.get(2).asDouble())
        : new Vector(missing, missing, missing);
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
    plan.stops().forEach(stop -> StopFormat.write(stop, stops.addObject()));
    if (!plan.strata().equals(Strata.UNDIVIDED)) {
      write(plan.strata(), root.putArray("strata"));
    }
    if (!plan.purging().equals(Purging.BY_ITSELF)) {
      PurgingFormat.write(plan.purging(), root.putObject("purging"));
    }
    if (!plan.accepted().isEmpty()) {
      ArrayNode accepted = root.putArray("accepted");
      for (Plan.Accepted one : plan.accepted()) {
        accepted.addObject().put("finding", one.finding()).put("note", one.note());
      }
    }
    return root;
  }

  private static void write(Piece piece, ObjectNode node) {
    node.put("id", piece.id());
    node.put("name", piece.name());
    ArrayNode bodies = node.putArray("bodies");
    for (Body body : piece.bodies()) {
      ObjectNode one = bodies.addObject();
      one.put("id", body.id()).put("name", body.name()).put("mesh", body.mesh());
      if (!body.shift().equals(Vector.ZERO)) {
        write(body.shift(), one.putArray("shift"));
      }
    }
    ObjectNode placement = node.putObject("placement");
    write(piece.placement().position(), placement.putArray("position"));
    write(piece.placement().rotation(), placement.putArray("rotation"));
    write(piece.placement().scale(), placement.putArray("scale"));
    write(piece.strata(), node.putArray("strata"));
    if (piece.fixed()) {
      node.put("fixed", true);
    }
    if (!piece.regions().isEmpty()) {
      ArrayNode regions = node.putArray("regions");
      piece.regions().forEach(region -> RegionFormat.write(region, regions.addObject()));
    }
  }

  private static void write(Strata strata, ArrayNode node) {
    for (Stratum stratum : strata.all()) {
      ObjectNode one = node.addObject().put("id", stratum.id());
      if (!stratum.name().isEmpty()) {
        one.put("name", stratum.name());
      }
      if (stratum.top() < Stratum.OPEN) {
        one.put("top", stratum.top());
      }
    }
  }

  static void write(Vector vector, ArrayNode node) {
    node.add(vector.x()).add(vector.y()).add(vector.z());
  }
}

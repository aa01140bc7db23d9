package org.stratonomy.engine.document;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Scope.Layers;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Rules in the plan document. */
final class RuleFormat {
  private RuleFormat() {}

  static ObjectNode schema() {
    ObjectNode rule = PlanSchema.object("where", "set");
    ObjectNode properties = (ObjectNode) rule.get("properties");
    properties.set("id", PlanSchema.text("Unique within the plan; made up if missing", 1, 200));
    properties.set("where", whereSchema());
    properties.set("set", ValueFormat.schema());
    properties.putObject("on").put("type", "boolean");
    properties.set(
        "recipe", PlanSchema.text("Recipe that the values were taken from last", 1, 100));
    return rule;
  }

  static ObjectNode whereSchema() {
    ObjectNode where = PlanSchema.object();
    ObjectNode limits = (ObjectNode) where.get("properties");
    limits.set("pieces", ids("Id of a piece", "Only these pieces"));
    limits.set("bodies", ids("Id of a body", "Only these bodies"));
    limits.set("strata", strata("Only these strata of pieces"));
    limits.set("regions", ids("Id of a region", "Only inside of one of these regions"));
    ObjectNode role = JsonMapper.shared().createObjectNode();
    ArrayNode roles = role.putArray("enum");
    for (Role known : Role.values()) {
      roles.add(known.label());
    }
    limits.set(
        "roles", PlanSchema.list(role, 0, Role.values().length, "Only lines of these roles"));
    ObjectNode layers = PlanSchema.object("from");
    ObjectNode span = (ObjectNode) layers.get("properties");
    ArrayNode froms = span.putObject("from").putArray("enum");
    for (Layers.From from : Layers.From.values()) {
      froms.add(name(from));
    }
    span.set("first", count());
    span.set("last", count());
    limits.set("layers", layers);
    limits.set("planStrata", strata("Only these strata of the plan"));
    return where;
  }

  private static ObjectNode ids(String item, String list) {
    return PlanSchema.list(PlanSchema.text(item, 1, 100), 0, PlanSchema.MOST_BODIES, list);
  }

  private static ObjectNode strata(String list) {
    return PlanSchema.list(
        PlanSchema.text("Id of a stratum", 1, 100), 0, PlanSchema.MOST_BOUNDARIES + 1, list);
  }

  private static ObjectNode count() {
    return JsonMapper.shared()
        .createObjectNode()
        .put("type", "integer")
        .put("minimum", 1)
        .put("maximum", PlanSchema.MOST_LAYERS);
  }

  static Rule read(JsonNode node) {
    return new Rule(
        node.path("id").asString(""),
        where(node.get("where")),
        ValueFormat.read(node.get("set")),
        node.path("on").asBoolean(true),
        node.path("recipe").asString(""));
  }

  static Scope where(JsonNode node) {
    List<Role> roles =
        PlanFormat.texts(node.path("roles")).stream()
            .map(label -> Role.byLabel(label).orElseThrow())
            .toList();
    return new Scope(
        PlanFormat.texts(node.path("pieces")),
        PlanFormat.texts(node.path("bodies")),
        PlanFormat.texts(node.path("strata")),
        PlanFormat.texts(node.path("regions")),
        roles,
        node.has("layers") ? Optional.of(layers(node.get("layers"))) : Optional.empty(),
        PlanFormat.texts(node.path("planStrata")));
  }

  private static Layers layers(JsonNode node) {
    return new Layers(
        Layers.From.valueOf(node.get("from").asString().toUpperCase(Locale.ROOT)),
        node.path("first").asInt(1),
        node.path("last").asInt(Layers.OPEN));
  }

  private static String name(Layers.From from) {
    return from.name().toLowerCase(Locale.ROOT);
  }

  static void write(Rule rule, ObjectNode node) {
    if (!rule.id().isEmpty()) {
      node.put("id", rule.id());
    }
    node.set("where", write(rule.where()));
    if (!rule.on()) {
      node.put("on", false);
    }
    if (!rule.recipe().isEmpty()) {
      node.put("recipe", rule.recipe());
    }
    node.set("set", ValueFormat.write(rule.set()));
  }

  static ObjectNode write(Scope limits) {
    ObjectNode where = JsonMapper.shared().createObjectNode();
    texts(where, "pieces", limits.pieces());
    texts(where, "bodies", limits.bodies());
    texts(where, "strata", limits.strata());
    texts(where, "regions", limits.regions());
    texts(where, "roles", limits.roles().stream().map(Role::label).toList());
    limits.layers().ifPresent(layers -> write(layers, where.putObject("layers")));
    texts(where, "planStrata", limits.planStrata());
    return where;
  }

  private static void write(Layers layers, ObjectNode node) {
    node.put("from", name(layers.from())).put("first", layers.first());
    if (layers.last() != Layers.OPEN) {
      node.put("last", layers.last());
    }
  }

  private static void texts(ObjectNode where, String key, List<String> texts) {
    if (!texts.isEmpty()) {
      texts.forEach(where.putArray(key)::add);
    }
  }
}

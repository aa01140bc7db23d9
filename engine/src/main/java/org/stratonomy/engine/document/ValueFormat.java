package org.stratonomy.engine.document;

import com.networknt.schema.Schema;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.stratonomy.engine.guard.PlainText;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Scope.Layers;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Values of settings in documents: each a number, a choice, or a course over the layers. */
public final class ValueFormat {
  private static final Schema SCHEMA = SchemaCheck.schema(schema());

  private ValueFormat() {}

  /** Of an object with values by the ids of settings. */
  static ObjectNode schema() {
    ObjectNode set = PlanSchema.object();
    ObjectNode values = (ObjectNode) set.get("properties");
    for (Setting setting : Setting.values()) {
      values.set(setting.id(), schema(setting));
    }
    return set;
  }

  private static ObjectNode schema(Setting setting) {
    ObjectNode value = JsonMapper.shared().createObjectNode();
    value.put("title", setting.label());
    value.put("description", setting.description());
    if (!setting.unit().isEmpty()) {
      value.put("x-unit", setting.unit());
    }
    if (setting.isChoice()) {
      ArrayNode choices = value.putArray("enum");
      setting.choices().forEach(choices::add);
    } else if (setting.canCourse()) {
      ArrayNode either = value.putArray("anyOf");
      either.add(number(setting));
      either.add(course(number(setting)));
    } else {
      value.setAll(number(setting));
    }
    return value;
  }

  private static ObjectNode number(Setting setting) {
    return JsonMapper.shared()
        .createObjectNode()
        .put("type", setting.isWhole() ? "integer" : "number")
        .put("minimum", setting.min())
        .put("maximum", setting.max());
  }

  private static ObjectNode course(ObjectNode value) {
    ObjectNode course = PlanSchema.object("steps");
    ObjectNode properties = (ObjectNode) course.get("properties");
    ArrayNode froms = properties.putObject("from").putArray("enum");
    for (Layers.From from : Layers.From.values()) {
      froms.add(name(from));
    }
    properties.putObject("ramp").put("type", "boolean");
    ObjectNode step = PlanSchema.object("layer", "value");
    ObjectNode parts = (ObjectNode) step.get("properties");
    parts
        .putObject("layer")
        .put("type", "integer")
        .put("minimum", 1)
        .put("maximum", PlanSchema.MOST_LAYERS);
    parts.set("value", value);
    properties.set(
        "steps", PlanSchema.list(step, 1, PlanSchema.MOST_STEPS, "From a layer on, a value holds"));
    return course;
  }

  /**
   * Values by the ids of settings.
   *
   * @param name what to call them in an error
   * @throws org.stratonomy.engine.problem.Problem if a setting is unknown or a value of the wrong
   *     kind
   */
  public static Map<Setting, Value> read(String name, JsonNode set) {
    SchemaCheck.check(SCHEMA, name, set);
    return read(set);
  }

  static Map<Setting, Value> read(JsonNode set) {
    Map<Setting, Value> values = new EnumMap<>(Setting.class);
    for (Map.Entry<String, JsonNode> entry : set.properties()) {
      values.put(Setting.byId(entry.getKey()).orElseThrow(), value(entry.getValue()));
    }
    return values;
  }

  /** Of a value of any setting: a number, also as people type it, a choice, or a course. */
  static ObjectNode anySchema() {
    ObjectNode value = JsonMapper.shared().createObjectNode();
    ArrayNode either = value.putArray("anyOf");
    either.add(PlanSchema.text("A choice, or a number as people type it", 0, 100));
    either.addObject().put("type", "number");
    either.add(course(JsonMapper.shared().createObjectNode().put("type", "number")));
    return value;
  }

  /**
   * The number that a text means, where a setting is one; any other value as it is.
   *
   * @throws Problem if the text is no number
   */
  static Value typed(Setting setting, Value value) {
    return value instanceof Value.Word text && !setting.isChoice()
        ? number(setting, text.value())
        : value;
  }

  private static Value number(Setting setting, String text) {
    try {
      double number = Double.parseDouble(text.strip().replace(',', '.'));
      if (Double.isFinite(number)) {
        return Value.of(number);
      }
    } catch (NumberFormatException e) {
      // The error below says it, as for infinite numbers.
    }
    throw new Problem(
        Problem.Kind.PLAN,
        "the edit",
        "'%s' is not a number.".formatted(PlainText.shown(text)),
        "Give %s as a number.".formatted(setting.label()));
  }

  static Value value(JsonNode node) {
    if (node.isObject()) {
      List<Value.Course.Step> steps = new ArrayList<>();
      for (JsonNode step : node.get("steps")) {
        steps.add(new Value.Course.Step(step.get("layer").asInt(), step.get("value").asDouble()));
      }
      Layers.From from =
          Layers.From.valueOf(node.path("from").asString("piece").toUpperCase(Locale.ROOT));
      return new Value.Course(from, node.path("ramp").asBoolean(false), steps);
    }
    return node.isString() ? Value.of(node.asString()) : Value.of(node.asDouble());
  }

  public static ObjectNode write(Map<Setting, Value> values) {
    ObjectNode set = JsonMapper.shared().createObjectNode();
    values.forEach((setting, value) -> write(set, setting, value));
    return set;
  }

  private static void write(ObjectNode set, Setting setting, Value value) {
    switch (value) {
      case Value.Number n -> number(set, setting, setting.id(), n.value());
      case Value.Word c -> set.put(setting.id(), c.value());
      case Value.Course course -> {
        ObjectNode node = set.putObject(setting.id());
        node.put("from", name(course.from()));
        if (course.ramp()) {
          node.put("ramp", true);
        }
        ArrayNode steps = node.putArray("steps");
        for (Value.Course.Step step : course.steps()) {
          number(steps.addObject().put("layer", step.layer()), setting, "value", step.value());
        }
      }
    }
  }

  private static void number(ObjectNode node, Setting setting, String key, double value) {
    if (setting.isWhole()) {
      node.put(key, (int) value);
    } else {
      node.put(key, value);
    }
  }

  private static String name(Layers.From from) {
    return from.name().toLowerCase(Locale.ROOT);
  }
}

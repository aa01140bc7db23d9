package org.stratonomy.engine.document;

import java.util.Arrays;
import java.util.List;
import java.util.OptionalDouble;
import org.stratonomy.engine.plan.Stop;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** A stop of a plan, as JSON. */
final class StopFormat {
  private static final int MOST_COMMANDS = 200;
  private static final int LONGEST_COMMAND = 200;

  private StopFormat() {}

  /**
   * @param missingId given to a stop without one
   */
  static Stop read(JsonNode node, String missingId) {
    return new Stop(
        node.path("id").asString(missingId),
        node.get("height").asDouble(),
        node.path("note").asString(""),
        event(node));
  }

  private static Stop.Event event(JsonNode node) {
    String kind = node.path("kind").asString(Stop.Kind.PAUSE.label());
    return switch (Stop.Kind.byLabel(kind).orElseThrow()) {
      case MESSAGE -> new Stop.Message();
      case COMMANDS -> new Stop.Commands(PlanFormat.texts(node.path("commands")));
      case PAUSE -> new Stop.Pause(waiting(node));
      case FILLING -> new Stop.Filling(waiting(node));
    };
  }

  private static Stop.Waiting waiting(JsonNode node) {
    return new Stop.Waiting(
        number(node, "lift"),
        PurgingFormat.place(node.path("park")),
        number(node, "nozzle"),
        number(node, "seconds"),
        node.path("purge").asDouble(0),
        Stop.Told.byLabel(node.path("told").asString("")));
  }

  private static OptionalDouble number(JsonNode node, String key) {
    return node.has(key) ? OptionalDouble.of(node.get(key).asDouble()) : OptionalDouble.empty();
  }

  static void write(Stop stop, ObjectNode node) {
    if (!stop.id().isEmpty()) {
      node.put("id", stop.id());
    }
    node.put("height", stop.heightMm());
    if (stop.kind() != Stop.Kind.PAUSE) {
      node.put("kind", stop.kind().label());
    }
    node.put("note", stop.note());
    switch (stop.event()) {
      case Stop.Message() -> {}
      case Stop.Commands(List<String> lines) -> lines.forEach(node.putArray("commands")::add);
      case Stop.Wait wait -> write(wait.waiting(), node);
    }
  }

  private static void write(Stop.Waiting waiting, ObjectNode node) {
    waiting.liftMm().ifPresent(lift -> node.put("lift", lift));
    waiting.park().ifPresent(at -> node.putArray("park").add(at.x()).add(at.y()));
    waiting.nozzleC().ifPresent(celsius -> node.put("nozzle", celsius));
    waiting.seconds().ifPresent(seconds -> node.put("seconds", seconds));
    if (waiting.purgeMm() != 0) {
      node.put("purge", waiting.purgeMm());
    }
    waiting.told().ifPresent(told -> node.put("told", told.label()));
  }

  static ObjectNode schema() {
    ObjectNode stop = PlanSchema.object("height");
    ObjectNode properties = (ObjectNode) stop.get("properties");
    properties.set("id", PlanSchema.text("Unique within the plan; given if missing", 1, 100));
    properties.set("height", PlanSchema.number("Before the layer that starts at this height, mm"));
    ObjectNode kind = properties.putObject("kind");
    kind.put("description", "What happens; a pause if missing");
    ArrayNode kinds = kind.putArray("enum");
    Arrays.stream(Stop.Kind.values()).map(Stop.Kind::label).forEach(kinds::add);
    properties.set("note", PlanSchema.text("Note to the operator", 0, 200));
    properties.set("lift", range("How far the nozzle is lifted, mm", 500));
    properties.set(
        "park",
        PurgingFormat.placeSchema("Where the head waits, mm; the machine's place if missing"));
    properties.set("nozzle", range("Temperature of the nozzle meanwhile, °C", 500));
    properties.set("seconds", range("How long the operator is expected to take, s", 86_400));
    properties.set("purge", range("Filament extruded before the print goes on, mm", 1000));
    ObjectNode told = properties.putObject("told");
    told.put("description", "How the machine is stopped; as its dialect does it if missing");
    ArrayNode ways = told.putArray("enum");
    Arrays.stream(Stop.Told.values()).map(Stop.Told::label).forEach(ways::add);
    ObjectNode commands =
        PlanSchema.list(
            PlanSchema.text("A line", 0, LONGEST_COMMAND),
            0,
            MOST_COMMANDS,
            "Lines of own commands");
    properties.set("commands", commands);
    return stop;
  }

  private static ObjectNode range(String description, double most) {
    return PlanSchema.number(description).put("minimum", 0).put("maximum", most);
  }
}

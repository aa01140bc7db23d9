package org.stratonomy.engine.document;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import org.stratonomy.engine.plan.Filament;
import org.stratonomy.engine.plan.Machine;
import org.stratonomy.engine.plan.Purging;
import org.stratonomy.engine.plan.Shelf;
import org.stratonomy.engine.plan.Value;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.program.ProgramName;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * Machines and filaments as JSON, and the one place that says what may be in them: the shelf's
 * file, the API and the interface derive from it.
 */
public final class ShelfFormat {
  private static final JsonMapper JSON = JsonMapper.shared();

  /** What a field holds. */
  public enum Kind {
    TEXT,
    NUMBER,
    CHOICE,
    COLOUR
  }

  /**
   * A field of a machine or a filament.
   *
   * @param min least number
   * @param max largest number
   * @param choices that a choice is made among
   */
  public record Field(
      String key,
      String label,
      String group,
      String unit,
      Kind kind,
      double min,
      double max,
      List<String> choices,
      String description) {}

  public static final List<Field> MACHINE =
      List.of(
          text("name", "Name", "Machine", "What it is called."),
          number("bedX", "Bed, X", "Room", "mm", 10, 5000, "Width; X 0 is its left edge."),
          number("bedY", "Bed, Y", "Room", "mm", 10, 5000, "Depth; Y 0 is its front edge."),
          number("heightMm", "Height", "Room", "mm", 10, 5000, "Largest height of a print."),
          number("nozzleMm", "Nozzle", "Nozzle", "mm", 0.1, 3, "Diameter of its opening."),
          number("nozzleMaxC", "Nozzle up to", "Nozzle", "°C", 100, 500, "The hottest it may get."),
          number("bedMaxC", "Bed up to", "Nozzle", "°C", 0, 250, "The hottest it may get."),
          number(
              "accelerationMmS2",
              "Acceleration",
              "Motion",
              "mm/s²",
              50,
              100_000,
              "Along the path."),
          number(
              "junctionMm",
              "Corner deviation",
              "Motion",
              "mm",
              0.001,
              1,
              "From it follows how fast corners are taken."),
          number("maxSpeedXy", "Speed, X and Y, up to", "Motion", "mm/s", 5, 2000, "Its limit."),
          number("maxSpeedZ", "Speed, Z, up to", "Motion", "mm/s", 0.5, 500, "Its limit."),
          number("travelSpeed", "Travel speed", "Motion", "mm/s", 5, 2000, "Without extrusion."),
          choice(
              "tools",
              "Filament is changed",
              "Changes",
              List.of(Machine.BY_HAND, Machine.FEEDER, Machine.NOZZLES),
              "By the operator, by a feeder, or with a nozzle for each filament."),
          number(
              "slots",
              "Slots",
              "Changes",
              "",
              1,
              64,
              "How many filaments its feeder holds, or how many nozzles there are."),
          number(
              "changeSeconds",
              "A change takes",
              "Changes",
              "s",
              0,
              3600,
              "By the feeder, by the operator's hand, or from nozzle to nozzle."),
          number(
              "meltMm3",
              "Melt that mixes",
              "Changes",
              "mm³",
              1,
              1000,
              "Filament in the melt zone; from it follows what a change purges."),
          number(
              "nozzleStepX",
              "Next nozzle, X",
              "Several nozzles",
              "mm",
              -300,
              300,
              "From each nozzle to the next; the first one is where the program says."),
          number(
              "nozzleStepY",
              "Next nozzle, Y",
              "Several nozzles",
              "mm",
              -300,
              300,
              "From each nozzle to the next."),
          number(
              "primeMm3",
              "Pushed out after a wait",
              "Several nozzles",
              "mm³",
              0,
              1000,
              "By a nozzle that waited, before it prints."),
          number(
              "standbyC",
              "Waits cooler by",
              "Several nozzles",
              "°C",
              0,
              300,
              "A nozzle that is not needed for long; it is hot again when its turn comes."),
          number(
              "heatingCPerS",
              "Gets hotter by",
              "Several nozzles",
              "°C/s",
              0.1,
              100,
              "From it follows how far ahead of its turn a nozzle is heated."),
          number(
              "idleSeconds",
              "Motors let go after",
              "Stops",
              "s",
              0,
              86_400,
              "Stops hold the motors longer; 0 if they never let go."),
          number("parkX", "Waits at X", "Stops", "mm", 0, 5000, "Where the head waits."),
          number("parkY", "Waits at Y", "Stops", "mm", 0, 5000, "Where the head waits."),
          number("parkLiftMm", "Lifts by", "Stops", "mm", 0.2, 200, "Before it goes there."),
          choice(
              "dialect",
              "Dialect",
              "Program",
              Machine.DIALECTS.values().stream().flatMap(List::stream).sorted().toList(),
              "How changes are told. feeder: tool numbers; hand-change: the firmware's own change"
                  + " (M600); hand-pause: a pause (M0); hand-wait: a signal and a wait (G4);"
                  + " nozzles: tool numbers, with a temperature for each nozzle; -macros: macros"
                  + " that the machine keeps for start, change, pause and end."),
          text(
              "fileName",
              "File name",
              "Program",
              "Of programs: {{plan}}, {{machine}}, {{filaments}}, {{colours}}, {{materials}},"
                  + " {{nozzle}}, {{layerHeight}}, {{layers}}, {{time}}, {{stops}}."));

  /** What fields are that older files do not know. */
  static final Map<String, Object> LATER =
      Map.of(
          "slots", 1.0,
          "idleSeconds", 60.0,
          "nozzleStepX", 0.0,
          "nozzleStepY", 0.0,
          "primeMm3", 10.0,
          "standbyC", 40.0,
          "heatingCPerS", 2.0,
          "fileName", "{{plan}}_{{filaments}}_{{materials}}_{{nozzle}}_{{stops}}");

  public static final List<Field> FILAMENT =
      List.of(
          text("name", "Name", "Spool", "What it is called."),
          text("material", "Material", "Spool", "Filaments of other materials purge more."),
          new Field(
              "colour",
              "Colour",
              "Spool",
              "",
              Kind.COLOUR,
              0,
              0,
              List.of(),
              "Of the spool, as it is seen: from it follows what a change purges."),
          number("densityGCm3", "Density", "Spool", "g/cm³", 0.3, 20, "For grams."),
          number("diameterMm", "Diameter", "Spool", "mm", 1, 5, "Of the strand."),
          number("pricePerKg", "Price", "Spool", "per kg", 0, 100_000, "For costs."),
          number("nozzleC", "Nozzle", "Printing", "°C", 100, 500, "Unless a rule says otherwise."),
          number("bedC", "Bed", "Printing", "°C", 0, 250, "Unless a rule says otherwise."),
          number("fanPercent", "Fan", "Printing", "%", 0, 100, "Unless a rule says otherwise."),
          number("maxFlow", "Flow up to", "Printing", "mm³/s", 0.1, 500, "The most that melts."),
          number(
              "retractionMm",
              "Retraction",
              "Printing",
              "mm",
              0,
              20,
              "How far the strand is drawn back before a travel."));

  private ShelfFormat() {}

  private static Field text(String key, String label, String group, String description) {
    return new Field(key, label, group, "", Kind.TEXT, 0, 0, List.of(), description);
  }

  private static Field number(
      String key, String label, String group, String unit, double min, double max, String said) {
    return new Field(key, label, group, unit, Kind.NUMBER, min, max, List.of(), said);
  }

  private static Field choice(
      String key, String label, String group, List<String> choices, String description) {
    return new Field(key, label, group, "", Kind.CHOICE, 0, 0, choices, description);
  }

  /**
   * @param name of the file, for errors
   * @throws Problem if something in it is missing, unknown or impossible
   */
  public static Shelf parse(String name, String json) {
    try {
      JsonNode root = JSON.readTree(json);
      if (!root.isObject()) {
        throw bad(name, "It is no shelf.", "Give an object with “machines” and “filaments”.");
      }
      for (String key : root.propertyNames()) {
        if (!List.of("machines", "filaments").contains(key)) {
          throw bad(name, "'%s' is unknown.".formatted(key), "Take it out.");
        }
      }
      return new Shelf(
          list(name, root.path("machines"), ShelfFormat::machine, Machine::id),
          list(name, root.path("filaments"), ShelfFormat::filament, Filament::id));
    } catch (JacksonException e) {
      throw bad(name, "It is not JSON: %s.".formatted(e.getOriginalMessage()), "Correct the text.");
    }
  }

  private static <T> List<T> list(
      String name, JsonNode nodes, Function<JsonNode, T> read, Function<T, String> id) {
    List<T> items = new ArrayList<>();
    Set<String> ids = new HashSet<>();
    for (JsonNode node : nodes) {
      T item = read.apply(node);
      if (!ids.add(id.apply(item))) {
        throw bad(
            name, "Two have the id '%s'.".formatted(id.apply(item)), "Give each an id of its own.");
      }
      items.add(item);
    }
    return items;
  }

  public static String write(Shelf shelf) {
    return JSON.writerWithDefaultPrettyPrinter().writeValueAsString(shelf);
  }

  public static ObjectNode write(Machine machine) {
    return JSON.valueToTree(machine);
  }

  public static ObjectNode write(Filament filament) {
    return JSON.valueToTree(filament);
  }

  /**
   * @throws Problem if something is missing, unknown or impossible
   */
  public static Machine machine(JsonNode kept) {
    JsonNode node = upgraded(kept);
    String place = place("machine", node);
    check(place, node, MACHINE);
    if (node.get("slots").asDouble() != node.get("slots").asInt()) {
      throw bad(place, "Slots cannot be a fraction.", "Give a whole number.");
    }
    Machine machine = JSON.treeToValue(node, Machine.class);
    if (machine.travelSpeed() > machine.maxSpeedXy()) {
      throw bad(
          place,
          "It travels with %s mm/s, but may go no faster than %s mm/s."
              .formatted(Value.of(machine.travelSpeed()), Value.of(machine.maxSpeedXy())),
          "Lower the travel speed, or raise the limit.");
    }
    if (!machine.reaches(new Purging.Place(machine.parkX(), machine.parkY()))) {
      throw bad(place, "The head waits off the bed.", "Let it wait over the bed.");
    }
    List<String> dialects = Machine.DIALECTS.get(machine.tools());
    if (!dialects.contains(machine.dialect())) {
      throw bad(
          place,
          "The dialect '%s' is not for filament that is changed so: %s."
              .formatted(machine.dialect(), machine.tools()),
          "Choose one of: %s.".formatted(String.join(", ", dialects)));
    }
    ProgramName.check(machine.fileName());
    return machine;
  }

  /** A machine as an older version kept it, with what is new since then. */
  private static JsonNode upgraded(JsonNode kept) {
    if (!kept.isObject()) {
      return kept;
    }
    ObjectNode node = (ObjectNode) kept.deepCopy();
    if (node.has("feeder") && !node.has("tools")) {
      boolean feeder = node.remove("feeder").asBoolean(false);
      node.put("tools", feeder ? Machine.FEEDER : Machine.BY_HAND);
    }
    LATER.forEach(
        (key, value) -> {
          if (!node.has(key)) {
            node.set(key, JSON.valueToTree(value));
          }
        });
    return node;
  }

  /**
   * @throws Problem if something is missing, unknown or impossible
   */
  public static Filament filament(JsonNode node) {
    check(place("filament", node), node, FILAMENT);
    return JSON.treeToValue(node, Filament.class);
  }

  private static String place(String what, JsonNode node) {
    return "%s '%s'".formatted(what, node.path("name").asString(node.path("id").asString("")));
  }

  private static void check(String place, JsonNode node, List<Field> fields) {
    if (!node.path("id").asString("").matches("[a-z0-9][a-z0-9-]{0,99}")) {
      throw bad(
          place,
          "It has no id, or one that is not of small letters, digits and dashes.",
          "Give it one, such as “workshop-one”.");
    }
    for (Field field : fields) {
      JsonNode value = node.path(field.key());
      if (!isPossible(field, value)) {
        throw bad(
            place,
            value.isMissingNode()
                ? "%s is missing.".formatted(field.label())
                : "%s cannot be %s.".formatted(field.label(), value),
            remedy(field));
      }
    }
    Iterator<String> keys = node.propertyNames().iterator();
    while (keys.hasNext()) {
      String key = keys.next();
      if (!key.equals("id") && fields.stream().noneMatch(field -> field.key().equals(key))) {
        throw bad(place, "'%s' is unknown.".formatted(key), "Take it out.");
      }
    }
  }

  private static boolean isPossible(Field field, JsonNode value) {
    return switch (field.kind()) {
      case TEXT ->
          value.isString() && !value.asString().isBlank() && value.asString().length() <= 100;
      case NUMBER ->
          value.isNumber() && value.asDouble() >= field.min() && value.asDouble() <= field.max();
      case CHOICE -> value.isString() && field.choices().contains(value.asString());
      case COLOUR -> value.isString() && value.asString().matches("#[0-9a-fA-F]{6}");
    };
  }

  private static String remedy(Field field) {
    return switch (field.kind()) {
      case TEXT -> "Give 1 to 100 characters.";
      case NUMBER ->
          "Give a number from %s to %s%s."
              .formatted(
                  Value.of(field.min()),
                  Value.of(field.max()),
                  field.unit().isEmpty() ? "" : " " + field.unit());
      case CHOICE -> "Choose one of: %s.".formatted(String.join(", ", field.choices()));
      case COLOUR -> "Give it as #rrggbb.";
    };
  }

  private static Problem bad(String place, String reason, String remedy) {
    return new Problem(Problem.Kind.PLAN, place, reason, remedy);
  }
}

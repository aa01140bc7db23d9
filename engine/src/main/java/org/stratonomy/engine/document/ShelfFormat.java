package org.stratonomy.engine.document;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import org.stratonomy.engine.guard.PlainText;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.program.Dialect;
import org.stratonomy.engine.program.ProgramName;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Changer;
import org.stratonomy.engine.shelf.Filament;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.shelf.Shelf;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Machines and filaments as JSON, of {@link ShelfFields}. */
public final class ShelfFormat {
  /** Machines, or filaments, on a shelf. */
  private static final int MOST_ITEMS = 2000;

  /** Equal items give equal texts: maps are written in the order of their keys. */
  private static final JsonMapper JSON =
      JsonMapper.builder().enable(SerializationFeature.ORDER_MAP_ENTRIES_BY_KEYS).build();

  private ShelfFormat() {}

  /**
   * @param name of the file, for errors
   * @throws Problem if something in it is missing, unknown or impossible
   */
  public static Shelf parse(String name, String json) {
    JsonNode root = JsonText.read(JSON, Problem.Kind.PLAN, name, json);
    if (!root.isObject()) {
      throw bad(name, "It is no shelf.", "Give an object with “machines” and “filaments”.");
    }
    for (String key : root.propertyNames()) {
      if (!List.of("machines", "filaments").contains(key)) {
        throw bad(name, "'%s' is unknown.".formatted(PlainText.shown(key)), "Take it out.");
      }
    }
    return new Shelf(
        list(name, root.path("machines"), ShelfFormat::machine, Machine::id),
        list(name, root.path("filaments"), ShelfFormat::filament, Filament::id));
  }

  private static <T> List<T> list(
      String name, JsonNode nodes, Function<JsonNode, T> read, Function<T, String> id) {
    List<T> items = new ArrayList<>();
    Set<String> ids = new HashSet<>();
    if (nodes.size() > MOST_ITEMS) {
      throw bad(name, "It holds more than %d items.".formatted(MOST_ITEMS), "Divide the file.");
    }
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
    ObjectNode root = JSON.createObjectNode();
    ArrayNode machines = root.putArray("machines");
    shelf.machines().forEach(machine -> machines.add(write(machine)));
    root.set("filaments", JSON.valueToTree(shelf.filaments()));
    return JSON.writerWithDefaultPrettyPrinter().writeValueAsString(root);
  }

  public static ObjectNode write(Machine machine) {
    return JSON.valueToTree(MachineDocument.of(machine));
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
    check(place, node, ShelfFields.MACHINE);
    if (node.get("slots").asDouble() != node.get("slots").asInt()) {
      throw bad(place, "Slots cannot be a fraction.", "Give a whole number.");
    }
    Machine machine = JSON.treeToValue(node, MachineDocument.class).machine();
    if (machine.travelSpeed() > machine.maxSpeedXy()) {
      throw bad(
          place,
          "It travels with %s mm/s, but may go no faster than %s mm/s."
              .formatted(Value.of(machine.travelSpeed()), Value.of(machine.maxSpeedXy())),
          "Lower the travel speed, or raise the limit.");
    }
    if (!machine.reaches(machine.park())) {
      throw bad(place, "The head waits off the bed.", "Let it wait over the bed.");
    }
    List<String> dialects = machine.changer().kind().dialects();
    if (!dialects.contains(machine.dialect())) {
      throw bad(
          place,
          "The dialect '%s' is not for filament that is changed so: %s."
              .formatted(machine.dialect(), machine.changer().kind().word()),
          "Choose one of: %s.".formatted(String.join(", ", dialects)));
    }
    checkNozzles(place, machine);
    checkBelt(place, machine);
    ProgramName.check(machine.writing().fileName());
    Dialect.check(machine);
    return machine;
  }

  private static void checkBelt(String place, Machine machine) {
    if (machine.belt().isPresent() && machine.changesByItself()) {
      throw bad(
          place,
          "It has a belt, on which no purge tower stands.",
          "Let filament be changed %s.".formatted(Changer.Kind.BY_HAND.word()));
    }
  }

  private static void checkNozzles(String place, Machine machine) {
    int nozzles = machine.nozzles().size();
    if (machine.hasNozzles() == (nozzles == 1)) {
      throw bad(
          place,
          "It has %d %s, but filament is changed so: %s."
              .formatted(
                  nozzles, nozzles == 1 ? "nozzle" : "nozzles", machine.changer().kind().word()),
          machine.hasNozzles() ? "Give each filament a nozzle." : "Leave it one nozzle.");
    }
    Machine.Nozzle first = machine.nozzles().getFirst();
    if (first.x() != 0 || first.y() != 0) {
      throw bad(
          place,
          "The first nozzle stands aside of itself.",
          "Give its place as X 0, Y 0; the others are seen from it.");
    }
  }

  /**
   * A shelf as another version kept it.
   *
   * @throws Problem if something is missing or impossible
   */
  static Shelf kept(String json) {
    JsonNode root = JSON.readTree(json);
    List<Machine> machines = new ArrayList<>();
    root.path("machines").forEach(node -> machines.add(keptMachine(node)));
    List<Filament> filaments = new ArrayList<>();
    root.path("filaments").forEach(node -> filaments.add(keptFilament(node)));
    return new Shelf(machines, filaments);
  }

  /**
   * A machine as another version kept it: what is unknown now is left out.
   *
   * @throws Problem if something is missing or impossible
   */
  public static Machine keptMachine(JsonNode kept) {
    return machine(known(upgraded(kept), ShelfFields.MACHINE));
  }

  /**
   * A filament as another version kept it: what is unknown now is left out.
   *
   * @throws Problem if something is missing or impossible
   */
  public static Filament keptFilament(JsonNode kept) {
    return filament(known(kept, ShelfFields.FILAMENT));
  }

  private static JsonNode known(JsonNode node, List<ShelfFields.Field> fields) {
    List<String> keys = new ArrayList<>(fields.stream().map(ShelfFields.Field::key).toList());
    keys.add("id");
    ObjectNode known = ((ObjectNode) node.deepCopy()).retain(keys);
    for (ShelfFields.Field field : fields) {
      if (field.kind() == ShelfFields.Kind.TEXT && known.path(field.key()).isString()) {
        known.put(field.key(), PlainText.cleaned(known.path(field.key()).asString()));
      }
    }
    return known;
  }

  /** A machine as an older version kept it, with what is new since then. */
  private static JsonNode upgraded(JsonNode kept) {
    if (!kept.isObject()) {
      return kept;
    }
    ObjectNode node = (ObjectNode) kept.deepCopy();
    if (node.has("feeder") && !node.has("tools")) {
      boolean feeder = node.remove("feeder").asBoolean(false);
      node.put("tools", feeder ? Changer.Kind.FEEDER.word() : Changer.Kind.BY_HAND.word());
    }
    if (node.has("nozzleMm") && !node.has("nozzles")) {
      putNozzles(node);
    }
    return with(node, ShelfFields.LATER);
  }

  /** What is not there gets its value. */
  private static JsonNode with(JsonNode kept, Map<String, Object> values) {
    if (!kept.isObject()) {
      return kept;
    }
    ObjectNode node = (ObjectNode) kept.deepCopy();
    values.forEach(
        (key, value) -> {
          if (!node.has(key)) {
            node.set(key, JSON.valueToTree(value));
          }
        });
    return node;
  }

  /** Nozzles that were kept as one of them, their number, and the step from each to the next. */
  private static void putNozzles(ObjectNode node) {
    JsonNode diameter = node.remove("nozzleMm");
    JsonNode hottest = node.remove("nozzleMaxC");
    double stepX = node.path("nozzleStepX").asDouble(0);
    double stepY = node.path("nozzleStepY").asDouble(0);
    node.remove(List.of("nozzleStepX", "nozzleStepY"));
    boolean several = node.path("tools").asString("").equals(Changer.Kind.NOZZLES.word());
    ArrayNode nozzles = node.putArray("nozzles");
    for (int i = 0; i < (several ? node.path("slots").asInt(1) : 1); i++) {
      ObjectNode nozzle = nozzles.addObject();
      nozzle.set("diameterMm", diameter);
      nozzle.set("maxC", hottest);
      nozzle.put("maxFlow", 20.0).put("x", i * stepX).put("y", i * stepY);
    }
  }

  /**
   * @throws Problem if something is missing, unknown or impossible
   */
  public static Filament filament(JsonNode kept) {
    JsonNode node = with(kept, ShelfFields.LATER_OF_FILAMENTS);
    check(place("filament", node), node, ShelfFields.FILAMENT);
    return JSON.treeToValue(node, Filament.class);
  }

  private static String place(String what, JsonNode node) {
    String name = node.path("name").asString(node.path("id").asString(""));
    return "%s '%s'".formatted(what, PlainText.shown(name));
  }

  private static void check(String place, JsonNode node, List<ShelfFields.Field> fields) {
    if (!node.path("id").asString("").matches("[a-z0-9][a-z0-9-]{0,99}")) {
      throw bad(
          place,
          "It has no id, or one that is not of small letters, digits and dashes.",
          "Give it one, such as “workshop-one”.");
    }
    checkFields(place, node, fields);
    Iterator<String> keys = node.propertyNames().iterator();
    while (keys.hasNext()) {
      String key = keys.next();
      if (!key.equals("id") && fields.stream().noneMatch(field -> field.key().equals(key))) {
        throw bad(place, "'%s' is unknown.".formatted(PlainText.shown(key)), "Take it out.");
      }
    }
  }

  private static void checkFields(String place, JsonNode node, List<ShelfFields.Field> fields) {
    for (ShelfFields.Field field : fields) {
      JsonNode value = node.path(field.key());
      if (!isPossible(field, value)) {
        throw bad(
            place,
            value.isMissingNode()
                ? "%s is missing.".formatted(field.label())
                : "%s cannot be %s.".formatted(field.label(), PlainText.shown(value.toString())),
            remedy(field));
      }
      if (field.kind() == ShelfFields.Kind.LINES) {
        checkFields(
            "%s, %s".formatted(place, field.label()),
            value,
            field.columns().stream().filter(column -> value.has(column.key())).toList());
      }
      for (int i = 0; i < (field.kind() == ShelfFields.Kind.ROWS ? value.size() : 0); i++) {
        checkFields(
            "%s, row %d of %s".formatted(place, i + 1, field.label()),
            value.get(i),
            field.columns());
      }
    }
  }

  private static boolean isPossible(ShelfFields.Field field, JsonNode value) {
    return switch (field.kind()) {
      case TEXT ->
          value.isString()
              && value.asString().strip().length() >= field.min()
              && value.asString().length() <= field.max()
              && isPlain(field, value.asString());
      case NUMBER ->
          value.isNumber() && value.asDouble() >= field.min() && value.asDouble() <= field.max();
      case CHOICE -> value.isString() && field.choices().contains(value.asString());
      case COLOUR -> value.isString() && value.asString().matches("#[0-9a-fA-F]{6}");
      case ROWS -> value.isArray() && value.size() >= field.min() && value.size() <= field.max();
      case LINES ->
          value.isObject()
              && value.propertyNames().stream().allMatch(key -> keys(field).contains(key));
    };
  }

  /** Templates have several lines, all other texts one. */
  private static boolean isPlain(ShelfFields.Field field, String text) {
    return field.lines() ? PlainText.isPlainLines(text) : PlainText.isPlain(text);
  }

  private static String remedy(ShelfFields.Field field) {
    return switch (field.kind()) {
      case TEXT ->
          "Give %s to %s characters, none of them a control or formatting character."
              .formatted(Value.of(field.min()), Value.of(field.max()));
      case NUMBER ->
          "Give a number from %s to %s%s."
              .formatted(
                  Value.of(field.min()),
                  Value.of(field.max()),
                  field.unit().isEmpty() ? "" : " " + field.unit());
      case CHOICE -> "Choose one of: %s.".formatted(String.join(", ", field.choices()));
      case COLOUR -> "Give it as #rrggbb.";
      case ROWS ->
          "Give from %s to %s rows of %s."
              .formatted(
                  Value.of(field.min()), Value.of(field.max()), String.join(", ", keys(field)));
      case LINES -> "Give texts for any of: %s.".formatted(String.join(", ", keys(field)));
    };
  }

  private static List<String> keys(ShelfFields.Field field) {
    return field.columns().stream().map(ShelfFields.Field::key).toList();
  }

  private static Problem bad(String place, String reason, String remedy) {
    return new Problem(Problem.Kind.PLAN, place, reason, remedy);
  }
}

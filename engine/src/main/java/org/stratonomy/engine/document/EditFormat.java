package org.stratonomy.engine.document;

import com.networknt.schema.Schema;
import java.lang.reflect.Constructor;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.stratonomy.engine.edit.Edit;
import org.stratonomy.engine.guard.PlainText;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Edits as JSON: {@code {"action": "MOVE_BOUNDARY", "piece": "tower", "height": 4, "to": 4.2}}. The
 * action is the name of the record, the keys are those of its components; so a new edit is written
 * down once, in {@link Edit}. Described in docs/formats/edits.md.
 */
public final class EditFormat {
  private static final String ACTION = "action";
  private static final String WHAT = "the edit";
  private static final String REMEDY = "docs/formats/edits.md lists the edits and their keys.";
  private static final int LONGEST_TEXT = 200;
  private static final JsonMapper JSON = JsonMapper.shared();

  /** Whole numbers that have narrower ranges than others, by the keys. */
  private static final Map<String, int[]> RANGES =
      Map.of(
          "axis", new int[] {0, 2},
          "parts", new int[] {1, PlanSchema.MOST_STEPS},
          "layer", new int[] {1, PlanSchema.MOST_LAYERS},
          "withoutFan", new int[] {0, 1000});

  private static final Map<String, Class<?>> KINDS =
      Arrays.stream(Edit.class.getPermittedSubclasses())
          .collect(
              Collectors.toMap(
                  EditFormat::action, kind -> kind, (one, _) -> one, LinkedHashMap::new));

  private static final Map<String, Schema> SCHEMAS =
      KINDS.entrySet().stream()
          .collect(
              Collectors.toMap(
                  Map.Entry::getKey, kind -> SchemaCheck.schema(schema(kind.getValue()))));

  private EditFormat() {}

  private static String action(Class<?> kind) {
    return kind.getSimpleName().replaceAll("(?<=[a-z])(?=[A-Z])", "_").toUpperCase(Locale.ROOT);
  }

  /** JSON Schema of each edit, by its action. */
  public static Map<String, ObjectNode> schemas() {
    Map<String, ObjectNode> schemas = new LinkedHashMap<>();
    KINDS.forEach((action, kind) -> schemas.put(action, schema(kind)));
    return schemas;
  }

  private static ObjectNode schema(Class<?> kind) {
    ObjectNode schema = record(kind);
    ObjectNode action = JSON.createObjectNode();
    action.putArray("enum").add(action(kind));
    ((ObjectNode) schema.get("properties")).set(ACTION, action);
    ((ArrayNode) schema.get("required")).add(ACTION);
    return schema;
  }

  private static ObjectNode record(Class<?> kind) {
    RecordComponent[] components = kind.getRecordComponents();
    ObjectNode schema =
        PlanSchema.object(
            Arrays.stream(components)
                .filter(one -> one.getType() != Optional.class && one.getType() != Scope.class)
                .map(RecordComponent::getName)
                .toArray(String[]::new));
    ObjectNode properties = (ObjectNode) schema.get("properties");
    for (RecordComponent component : components) {
      properties.set(component.getName(), schema(component.getName(), component.getGenericType()));
    }
    return schema;
  }

  private static ObjectNode schema(String key, Type type) {
    if (type instanceof ParameterizedType of) {
      Type item = of.getActualTypeArguments()[0];
      return of.getRawType() == Optional.class
          ? schema(key, item)
          : PlanSchema.list(schema(key, item), 0, PlanSchema.MOST_STEPS, "In this order");
    }
    Class<?> kind = (Class<?>) type;
    if (kind == String.class) {
      return PlanSchema.text("An id", 0, LONGEST_TEXT);
    }
    if (kind == double.class) {
      return JSON.createObjectNode().put("type", "number");
    }
    if (kind == boolean.class) {
      return JSON.createObjectNode().put("type", "boolean");
    }
    if (kind == int.class || kind == Integer.class) {
      int[] range = RANGES.getOrDefault(key, new int[] {0, PlanSchema.MOST_LAYERS});
      return JSON.createObjectNode()
          .put("type", "integer")
          .put("minimum", range[0])
          .put("maximum", range[1]);
    }
    if (kind == Vector.class) {
      return PlanSchema.vector("Along X, Y and Z");
    }
    if (kind == Scope.class) {
      return RuleFormat.whereSchema();
    }
    if (kind == Value.class) {
      return ValueFormat.anySchema();
    }
    if (kind == Setting.class) {
      return words(Arrays.stream(Setting.values()).map(Setting::id).toList());
    }
    if (kind.isEnum()) {
      return words(Arrays.stream(kind.getEnumConstants()).map(Object::toString).toList());
    }
    return record(kind);
  }

  private static ObjectNode words(List<String> words) {
    ObjectNode schema = JSON.createObjectNode();
    words.forEach(schema.putArray("enum")::add);
    return schema;
  }

  /**
   * @throws Problem if it is no edit
   */
  public static Edit read(JsonNode node) {
    String action = node.path(ACTION).asString("");
    Class<?> kind = KINDS.get(action);
    if (kind == null) {
      throw new Problem(
          Problem.Kind.PLAN_FORMAT,
          WHAT,
          "There is no action '%s'.".formatted(PlainText.shown(action)),
          "Choose one of: %s.".formatted(String.join(", ", KINDS.keySet())));
    }
    SchemaCheck.check(SCHEMAS.get(action), WHAT, node, REMEDY);
    return (Edit) made(kind, node);
  }

  private static Object made(Class<?> kind, JsonNode node) {
    RecordComponent[] components = kind.getRecordComponents();
    Object[] values = new Object[components.length];
    for (int i = 0; i < components.length; i++) {
      JsonNode value = node.path(components[i].getName());
      values[i] =
          components[i].getType() == Value.class
              ? ValueFormat.any((Setting) values[i - 1], value)
              : value(components[i].getGenericType(), value);
    }
    try {
      Constructor<?> constructor =
          kind.getDeclaredConstructor(
              Arrays.stream(components).map(RecordComponent::getType).toArray(Class[]::new));
      constructor.setAccessible(true);
      return constructor.newInstance(values);
    } catch (NoSuchMethodException
        | InstantiationException
        | IllegalAccessException
        | InvocationTargetException e) {
      throw new IllegalStateException("a record is made of its components", e);
    }
  }

  private static Object value(Type type, JsonNode node) {
    if (type instanceof ParameterizedType of) {
      Type item = of.getActualTypeArguments()[0];
      if (of.getRawType() == Optional.class) {
        return node.isMissingNode() ? Optional.empty() : Optional.of(value(item, node));
      }
      List<Object> items = new ArrayList<>();
      node.forEach(one -> items.add(value(item, one)));
      return List.copyOf(items);
    }
    Class<?> kind = (Class<?>) type;
    if (kind == String.class) {
      return node.asString();
    }
    if (kind == double.class) {
      return node.asDouble();
    }
    if (kind == boolean.class) {
      return node.asBoolean();
    }
    if (kind == int.class || kind == Integer.class) {
      return node.asInt();
    }
    if (kind == Vector.class) {
      return new Vector(node.get(0).asDouble(), node.get(1).asDouble(), node.get(2).asDouble());
    }
    if (kind == Scope.class) {
      return node.isMissingNode() ? Scope.EVERYWHERE : RuleFormat.where(node);
    }
    if (kind == Setting.class) {
      return Setting.byId(node.asString()).orElseThrow();
    }
    if (kind.isEnum()) {
      return Arrays.stream(kind.getEnumConstants())
          .filter(constant -> constant.toString().equals(node.asString()))
          .findFirst()
          .orElseThrow();
    }
    return made(kind, node);
  }

  /** The edit as {@link #read} takes it. */
  public static ObjectNode write(Edit edit) {
    ObjectNode node = JSON.createObjectNode().put(ACTION, action(edit.getClass()));
    fill(node, (Record) edit);
    return node;
  }

  private static void fill(ObjectNode node, Record record) {
    Setting setting = null;
    for (RecordComponent component : record.getClass().getRecordComponents()) {
      Object value = component(record, component);
      String key = component.getName();
      if (value instanceof Setting named) {
        setting = named;
      }
      switch (value) {
        case Optional<?> none when none.isEmpty() -> {
          // What is not given is left out.
        }
        case Value of -> node.set(key, ValueFormat.write(Map.of(setting, of)).get(setting.id()));
        case Optional<?> some -> node.set(key, json(some.get()));
        default -> node.set(key, json(value));
      }
    }
  }

  private static Object component(Record record, RecordComponent component) {
    try {
      component.getAccessor().setAccessible(true);
      return component.getAccessor().invoke(record);
    } catch (IllegalAccessException | InvocationTargetException e) {
      throw new IllegalStateException("a record tells its components", e);
    }
  }

  private static JsonNode json(Object value) {
    return switch (value) {
      case List<?> list -> {
        ArrayNode items = JSON.createArrayNode();
        list.forEach(item -> items.add(json(item)));
        yield items;
      }
      case Vector v -> JSON.createArrayNode().add(v.x()).add(v.y()).add(v.z());
      case Scope where -> RuleFormat.write(where);
      case Setting setting -> JSON.getNodeFactory().stringNode(setting.id());
      case Enum<?> constant -> JSON.getNodeFactory().stringNode(constant.name());
      case Record record -> {
        ObjectNode node = JSON.createObjectNode();
        fill(node, record);
        yield node;
      }
      default -> JSON.valueToTree(value);
    };
  }
}

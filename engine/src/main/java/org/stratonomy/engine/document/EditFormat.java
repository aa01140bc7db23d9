package org.stratonomy.engine.document;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.networknt.schema.Schema;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.stratonomy.engine.edit.Edit;
import org.stratonomy.engine.edit.Within;
import org.stratonomy.engine.guard.PlainText;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.BedPoint;
import tools.jackson.core.JsonGenerator;
import tools.jackson.core.JsonParser;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationContext;
import tools.jackson.databind.ValueDeserializer;
import tools.jackson.databind.ValueSerializer;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.module.SimpleModule;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;
import tools.jackson.databind.node.StringNode;

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

  /** Ids, numbers and lists are Jackson's; the rest is as in plans. */
  private static final JsonMapper JSON =
      JsonMapper.builder()
          .addModule(
              new SimpleModule()
                  .addDeserializer(Value.class, reader(ValueFormat::value, null))
                  .addDeserializer(Scope.class, reader(RuleFormat::where, Scope.EVERYWHERE))
                  .addSerializer(Scope.class, writer(RuleFormat::write))
                  .addDeserializer(
                      Setting.class,
                      reader(node -> Setting.byId(node.asString()).orElseThrow(), null))
                  .addSerializer(Setting.class, writer(s -> StringNode.valueOf(s.id())))
                  .addDeserializer(Vector.class, reader(EditFormat::vector, null))
                  .addSerializer(Vector.class, writer(EditFormat::vector))
                  .addDeserializer(BedPoint.class, reader(EditFormat::point, null))
                  .addSerializer(BedPoint.class, writer(EditFormat::point))
                  .addDeserializer(Stop.class, reader(stop -> StopFormat.read(stop, ""), null))
                  .addSerializer(Stop.class, filler(StopFormat::write))
                  .addDeserializer(Region.class, reader(RegionFormat::read, null))
                  .addSerializer(Region.class, filler(RegionFormat::write))
                  .addDeserializer(Rule.class, reader(RuleFormat::read, null))
                  .addSerializer(Rule.class, filler(RuleFormat::write)))
          .changeDefaultPropertyInclusion(
              all -> all.withValueInclusion(JsonInclude.Include.NON_ABSENT))
          .build();

  private static final Map<String, Class<? extends Edit>> KINDS =
      Arrays.stream(Edit.class.getPermittedSubclasses())
          .collect(
              Collectors.toMap(
                  EditFormat::action,
                  kind -> kind.asSubclass(Edit.class),
                  (one, _) -> one,
                  LinkedHashMap::new));

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
      properties.set(
          component.getName(),
          schema(component.getGenericType(), component.getAnnotation(Within.class)));
    }
    return schema;
  }

  /**
   * @param range of a whole number; null for what is none, and for one without range
   */
  private static ObjectNode schema(Type type, Within range) {
    if (type instanceof ParameterizedType of) {
      Type item = of.getActualTypeArguments()[0];
      return of.getRawType() == Optional.class
          ? schema(item, range)
          : PlanSchema.list(schema(item, range), 0, PlanSchema.MOST_STEPS, "In this order");
    }
    Class<?> kind = (Class<?>) type;
    if (kind == String.class) {
      return PlanSchema.text("An id", 0, LONGEST_TEXT);
    }
    if (kind == double.class || kind == Double.class) {
      return JSON.createObjectNode().put("type", "number");
    }
    if (kind == boolean.class) {
      return JSON.createObjectNode().put("type", "boolean");
    }
    if (kind == int.class || kind == Integer.class) {
      return JSON.createObjectNode()
          .put("type", "integer")
          .put("minimum", range == null ? 0 : range.min())
          .put("maximum", range == null ? PlanSchema.MOST_LAYERS : range.max());
    }
    if (kind == Vector.class) {
      return PlanSchema.vector("Along X, Y and Z");
    }
    if (kind == BedPoint.class) {
      return PurgingFormat.placeSchema("X and Y, mm");
    }
    if (kind == Stop.class) {
      return StopFormat.schema();
    }
    if (kind == Region.class) {
      return RegionFormat.schema();
    }
    if (kind == Rule.class) {
      return RuleFormat.schema();
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
    Class<? extends Edit> kind = KINDS.get(action);
    if (kind == null) {
      throw new Problem(
          Problem.Kind.PLAN_FORMAT,
          WHAT,
          "There is no action '%s'.".formatted(PlainText.shown(action)),
          "Choose one of: %s.".formatted(String.join(", ", KINDS.keySet())));
    }
    SchemaCheck.check(SCHEMAS.get(action), WHAT, node, REMEDY);
    return typed(JSON.treeToValue(node, kind));
  }

  /** Values as their settings have them. */
  private static Edit typed(Edit edit) {
    return switch (edit) {
      case Edit.Set(Scope where, Setting setting, Value value) ->
          new Edit.Set(where, setting, ValueFormat.typed(setting, value));
      case Edit.SetInRule(String rule, Setting setting, Value value) ->
          new Edit.SetInRule(rule, setting, ValueFormat.typed(setting, value));
      default -> edit;
    };
  }

  /** The edit as {@link #read} takes it. */
  public static ObjectNode write(Edit edit) {
    ObjectNode node = JSON.createObjectNode().put(ACTION, action(edit.getClass()));
    node.setAll((ObjectNode) JSON.valueToTree(edit));
    switch (edit) {
      case Edit.Set set -> node.set("value", written(set.setting(), set.value()));
      case Edit.SetInRule set -> node.set("value", written(set.setting(), set.value()));
      default -> {}
    }
    return node;
  }

  private static JsonNode written(Setting setting, Value value) {
    return ValueFormat.write(Map.of(setting, value)).get(setting.id());
  }

  private static BedPoint point(JsonNode xy) {
    return new BedPoint(xy.get(0).asDouble(), xy.get(1).asDouble());
  }

  private static JsonNode point(BedPoint at) {
    return JsonMapper.shared().createArrayNode().add(at.x()).add(at.y());
  }

  private static Vector vector(JsonNode xyz) {
    return new Vector(xyz.get(0).asDouble(), xyz.get(1).asDouble(), xyz.get(2).asDouble());
  }

  private static JsonNode vector(Vector v) {
    return JsonMapper.shared().createArrayNode().add(v.x()).add(v.y()).add(v.z());
  }

  /**
   * @param absent what a key means that is missing
   */
  private static <T> ValueDeserializer<T> reader(Function<JsonNode, T> read, T absent) {
    return new ValueDeserializer<>() {
      @Override
      public T deserialize(JsonParser parser, DeserializationContext context) {
        return read.apply(context.readTree(parser));
      }

      @Override
      public T getAbsentValue(DeserializationContext context) {
        return absent;
      }
    };
  }

  private static <T> ValueSerializer<T> filler(BiConsumer<T, ObjectNode> fill) {
    return writer(
        value -> {
          ObjectNode node = JsonMapper.shared().createObjectNode();
          fill.accept(value, node);
          return node;
        });
  }

  private static <T> ValueSerializer<T> writer(Function<T, JsonNode> write) {
    return new ValueSerializer<>() {
      @Override
      public void serialize(T value, JsonGenerator out, SerializationContext context) {
        out.writeTree(write.apply(value));
      }
    };
  }
}

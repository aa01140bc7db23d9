package org.stratonomy.app.web;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.core.JsonProcessingException;
import io.swagger.v3.core.util.Json31;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.JsonSchema;
import io.swagger.v3.oas.models.media.Schema;
import java.lang.reflect.RecordComponent;
import java.util.List;
import java.util.Map;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.stratonomy.engine.document.EditFormat;
import org.stratonomy.engine.document.PlanSchema;
import org.stratonomy.engine.mesh.shape.Shape;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Describes the API; the plan document's part is the schema of the plan file. */
@Configuration
class OpenApiConfiguration {
  @Bean
  OpenAPI api() {
    return new OpenAPI().info(new Info().title("Stratonomy").version("1"));
  }

  @Bean
  OpenApiCustomizer schemas() {
    return api -> {
      api.getComponents().getSchemas().values().forEach(OpenApiConfiguration::requireFields);
      api.getComponents().addSchemas("PlanDocument", planDocument());
      api.getComponents().addSchemas("PlanEdit", planEdit());
      api.getComponents().addSchemas("Shape", shape());
      api.setServers(List.of());
    };
  }

  /** A field is always there, unless it is marked as one that may be null. */
  private static void requireFields(Schema<?> schema) {
    Map<?, ?> fields = schema.getProperties() == null ? Map.of() : schema.getProperties();
    schema.setRequired(
        fields.entrySet().stream()
            .filter(field -> field.getValue() instanceof Schema<?> s && !mayBeNull(s))
            .map(field -> field.getKey().toString())
            .toList());
  }

  private static boolean mayBeNull(Schema<?> field) {
    return Boolean.TRUE.equals(field.getNullable())
        || (field.getTypes() != null && field.getTypes().contains("null"));
  }

  private static JsonSchema planDocument() {
    ObjectNode schema = PlanSchema.schema();
    schema.remove("$schema");
    return parsed(schema);
  }

  /** One of the edits; which one its action says. */
  private static JsonSchema planEdit() {
    ObjectNode schema = JsonMapper.shared().createObjectNode();
    ArrayNode kinds = schema.putArray("oneOf");
    EditFormat.schemas().values().forEach(kinds::add);
    return parsed(schema);
  }

  /** One of the shapes; which one its key says. */
  private static JsonSchema shape() {
    ObjectNode schema = JsonMapper.shared().createObjectNode();
    ArrayNode kinds = schema.putArray("oneOf");
    for (JsonSubTypes.Type type : Shape.class.getAnnotation(JsonSubTypes.class).value()) {
      ObjectNode kind = kinds.addObject().put("type", "object").put("additionalProperties", false);
      ObjectNode fields = kind.putObject("properties");
      ArrayNode required = kind.putArray("required").add("shape");
      fields.putObject("shape").put("const", type.name());
      for (RecordComponent size : type.value().getRecordComponents()) {
        boolean isText = size.getType() == String.class;
        fields.putObject(size.getName()).put("type", isText ? "string" : "number");
        required.add(size.getName());
      }
    }
    return parsed(schema);
  }

  private static JsonSchema parsed(ObjectNode schema) {
    try {
      return Json31.mapper().readValue(schema.toString(), JsonSchema.class);
    } catch (JsonProcessingException e) {
      throw new IllegalStateException("the schemas are valid JSON", e);
    }
  }
}

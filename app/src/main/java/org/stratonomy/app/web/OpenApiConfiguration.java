package org.stratonomy.app.web;

import io.swagger.v3.core.util.Json31;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.JsonSchema;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.stratonomy.engine.document.PlanSchema;
import tools.jackson.databind.node.ObjectNode;

/** Describes the API; the plan document's part is the schema of the plan file. */
@Configuration
class OpenApiConfiguration {
  @Bean
  OpenAPI api() {
    return new OpenAPI().info(new Info().title("Stratonomy").version("1"));
  }

  @Bean
  OpenApiCustomizer planDocument() {
    return api -> {
      ObjectNode schema = PlanSchema.schema();
      schema.remove("$schema");
      try {
        api.getComponents()
            .addSchemas(
                "PlanDocument", Json31.mapper().readValue(schema.toString(), JsonSchema.class));
      } catch (com.fasterxml.jackson.core.JsonProcessingException e) {
        throw new IllegalStateException("the plan schema is valid JSON", e);
      }
      api.setServers(java.util.List.of());
    };
  }
}

package org.stratonomy.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.multipart;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.jsonPath;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.webmvc.test.autoconfigure.AutoConfigureMockMvc;
import org.springframework.context.annotation.Import;
import org.springframework.mock.web.MockMultipartFile;
import org.springframework.test.web.servlet.MockMvc;
import org.stratonomy.app.plans.PlanImporter;
import org.stratonomy.demo.DemoPlan;
import org.stratonomy.engine.settings.Setting;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The catalogue, the demo plans, health, and what is not there. */
@SpringBootTest
@AutoConfigureMockMvc
@Import(OwnRequests.class)
class ShelfApiTest {
  @Autowired private MockMvc mvc;
  @Autowired private PlanImporter importer;

  @Test
  void everySettingOfTheCatalogueIsOffered() throws Exception {
    JsonNode shelf =
        JsonMapper.shared()
            .readTree(
                mvc.perform(get("/api/shelf")).andReturn().getResponse().getContentAsByteArray());
    assertThat(shelf.get("settings")).hasSize(Setting.values().length);
    assertThat(shelf.get("machines").get(0).get("nozzles").get(0).get("diameterMm").asDouble())
        .isEqualTo(0.4);
    for (JsonNode setting : shelf.get("settings")) {
      assertThat(setting.get("label").asString()).isNotBlank();
      assertThat(setting.get("description").asString()).endsWith(".");
      boolean choice = !setting.get("choices").isEmpty();
      assertThat(choice || setting.get("max").asDouble() > setting.get("min").asDouble()).isTrue();
    }
    for (JsonNode filament : shelf.get("filaments")) {
      assertThat(filament.get("colour").asString()).matches("#[0-9a-f]{6}");
    }
  }

  @Test
  void everyDemoPlanCanBeKept() {
    DemoPlan.all()
        .forEach(
            file ->
                assertThat(importer.create(file).document().get("name").asString())
                    .isEqualTo(file.plan().name()));
  }

  @Test
  void healthAndMetricsAreServed() throws Exception {
    mvc.perform(get("/actuator/health")).andExpect(jsonPath("$.status").value("UP"));
    mvc.perform(get("/actuator/metrics/stratonomy.computation")).andExpect(status().isOk());
  }

  @Test
  void whatIsNotThereIsSaidWithARemedy() throws Exception {
    for (String address :
        new String[] {
          "/api/plans/%s",
          "/api/revisions/%s/result",
          "/api/plans/%s/programs/%<s",
          "/api/tasks/%s",
          "/api/tasks/%s/result"
        }) {
      mvc.perform(get(address.formatted(UUID.randomUUID())))
          .andExpect(status().isNotFound())
          .andExpect(content().contentTypeCompatibleWith("application/problem+json"))
          .andExpect(jsonPath("$.remedy").isNotEmpty());
    }
    mvc.perform(get("/api/nothing")).andExpect(status().isNotFound());
    mvc.perform(get("/api/plans/{id}/meshes/none/geometry", UUID.randomUUID()))
        .andExpect(status().isUnprocessableContent());
  }

  @Test
  void aPlanFileWithoutAPlanIsRefused() throws Exception {
    mvc.perform(
            multipart("/api/plans")
                .file(
                    new MockMultipartFile(
                        "files", "old.strat", "application/zip", new byte[] {80, 75, 1, 2})))
        .andExpect(status().isUnprocessableContent())
        .andExpect(jsonPath("$.place").value("old.strat"));
  }
}

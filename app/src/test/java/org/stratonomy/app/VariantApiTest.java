package org.stratonomy.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.hamcrest.Matchers.contains;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.delete;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.put;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.jsonPath;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import org.junit.jupiter.api.Test;
import org.springframework.http.MediaType;
import org.springframework.test.web.servlet.MvcResult;
import tools.jackson.databind.JsonNode;

/** States of a plan that are kept beside each other and compared, over the real API. */
class VariantApiTest extends ApiTest {
  private MvcResult keep(String plan, String name) throws Exception {
    return mvc.perform(
            post("/api/plans/{id}/variants", plan)
                .contentType(MediaType.APPLICATION_JSON)
                .content("{\"name\": \"%s\"}".formatted(name)))
        .andReturn();
  }

  private JsonNode variants(String plan) throws Exception {
    return json(mvc.perform(get("/api/plans/{id}/variants", plan)).andReturn());
  }

  private JsonNode differences(String one, String other) throws Exception {
    return json(mvc.perform(get("/api/plans/{id}/differences/{o}", one, other)).andReturn());
  }

  private void walls(JsonNode plan, int walls) throws Exception {
    String edit =
        """
        {"action": "SET", "where": {}, "setting": "walls", "value": "%d"}
        """
            .formatted(walls);
    mvc.perform(
            post("/api/plans/{id}/edits", plan.get("id").asString())
                .queryParam("version", plan.get("version").asString())
                .contentType(MediaType.APPLICATION_JSON)
                .content(edit))
        .andExpect(status().isOk());
  }

  @Test
  void aVariantIsEditedApartAndDiffersInJustThat() throws Exception {
    JsonNode plan = dropped(10);
    String id = plan.get("id").asString();
    MvcResult kept = keep(id, " Thick walls ");
    assertThat(kept.getResponse().getStatus()).isEqualTo(201);
    String other = json(kept).get("id").asString();
    assertThat(differences(id, other)).isEmpty();
    JsonNode copy = json(mvc.perform(get("/api/plans/{id}", other)).andReturn());
    assertThat(copy.get("document")).isEqualTo(plan.get("document"));
    walls(copy, 4);
    JsonNode differences = differences(id, other);
    assertThat(differences).hasSize(1);
    assertThat(differences.get(0).get("what").asString()).isEqualTo("Walls · everything");
    assertThat(differences.get(0).get("one").asString()).isEqualTo("none");
    assertThat(differences.get(0).get("other").asString()).isEqualTo("4 lines");
    JsonNode names = variants(other);
    assertThat(names.findValuesAsString("name")).containsExactly("first", "Thick walls");
    assertThat(names).isEqualTo(variants(id));
  }

  @Test
  void aPlanBecomesAsAnotherOfItsVariantsIs() throws Exception {
    JsonNode plan = dropped(10);
    String id = plan.get("id").asString();
    String other = json(keep(id, "Thick walls")).get("id").asString();
    walls(json(mvc.perform(get("/api/plans/{id}", other)).andReturn()), 4);
    JsonNode become =
        json(
            mvc.perform(post("/api/plans/{id}/become/{o}", id, other).param("version", "0"))
                .andReturn());
    assertThat(become.get("undo").asString()).isEqualTo("Copied variant Thick walls");
    assertThat(become.get("document").get("name")).isEqualTo(plan.get("document").get("name"));
    assertThat(differences(id, other)).isEmpty();
    String stranger = dropped(20).get("id").asString();
    mvc.perform(post("/api/plans/{id}/become/{o}", id, stranger).param("version", "1"))
        .andExpect(status().isNotFound());
  }

  @Test
  void theStartPageShowsThePlanOnce() throws Exception {
    String id = dropped(10).get("id").asString();
    String second = json(keep(id, "second")).get("id").asString();
    String third = json(keep(second, "third")).get("id").asString();
    String path = "$[?(@.id=='%s')]";
    mvc.perform(get("/api/plans"))
        .andExpect(
            jsonPath(
                path.formatted(id) + ".variants[*].name", contains("first", "second", "third")))
        .andExpect(jsonPath(path.formatted(second)).isEmpty());
    mvc.perform(delete("/api/plans/{id}", second)).andExpect(status().isNoContent());
    assertThat(variants(third).findValuesAsString("name")).containsExactly("first", "third");
  }

  @Test
  void namesAreNeitherEmptyNorTaken() throws Exception {
    String id = dropped(10).get("id").asString();
    String second = json(keep(id, "second")).get("id").asString();
    for (String name : new String[] {"second", "  ", "x".repeat(61)}) {
      MvcResult refused = keep(id, name);
      assertThat(refused.getResponse().getStatus()).isEqualTo(422);
      assertThat(json(refused).get("remedy").asString()).startsWith("Give it");
    }
    assertThat(variants(id)).hasSize(2);
    MvcResult renamed =
        mvc.perform(
                put("/api/plans/{id}/variant", second)
                    .contentType(MediaType.APPLICATION_JSON)
                    .content("{\"name\": \"better\"}"))
            .andReturn();
    assertThat(json(renamed).findValuesAsString("name")).containsExactly("first", "better");
  }

  @Test
  void whatIsNotThereIsMissing() throws Exception {
    String id = dropped(10).get("id").asString();
    mvc.perform(get("/api/plans/{id}/differences/{o}", id, java.util.UUID.randomUUID()))
        .andExpect(status().isNotFound());
  }

  @Test
  void aProposedVariantDiffersInWhatItSays() throws Exception {
    JsonNode plan = dropped(10);
    String id = plan.get("id").asString();
    JsonNode proposal = propose(plan, "SHORTEST_TIME");
    String variant = proposal.get("variant").get("id").asString();
    assertThat(proposal.get("variant").get("name").asString()).isEqualTo("shortest time");
    assertThat(proposal.get("steps")).isNotEmpty();
    assertThat(differences(id, variant)).hasSize(proposal.get("steps").size());
    JsonNode again = propose(plan, "SHORTEST_TIME");
    assertThat(again.get("variant").get("name").asString()).isEqualTo("shortest time 2");
  }

  @Test
  void whereNothingHelpsNoVariantIsAdded() throws Exception {
    JsonNode plan = dropped(10);
    JsonNode proposal = propose(plan, "FEWEST_CHANGES");
    assertThat(proposal.get("variant").isNull()).isTrue();
    assertThat(variants(plan.get("id").asString())).hasSize(1);
  }

  private JsonNode propose(JsonNode plan, String aim) throws Exception {
    return json(
        mvc.perform(
                post("/api/revisions/{r}/proposals", plan.get("revision").asString())
                    .param("aim", aim))
            .andExpect(status().isOk())
            .andReturn());
  }
}

package org.stratonomy.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.delete;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.put;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.jsonPath;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import java.nio.charset.StandardCharsets;
import org.hamcrest.Matchers;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.MediaType;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MvcResult;
import org.stratonomy.app.shelf.ShelfService;
import org.stratonomy.engine.document.ShelfReader;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Machines and filaments are edited, copied, taken from files, and removed. */
class ShelfItemApiTest extends ApiTest {
  @Autowired private ShelfService service;
  @Autowired private JdbcTemplate jdbc;

  @AfterEach
  void putTheSamplesBack() {
    service.putAll(ShelfReader.standard());
  }

  private JsonNode items() throws Exception {
    return json(mvc.perform(get("/api/shelf/items")).andReturn());
  }

  private static ObjectNode item(JsonNode items, String kind, String id) {
    for (JsonNode item : items.get(kind)) {
      if (item.get("id").asString().equals(id)) {
        return (ObjectNode) item;
      }
    }
    throw new AssertionError("no " + id);
  }

  private MvcResult put_(String kind, ObjectNode item) throws Exception {
    return mvc.perform(
            put("/api/shelf/items/" + kind)
                .contentType(MediaType.APPLICATION_JSON)
                .content(item.toString()))
        .andReturn();
  }

  @Test
  void everyFieldIsDescribedAndFilled() throws Exception {
    JsonNode items = items();
    for (String kind : new String[] {"machine", "filament"}) {
      for (JsonNode field : items.get(kind + "Fields")) {
        assertThat(field.get("description").asString()).endsWith(".");
        for (JsonNode item : items.get(kind + "s")) {
          assertThat(item.has(field.get("key").asString())).isTrue();
        }
      }
    }
  }

  @Test
  void anEditCountsInAPlanThatFollowsIt() throws Exception {
    JsonNode plan = dropped(10);
    double before = result(plan).get("ledger").get("slots").get(0).get("massG").asDouble();
    JsonNode items = items();
    String used = plan.get("document").get("slots").get(0).asString();
    ObjectNode filament = item(items, "filaments", used);
    double density = filament.get("densityGCm3").asDouble();
    put_("filaments", filament.put("densityGCm3", 2 * density));
    assertThat(result(plan).get("ledger").get("slots").get(0).get("massG").asDouble())
        .isEqualTo(before);
    JsonNode followed =
        json(
            mvc.perform(
                    post("/api/plans/{id}/follow", plan.get("id").asString()).param("version", "0"))
                .andExpect(status().isOk())
                .andReturn());
    double after = result(followed).get("ledger").get("slots").get(0).get("massG").asDouble();
    assertThat(after / before).isEqualTo(2, org.assertj.core.api.Assertions.within(1e-9));
  }

  @Test
  void aCopyIsAnotherMachineAndCanBeRemovedUnlessAPlanUsesIt() throws Exception {
    ObjectNode copy = item(items(), "machines", "workshop-one").deepCopy();
    copy.remove("id");
    copy.put("name", "Bench Two").put("bedX", 180);
    JsonNode after = json(put_("machines", copy));
    assertThat(item(after, "machines", "bench-two").get("bedX").asDouble()).isEqualTo(180);
    assertThat(item(after, "machines", "workshop-one").get("bedX").asDouble()).isEqualTo(250);

    JsonNode plan = dropped(10);
    ObjectNode document = (ObjectNode) plan.get("document").deepCopy();
    document.put("machine", "bench-two").put("name", "On the bench");
    mvc.perform(
            put("/api/plans/{id}", plan.get("id").asString())
                .contentType(MediaType.APPLICATION_JSON)
                .content(
                    "{\"version\": %d, \"document\": %s}"
                        .formatted(plan.get("version").asInt(), document)))
        .andExpect(status().isOk());
    mvc.perform(delete("/api/shelf/items/machines/bench-two"))
        .andExpect(status().isUnprocessableContent())
        .andExpect(jsonPath("$.detail").value(Matchers.containsString("On the bench")));
    document.put("machine", "workshop-one");
    JsonNode now = json(mvc.perform(get("/api/plans/{id}", plan.get("id").asString())).andReturn());
    mvc.perform(
            put("/api/plans/{id}", plan.get("id").asString())
                .contentType(MediaType.APPLICATION_JSON)
                .content(
                    "{\"version\": %d, \"document\": %s}"
                        .formatted(now.get("version").asInt(), document)))
        .andExpect(status().isOk());
    JsonNode left = json(mvc.perform(delete("/api/shelf/items/machines/bench-two")).andReturn());
    assertThat(left.get("machines").toString()).doesNotContain("bench-two");
  }

  @Test
  void whatIsImpossibleIsRefusedWithTheRemedyAndChangesNothing() throws Exception {
    JsonNode before = items();
    ObjectNode machine = item(before, "machines", "workshop-one").deepCopy();
    MvcResult refused = put_("machines", machine.put("bedX", 4));
    assertThat(refused.getResponse().getStatus()).isEqualTo(422);
    assertThat(json(refused).get("remedy").asString()).contains("10 to 5000 mm");
    ObjectNode filament = item(before, "filaments", "chalk").deepCopy();
    assertThat(put_("filaments", filament.put("colour", "white")).getResponse().getStatus())
        .isEqualTo(422);
    assertThat(items()).isEqualTo(before);
  }

  @Test
  void whatAnOlderVersionKeptIsFilledUp() throws Exception {
    jdbc.update(
        "update shelf_item set content = (content - 'tools' - 'heatingCPerS') || '{\"colourOfFrame\": 3, \"feeder\": false}'"
            + " where id = 'workshop-one'");
    service.begin();
    JsonNode machine = item(items(), "machines", "workshop-one");
    assertThat(machine.get("tools").asString()).isEqualTo("by hand");
    assertThat(machine.get("heatingCPerS").asDouble()).isEqualTo(2);
    assertThat(machine.has("colourOfFrame")).isFalse();
  }

  @Test
  void aFileCarriesOneOrAllAndIsTakenBack() throws Exception {
    String all =
        mvc.perform(get("/api/shelf/items/file")).andReturn().getResponse().getContentAsString();
    assertThat(JSON.readTree(all).get("machines")).hasSize(items().get("machines").size());
    String one =
        mvc.perform(get("/api/shelf/items/file").param("filament", "kelp"))
            .andReturn()
            .getResponse()
            .getContentAsString();
    assertThat(JSON.readTree(one).get("machines")).isEmpty();
    String renamed = one.replace("\"Kelp\"", "\"Bladderwrack\"");
    JsonNode after =
        json(
            mvc.perform(
                    post("/api/shelf/items/file")
                        .contentType(MediaType.APPLICATION_JSON)
                        .content(renamed.getBytes(StandardCharsets.UTF_8)))
                .andExpect(status().isOk())
                .andReturn());
    assertThat(item(after, "filaments", "kelp").get("name").asString()).isEqualTo("Bladderwrack");
    mvc.perform(
            post("/api/shelf/items/file")
                .contentType(MediaType.APPLICATION_JSON)
                .content("{\"spools\":[]}"))
        .andExpect(status().isUnprocessableContent())
        .andExpect(jsonPath("$.detail").value(Matchers.containsString("spools")));
  }

  @Test
  void testStripsBecomeAPlanAndWhatTheyShowBecomesVolumes() throws Exception {
    JsonNode plan =
        json(
            mvc.perform(
                    post("/api/shelf/strips")
                        .param("machine", "workshop-four")
                        .param("first", "slate")
                        .param("second", "chalk"))
                .andExpect(status().isCreated())
                .andReturn());
    assertThat(plan.get("document").get("machine").asString()).isEqualTo("workshop-four");
    assertThat(result(plan).get("ledger").get("slots")).hasSize(2);
    mvc.perform(
            get("/api/shelf/strips")
                .param("first", "slate")
                .param("second", "chalk")
                .param("thereMm", "62")
                .param("backMm", "51"))
        .andExpect(status().isOk())
        .andExpect(jsonPath("$.meltMm3", Matchers.closeTo(29.7, 0.3)))
        .andExpect(jsonPath("$.thereMm", Matchers.closeTo(62, 1e-9)));
    mvc.perform(
            post("/api/shelf/strips")
                .param("machine", "workshop-one")
                .param("first", "slate")
                .param("second", "chalk"))
        .andExpect(status().isUnprocessableContent())
        .andExpect(jsonPath("$.remedy", Matchers.containsString("feeder")));
  }
}

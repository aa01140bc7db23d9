package org.stratonomy.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.hamcrest.Matchers.containsString;
import static org.hamcrest.Matchers.not;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.delete;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.multipart;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.put;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.header;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.jsonPath;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.MediaType;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.mock.web.MockMultipartFile;
import org.springframework.test.web.servlet.ResultActions;
import org.stratonomy.app.plans.PlanService;
import org.stratonomy.engine.document.StratFile;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Stop;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** What a request may not do, whoever sends it. */
class DoorsApiTest extends ApiTest {
  @Autowired private JdbcTemplate jdbc;
  @Autowired private PlanService plans;

  private ResultActions putPlan(JsonNode state, JsonNode document) throws Exception {
    return mvc.perform(
        put("/api/plans/{id}", state.get("id").asString())
            .contentType(MediaType.APPLICATION_JSON)
            .content(
                "{\"version\": %d, \"document\": %s}"
                    .formatted(state.get("version").asInt(), document)));
  }

  @Test
  void aHostNameThatLeadsHereReadsNothing() throws Exception {
    mvc.perform(get("/api/plans").header("Host", "evil.example"))
        .andExpect(status().isMisdirectedRequest());
  }

  @Test
  void aFormOfAnotherPageWritesNothing() throws Exception {
    mvc.perform(
            post("/api/shelf/items/file")
                .header("Sec-Fetch-Site", "cross-site")
                .contentType(MediaType.TEXT_PLAIN)
                .content("{\"machines\": [], \"filaments\": []}"))
        .andExpect(status().isForbidden());
    mvc.perform(
            multipart("/api/plans")
                .file(file("wedge.stl", wedge(3)))
                .header("Origin", "https://evil.example"))
        .andExpect(status().isForbidden());
    mvc.perform(
            post("/api/shelf/recipes")
                .contentType(MediaType.TEXT_PLAIN)
                .content("{\"name\": \"x\", \"basedOn\": \"\", \"values\": {}}"))
        .andExpect(status().isUnsupportedMediaType());
  }

  @Test
  void aBodyIsReadUpToItsLimitOnly() throws Exception {
    String spaces = " ".repeat(5 << 20);
    mvc.perform(post("/api/shelf/recipes").contentType(MediaType.APPLICATION_JSON).content(spaces))
        .andExpect(status().isContentTooLarge())
        .andExpect(jsonPath("$.remedy").isNotEmpty());
  }

  @Test
  void whatCannotBeReadNamesNoClassOfOurs() throws Exception {
    JsonNode plan = dropped(3);
    mvc.perform(
            post("/api/plans/{id}/edits", plan.get("id").asString())
                .queryParam("version", "0")
                .contentType(MediaType.APPLICATION_JSON)
                .content("{\"action\": \"XYZ\"}"))
        .andExpect(status().isUnprocessableContent())
        .andExpect(jsonPath("$.detail").value("There is no action 'XYZ'."));
    mvc.perform(
            post("/api/plans/{id}/edits", plan.get("id").asString())
                .queryParam("version", "0")
                .contentType(MediaType.APPLICATION_JSON)
                .content("{\"action\": "))
        .andExpect(status().isBadRequest())
        .andExpect(jsonPath("$.detail").value(containsString("line 1")))
        .andExpect(jsonPath("$.detail").value(not(containsString("stratonomy"))));
  }

  @Test
  void controlCharactersAreRefusedInEveryText() throws Exception {
    JsonNode plan = dropped(3);
    for (String name : new String[] {"a\u0000b", "a\nM104 S298", "a\u202eb", "a\u0007"}) {
      ObjectNode document = (ObjectNode) plan.get("document").deepCopy();
      putPlan(plan, document.put("name", name))
          .andExpect(status().isUnprocessableContent())
          .andExpect(jsonPath("$.detail").value(containsString("control or formatting")));
      mvc.perform(
              post("/api/shelf/recipes")
                  .contentType(MediaType.APPLICATION_JSON)
                  .content(
                      JSON.writeValueAsString(
                          Map.of("name", name, "basedOn", "", "values", Map.of()))))
          .andExpect(status().isUnprocessableContent());
      mvc.perform(
              post("/api/plans/{id}/variants", plan.get("id").asString())
                  .contentType(MediaType.APPLICATION_JSON)
                  .content(JSON.writeValueAsString(Map.of("name", name))))
          .andExpect(status().isUnprocessableContent());
      ObjectNode machine =
          (ObjectNode)
              json(mvc.perform(get("/api/shelf/items")).andReturn()).get("machines").get(0);
      mvc.perform(
              put("/api/shelf/items/machines")
                  .contentType(MediaType.APPLICATION_JSON)
                  .content(machine.put("name", name).toString()))
          .andExpect(status().isUnprocessableContent());
    }
  }

  @Test
  void aFileNameBecomesAPlainName() throws Exception {
    JsonNode plan =
        json(
            mvc.perform(multipart("/api/plans").file(file("a\u202e/../b\nc.stl", wedge(3))))
                .andExpect(status().isCreated())
                .andReturn());
    assertThat(plan.get("document").get("name").asString()).isEqualTo("b c");
    ObjectNode document = (ObjectNode) plan.get("document").deepCopy();
    JsonNode renamed = json(putPlan(plan, document.put("name", "a/../\"b\" %c")).andReturn());
    later(get("/api/plans/{id}/strat", renamed.get("id").asString()))
        .andExpect(header().string("Content-Disposition", not(containsString(".."))))
        .andExpect(header().string("Content-Disposition", not(containsString("%2F"))));
  }

  @Test
  void listsHaveAnEnd() throws Exception {
    JsonNode plan = dropped(3);
    ObjectNode document = (ObjectNode) plan.get("document").deepCopy();
    var slots = document.putArray("slots");
    for (int i = 0; i < 65; i++) {
      slots.add("chalk");
    }
    putPlan(plan, document)
        .andExpect(status().isUnprocessableContent())
        .andExpect(jsonPath("$.detail").value(containsString("64")));
  }

  @Test
  void tooManyFilesAreNamedAsTheReason() throws Exception {
    var upload = multipart("/api/plans");
    for (int i = 0; i < 51; i++) {
      upload.file(file("wedge.stl", new byte[] {1}));
    }
    mvc.perform(upload)
        .andExpect(status().isUnprocessableContent())
        .andExpect(jsonPath("$.detail").value(containsString("50 are possible")));
  }

  @Test
  void aStartOutOfRangeIsRefused() throws Exception {
    String revision = dropped(3).get("revision").asString();
    mvc.perform(
            get("/api/revisions/{r}/run-sheet.pdf", revision)
                .param("start", "+999999999-12-31T23:59"))
        .andExpect(status().isUnprocessableContent())
        .andExpect(jsonPath("$.detail").value(containsString("out of range")));
  }

  @Test
  void meshesAndProgramsAreReachedThroughTheirPlanOnly() throws Exception {
    JsonNode own = dropped(3.1);
    JsonNode other = dropped(3.2);
    String mesh =
        own.get("document").get("pieces").get(0).get("bodies").get(0).get("mesh").asString();
    String address = "/api/plans/{plan}/meshes/{mesh}/geometry";
    mvc.perform(get(address, own.get("id").asString(), mesh)).andExpect(status().isOk());
    mvc.perform(get(address, other.get("id").asString(), mesh))
        .andExpect(status().isUnprocessableContent());
    ObjectNode document = (ObjectNode) other.get("document").deepCopy();
    ((ObjectNode) document.get("pieces").get(0).get("bodies").get(0)).put("mesh", mesh);
    String known = putPlan(other, document).andReturn().getResponse().getContentAsString();
    ((ObjectNode) document.get("pieces").get(0).get("bodies").get(0)).put("mesh", "f".repeat(64));
    String unknown = putPlan(other, document).andReturn().getResponse().getContentAsString();
    assertThat(known.replace(mesh.substring(0, 60), "f".repeat(60)))
        .contains("It is not kept here.");
    assertThat(unknown).contains("It is not kept here.");

    JsonNode program =
        json(
            mvc.perform(post("/api/revisions/{r}/programs", own.get("revision").asString()))
                .andExpect(status().isCreated())
                .andReturn());
    String file = "/api/plans/{plan}/programs/{program}";
    mvc.perform(get(file, own.get("id").asString(), program.get("id").asString()))
        .andExpect(status().isOk());
    mvc.perform(get(file, other.get("id").asString(), program.get("id").asString()))
        .andExpect(status().isNotFound());
  }

  @Test
  void aQuestionAboutFilesKeepsNothing() throws Exception {
    long before = jdbc.queryForObject("select count(*) from mesh", Long.class);
    mvc.perform(
            multipart("/api/plans/belonging")
                .file(file("one.stl", wedge(3.31)))
                .file(file("two.stl", wedge(3.32))))
        .andExpect(status().isOk());
    assertThat(jdbc.queryForObject("select count(*) from mesh", Long.class)).isEqualTo(before);
  }

  @Test
  void aRemovedPlanIsGoneAndAfterAMonthErasedWithWhatOnlyItUsed() throws Exception {
    JsonNode removed = dropped(3.41);
    JsonNode sharing = dropped(3.42);
    JsonNode keeping = dropped(3.42);
    String only = mesh(removed);
    String shared = mesh(sharing);
    for (JsonNode plan : List.of(removed, sharing)) {
      mvc.perform(delete("/api/plans/{id}", plan.get("id").asString()));
      mvc.perform(get("/api/plans/{id}", plan.get("id").asString()))
          .andExpect(status().isNotFound());
      mvc.perform(get("/api/revisions/{r}/result", plan.get("revision").asString()))
          .andExpect(status().isNotFound());
    }
    plans.eraseRemoved();
    mvc.perform(post("/api/plans/{id}/restore", removed.get("id").asString()))
        .andExpect(status().isNoContent());
    mvc.perform(delete("/api/plans/{id}", removed.get("id").asString()));
    jdbc.update(
        "update plan set removed_at = removed_at - interval '31 days' where removed_at is not null");
    jdbc.update("update mesh set created = created - interval '2 days'");
    plans.eraseRemoved();
    mvc.perform(post("/api/plans/{id}/restore", removed.get("id").asString()))
        .andExpect(status().isNotFound());
    String kept = "select count(*) from mesh where hash = ?";
    assertThat(jdbc.queryForObject(kept, Long.class, only)).isZero();
    assertThat(jdbc.queryForObject(kept, Long.class, shared)).isEqualTo(1);
    assertThat(result(keeping).get("tops")).isNotEmpty();
  }

  private static String mesh(JsonNode plan) {
    return plan.get("document").get("pieces").get(0).get("bodies").get(0).get("mesh").asString();
  }

  @Test
  void customCodeOfAFileHasToBeAccepted() throws Exception {
    Stop stop = new Stop("own", 2, "", new Stop.Commands(List.of("M104 S298")));
    Plan bare =
        new Plan(
            "Gift",
            "workshop-one",
            List.of("chalk"),
            List.of(
                new Piece(
                    "w",
                    "Wedge",
                    List.of(new Body("b", "Body", "w.stl")),
                    Placement.at(60, 60),
                    List.of())),
            List.of(),
            List.of(stop));
    JsonNode first = imported(bare);
    JsonNode finding = customCode(result(first));
    assertThat(finding.get("reason").asString()).contains("M104 S298");
    mvc.perform(post("/api/revisions/{r}/programs", first.get("revision").asString()))
        .andExpect(status().isUnprocessableContent())
        .andExpect(jsonPath("$.detail").value(containsString("Custom G-code")));

    // What the file says of accepting it does not count.
    Plan accepting =
        bare.withAccepted(List.of(new Plan.Accepted(finding.get("id").asString(), "Trust me.")));
    JsonNode second = imported(accepting);
    assertThat(customCode(result(second)).get("accepted").isNull()).isTrue();

    ObjectNode document = (ObjectNode) second.get("document").deepCopy();
    document
        .putArray("accepted")
        .addObject()
        .put("finding", finding.get("id").asString())
        .put("note", "known");
    JsonNode accepted = json(putPlan(second, document).andReturn());
    mvc.perform(post("/api/revisions/{r}/programs", accepted.get("revision").asString()))
        .andExpect(status().isCreated());

    // What the planner types is accepted by typing it.
    document = (ObjectNode) accepted.get("document").deepCopy();
    ((ObjectNode) document.get("stops").get(0)).putArray("commands").add("M300 P200");
    JsonNode typed = json(putPlan(accepted, document).andReturn());
    assertThat(customCode(result(typed)).get("accepted").asString()).isNotEmpty();
  }

  private JsonNode imported(Plan plan) throws Exception {
    byte[] strat = new StratFile(plan, Map.of("w.stl", wedge(8))).bytes();
    return json(
        mvc.perform(
                multipart("/api/plans")
                    .file(new MockMultipartFile("files", "gift.strat", "application/zip", strat)))
            .andExpect(status().isCreated())
            .andReturn());
  }

  private static JsonNode customCode(JsonNode result) {
    for (JsonNode finding : result.get("findings")) {
      if (finding.get("id").asString().startsWith("custom-code:")) {
        return finding;
      }
    }
    throw new AssertionError("no custom code is found");
  }

  @Test
  void theApplicationsRoleChangesRowsOnly() {
    assertThatThrownBy(() -> jdbc.execute("create table intruder (id int)"))
        .hasStackTraceContaining("permission denied");
    assertThatThrownBy(() -> jdbc.execute("drop table program"))
        .hasStackTraceContaining("must be owner");
    assertThatThrownBy(() -> jdbc.execute("copy plan to program 'id'"))
        .hasStackTraceContaining("must be superuser");
  }

  @Test
  void aTaskThatIsNotThereIsSaidSo() throws Exception {
    mvc.perform(get("/api/tasks/{id}/events", UUID.randomUUID())).andExpect(status().isNotFound());
    mvc.perform(delete("/api/tasks/{id}", UUID.randomUUID())).andExpect(status().isNoContent());
  }
}

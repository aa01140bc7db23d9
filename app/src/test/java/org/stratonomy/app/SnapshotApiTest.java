package org.stratonomy.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.multipart;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.put;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.jsonPath;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.hamcrest.Matchers;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.MediaType;
import org.springframework.jdbc.core.JdbcTemplate;
import org.stratonomy.app.shelf.ShelfService;
import org.stratonomy.app.shelf.SnapshotService;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.Planner;
import org.stratonomy.engine.Progress;
import org.stratonomy.engine.document.ShelfFormat;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.document.StratFile;
import org.stratonomy.engine.mesh.io.MeshFiles;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.shelf.Shelf;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Revisions and files keep the machine and the filaments that they were made with, so that they
 * print the same at any time and anywhere.
 */
class SnapshotApiTest extends ApiTest {
  @Autowired private ShelfService shelf;
  @Autowired private SnapshotService snapshots;
  @Autowired private JdbcTemplate jdbc;

  @AfterEach
  void putTheSamplesBack() {
    shelf.putAll(ShelfReader.standard());
  }

  private byte[] exported(JsonNode state) throws Exception {
    return later(get("/api/plans/{id}/strat", state.get("id").asString()))
        .andExpect(status().isOk())
        .andReturn()
        .getResponse()
        .getContentAsByteArray();
  }

  private JsonNode imported(byte[] strat) throws Exception {
    return json(
        mvc.perform(multipart("/api/plans").file(file("plan.strat", strat)))
            .andExpect(status().isCreated())
            .andReturn());
  }

  private String program(JsonNode state) throws Exception {
    result(state);
    JsonNode written =
        json(
            mvc.perform(post("/api/revisions/{r}/programs", state.get("revision").asString()))
                .andExpect(status().isCreated())
                .andReturn());
    return mvc.perform(
            get(
                "/api/plans/{plan}/programs/{id}",
                state.get("id").asString(),
                written.get("id").asString()))
        .andExpect(status().isOk())
        .andReturn()
        .getResponse()
        .getContentAsString(StandardCharsets.UTF_8);
  }

  /** What the machine does; comments name filaments. */
  private static List<String> commands(String program) {
    return program
        .lines()
        .map(line -> line.replaceFirst(" *;.*", ""))
        .filter(line -> !line.isEmpty())
        .toList();
  }

  private JsonNode items() throws Exception {
    return json(mvc.perform(get("/api/shelf/items")).andReturn());
  }

  /** Heats a filament of the shelf more than before. */
  private void heat(String id, double moreC) throws Exception {
    ObjectNode filament = null;
    for (JsonNode item : items().get("filaments")) {
      filament = item.get("id").asString().equals(id) ? (ObjectNode) item : filament;
    }
    filament.put("nozzleC", filament.get("nozzleC").asDouble() + moreC);
    mvc.perform(
            put("/api/shelf/items/filaments")
                .contentType(MediaType.APPLICATION_JSON)
                .content(filament.toString()))
        .andExpect(status().is2xxSuccessful());
  }

  private JsonNode state(JsonNode plan) throws Exception {
    return json(mvc.perform(get("/api/plans/{id}", plan.get("id").asString())).andReturn());
  }

  private JsonNode done(JsonNode state, String what) throws Exception {
    return json(
        mvc.perform(
                post("/api/plans/{id}/" + what, state.get("id").asString())
                    .param("version", state.get("version").asString()))
            .andExpect(status().isOk())
            .andReturn());
  }

  @Test
  void aRevisionPrintsTheSameUntilThePlannerFollowsTheShelf() throws Exception {
    JsonNode plan = dropped(7);
    String before = program(plan);
    assertThat(plan.get("changedOnShelf")).isEmpty();
    String used = plan.get("document").get("slots").get(0).asString();
    double celsius = plan.get("filaments").get(0).get("nozzleC").asDouble();
    heat(used, 6);

    JsonNode later = state(plan);
    assertThat(later.get("filaments").get(0).get("nozzleC").asDouble()).isEqualTo(celsius);
    JsonNode change = later.get("changedOnShelf").get(0);
    assertThat(change.get("item").asString())
        .isEqualTo("Filament " + plan.get("filaments").get(0).get("name").asString());
    assertThat(change.get("there").asBoolean()).isTrue();
    assertThat(change.get("differences")).hasSize(1);
    assertThat(change.get("differences").get(0).toString())
        .contains("Nozzle", "%.0f °C".formatted(celsius), "%.0f °C".formatted(celsius + 6));
    assertThat(program(later)).isEqualTo(before);

    // An edit of something else does not follow by the way.
    JsonNode edited = edit(later, "\"action\":\"DIVIDE\",\"piece\":\"wedge\",\"height\":3");
    assertThat(edited.get("changedOnShelf")).hasSize(1);
    assertThat(program(edited)).doesNotContain("S%.0f".formatted(celsius + 6));

    JsonNode followed = done(edited, "follow");
    assertThat(followed.get("changedOnShelf")).isEmpty();
    assertThat(program(followed)).contains("S%.0f".formatted(celsius + 6));
    JsonNode back = done(done(followed, "undo"), "undo");
    assertThat(program(back)).isEqualTo(before);
    assertThat(back.get("changedOnShelf")).hasSize(1);
  }

  @Test
  void aVariantKeepsWhatItsPlanUses() throws Exception {
    JsonNode plan = dropped(8);
    String before = program(plan);
    heat(plan.get("document").get("slots").get(0).asString(), 5);
    JsonNode variant =
        json(
            mvc.perform(
                    post("/api/plans/{id}/variants", plan.get("id").asString())
                        .contentType(MediaType.APPLICATION_JSON)
                        .content("{\"name\":\"As it was\"}"))
                .andExpect(status().isCreated())
                .andReturn());
    JsonNode copy = state(variant);
    assertThat(program(copy)).isEqualTo(before);
    done(copy, "follow");
    JsonNode differences =
        json(
            mvc.perform(
                    get(
                        "/api/plans/{id}/differences/{other}",
                        plan.get("id").asString(),
                        variant.get("id").asString()))
                .andExpect(status().isOk())
                .andReturn());
    assertThat(differences).hasSize(1);
    assertThat(differences.get(0).toString()).contains("Filament in slot 1", "not in detail");
  }

  /** Revisions that were made with the same items share one snapshot; unused ones are erased. */
  @Test
  void snapshotsAreKeptOnceAndAsLongAsTheyAreUsed() throws Exception {
    String used = "select snapshot from revision where id = ?";
    String one = jdbc.queryForObject(used, String.class, revision(dropped(4)));
    String other = jdbc.queryForObject(used, String.class, revision(dropped(5)));
    assertThat(other).isEqualTo(one).hasSize(64);
    jdbc.update("insert into snapshot (hash, content) values ('unused', '{}')");
    snapshots.eraseUnused();
    String hashes = "select count(*) from snapshot where hash = ?";
    assertThat(jdbc.queryForObject(hashes, Long.class, "unused")).isZero();
    assertThat(jdbc.queryForObject(hashes, Long.class, one)).isEqualTo(1);
  }

  private static UUID revision(JsonNode plan) {
    return UUID.fromString(plan.get("revision").asString());
  }

  @Test
  void aRevisionFromBeforeSnapshotsFollowsTheShelf() throws Exception {
    JsonNode plan = dropped(9);
    String before = program(plan);
    UUID old = UUID.randomUUID();
    jdbc.update(
        "insert into revision (id, plan, document, created, what)"
            + " select ?, plan, document, created, what from revision where id = ?",
        old,
        revision(plan));
    jdbc.update(
        "update plan set revision = ? where id = ?",
        old,
        UUID.fromString(plan.get("id").asString()));
    heat(plan.get("document").get("slots").get(0).asString(), 4);
    JsonNode later = state(plan);
    assertThat(later.get("changedOnShelf")).isEmpty();
    assertThat(program(later)).isNotEqualTo(before);
  }

  @Test
  void aPlansFilePrintsTheSameAfterTheShelfWasEdited() throws Exception {
    JsonNode plan = dropped(6);
    String before = program(plan);
    byte[] strat = exported(plan);
    String used = plan.get("document").get("slots").get(0).asString();
    heat(used, 7);

    JsonNode again = imported(strat);
    assertThat(again.get("document").get("slots").get(0).asString()).isEqualTo(used + "-2");
    assertThat(commands(program(again))).isEqualTo(commands(before));
    int filaments = items().get("filaments").size();
    // Another copy of the file finds what the first one brought.
    assertThat(imported(strat).get("document").get("slots").get(0).asString())
        .isEqualTo(used + "-2");
    assertThat(items().get("filaments")).hasSize(filaments);
  }

  @Test
  void aMachineThatOnlyTheFileHasPrintsTheSameAsOnTheCommandLine() throws Exception {
    Shelf standard = ShelfReader.standard();
    String text =
        ShelfFormat.write(
            new Shelf(
                List.of(standard.machine("workshop-one")), List.of(standard.filament("chalk"))));
    Shelf own =
        ShelfFormat.parse(
            "own", text.replace("workshop-one", "attic").replace("chalk", "attic-white"));
    Plan plan =
        new Plan(
            "Attic",
            "attic",
            List.of("attic-white"),
            List.of(
                new Piece(
                    "w",
                    "Wedge",
                    List.of(new Body("body", "Body", "w.stl")),
                    Placement.at(100, 100),
                    List.of())),
            List.of(),
            List.of());
    StratFile file = new StratFile(plan, Map.of("w.stl", wedge(5))).withSnapshot(own);
    JsonNode state = imported(file.bytes());
    assertThat(state.get("document").get("machine").asString()).isEqualTo("attic");

    ByteArrayOutputStream alone = new ByteArrayOutputStream();
    try (Planner planner = new Planner(1 << 24, 1)) {
      PlanResult result =
          planner.compute(
              new Job(plan, own),
              ref -> MeshFiles.mesh(ref, ByteBuffer.wrap(file.meshes().get(ref))),
              Progress.NONE);
      Planner.writeProgram(result, alone);
    }
    assertThat(commands(program(state)))
        .isEqualTo(commands(alone.toString(StandardCharsets.UTF_8)));
  }

  @Test
  void whatIsOnNoShelfCannotBeLoaded() throws Exception {
    JsonNode plan = dropped(10);
    for (String edit :
        List.of(
            "{\"action\": \"CHOOSE_MACHINE\", \"machine\": \"lost\"}",
            "{\"action\": \"LOAD_FILAMENT\", \"slot\": 1, \"filament\": \"lost\"}",
            "{\"action\": \"ADD_SLOT\", \"filament\": \"lost\"}")) {
      mvc.perform(
              post("/api/plans/{id}/edits", plan.get("id").asString())
                  .queryParam("version", plan.get("version").asString())
                  .contentType(MediaType.APPLICATION_JSON)
                  .content(edit))
          .andExpect(status().is(422))
          .andExpect(jsonPath("detail").value(Matchers.containsString("'lost'")))
          .andExpect(jsonPath("remedy").isNotEmpty());
    }
    assertThat(json(mvc.perform(get("/api/plans/{id}", plan.get("id").asString())).andReturn()))
        .isEqualTo(plan);
  }
}

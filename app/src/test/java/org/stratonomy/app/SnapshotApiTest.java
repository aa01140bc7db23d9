package org.stratonomy.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.multipart;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.put;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.MediaType;
import org.stratonomy.app.shelf.ShelfService;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.Planner;
import org.stratonomy.engine.Watch;
import org.stratonomy.engine.document.ShelfFormat;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.document.StratFile;
import org.stratonomy.engine.mesh.MeshFiles;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Shelf;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** A plan's file brings its machine and filaments along, so that it prints the same anywhere. */
class SnapshotApiTest extends ApiTest {
  @Autowired private ShelfService shelf;

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

  @Test
  void aPlansFilePrintsTheSameAfterTheShelfWasEdited() throws Exception {
    JsonNode plan = dropped(6);
    String before = program(plan);
    byte[] strat = exported(plan);
    String used = plan.get("document").get("slots").get(0).asString();
    ObjectNode filament = null;
    for (JsonNode item : items().get("filaments")) {
      filament = item.get("id").asString().equals(used) ? (ObjectNode) item : filament;
    }
    filament.put("nozzleC", filament.get("nozzleC").asDouble() + 7);
    mvc.perform(
            put("/api/shelf/items/filaments")
                .contentType(MediaType.APPLICATION_JSON)
                .content(filament.toString()))
        .andExpect(status().is2xxSuccessful());

    JsonNode again = imported(strat);
    assertThat(again.get("document").get("slots").get(0).asString()).isEqualTo(used + "-2");
    assertThat(commands(program(again))).isEqualTo(commands(before));
    assertThat(commands(program(plan))).isNotEqualTo(commands(before));
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
    try (Planner planner = new Planner(standard.with(own), 1 << 24, 1)) {
      PlanResult result =
          planner.compute(
              plan,
              ref -> MeshFiles.mesh(ref, ByteBuffer.wrap(file.meshes().get(ref))),
              Watch.NONE);
      Planner.writeProgram(result, alone);
    }
    assertThat(commands(program(state)))
        .isEqualTo(commands(alone.toString(StandardCharsets.UTF_8)));
  }
}

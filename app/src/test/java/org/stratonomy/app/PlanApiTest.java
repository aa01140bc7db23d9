package org.stratonomy.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.hamcrest.Matchers.containsString;
import static org.hamcrest.Matchers.startsWith;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.delete;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.multipart;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.put;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.header;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.jsonPath;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.springframework.http.MediaType;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.MvcResult;
import org.stratonomy.engine.mesh.MeshPart;
import org.stratonomy.engine.mesh.io.StlReader;
import org.stratonomy.engine.mesh.io.ThreeMfWriter;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Plans from the dropped file to the written program, over the real API and database. */
class PlanApiTest extends ApiTest {
  @Test
  void aDroppedMeshBecomesAPlanInTheMiddleOfTheBed() throws Exception {
    JsonNode plan = dropped(10);
    JsonNode piece = plan.get("document").get("pieces").get(0);
    assertThat(piece.get("name").asString()).isEqualTo("wedge");
    assertThat(piece.get("placement").get("position").get(0).asDouble()).isEqualTo(125);
    JsonNode result = result(plan);
    assertThat(result.get("tops")).hasSize(50);
    assertThat(result.get("findings").findValuesAsString("id")).containsExactly("short-layers");
  }

  private static byte[] threeMf() throws Exception {
    List<MeshPart> parts =
        List.of(
            new MeshPart(
                "Wedge",
                StlReader.read("wedge", ByteBuffer.wrap(wedge(6))),
                Optional.of("#ece7da")),
            new MeshPart(
                "Rider", StlReader.read("rider", ByteBuffer.wrap(wedge(3))), Optional.empty()));
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    ThreeMfWriter.write(parts, bytes);
    return bytes.toByteArray();
  }

  @Test
  void theMeshesOfAFileBecomeBodiesOfOnePiece() throws Exception {
    JsonNode plan =
        json(
            mvc.perform(multipart("/api/plans").file(file("pair.3mf", threeMf())))
                .andExpect(status().isCreated())
                .andReturn());
    JsonNode pieces = plan.get("document").get("pieces");
    assertThat(pieces).hasSize(1);
    assertThat(pieces.get(0).get("name").asString()).isEqualTo("pair");
    assertThat(pieces.get(0).get("bodies")).hasSize(2);
    assertThat(pieces.get(0).get("bodies").get(1).get("name").asString()).isEqualTo("Rider");
    assertThat(result(plan).get("tops")).hasSize(30);
    byte[] strat =
        later(get("/api/plans/{id}/strat", plan.get("id").asString()))
            .andReturn()
            .getResponse()
            .getContentAsByteArray();
    JsonNode again =
        json(
            mvc.perform(multipart("/api/plans").file(file("pair.strat", strat)))
                .andExpect(status().isCreated())
                .andReturn());
    assertThat(again.get("document").get("pieces").get(0).get("bodies")).hasSize(2);
  }

  @Test
  void dividingAndAssigningChangesTheFilamentAtTheBoundary() throws Exception {
    JsonNode plan = edit(dropped(10.2), "\"action\":\"DIVIDE\",\"piece\":\"wedge\",\"height\":4.2");
    plan =
        edit(
            plan,
            "\"action\":\"SET\",\"where\":{\"pieces\":[\"wedge\"],\"strata\":[\"s2\"]},\"setting\":\"filament\","
                + "\"value\":\"2\"");
    JsonNode halts = result(plan).get("ledger").get("halts");
    assertThat(halts).hasSize(1);
    assertThat(halts.get(0).get("heightMm").asDouble()).isEqualTo(4.2);
    assertThat(halts.get(0).get("layer").asInt()).isEqualTo(22);
  }

  @Test
  void undoAndRedoWalkThroughTheHistory() throws Exception {
    JsonNode plan = dropped(10.4);
    assertThat(plan.get("undo").asString()).isEmpty();
    JsonNode divided = edit(plan, "\"action\":\"DIVIDE\",\"piece\":\"wedge\",\"height\":3");
    String id = plan.get("id").asString();
    JsonNode undone =
        json(
            mvc.perform(
                    post("/api/plans/{id}/undo", id)
                        .param("version", divided.get("version").asString()))
                .andReturn());
    assertThat(undone.get("document")).isEqualTo(plan.get("document"));
    assertThat(undone.get("redo").asString()).startsWith("Divided ");
    JsonNode redone =
        json(
            mvc.perform(
                    post("/api/plans/{id}/redo", id)
                        .param("version", undone.get("version").asString()))
                .andReturn());
    assertThat(redone.get("document")).isEqualTo(divided.get("document"));
    assertThat(redone.get("revision")).isEqualTo(divided.get("revision"));
  }

  @Test
  void theLaterOfTwoEditorsIsTold() throws Exception {
    JsonNode plan = dropped(10.6);
    edit(plan, "\"action\":\"DIVIDE\",\"piece\":\"wedge\",\"height\":3");
    ObjectNode body = JSON.createObjectNode();
    body.put("version", plan.get("version").asInt());
    body.set("document", plan.get("document"));
    mvc.perform(
            put("/api/plans/{id}", plan.get("id").asString())
                .contentType(MediaType.APPLICATION_JSON)
                .content(body.toString()))
        .andExpect(status().isConflict())
        .andExpect(jsonPath("$.type").value("urn:stratonomy:problem:stale-plan"))
        .andExpect(jsonPath("$.remedy").isNotEmpty());
  }

  @Test
  void aBadEditIsRefusedAndThePlanStaysAsItWas() throws Exception {
    JsonNode plan = dropped(10.8);
    for (String bad :
        new String[] {
          "\"action\":\"DIVIDE\",\"piece\":\"wedge\",\"height\":99",
          "\"action\":\"DIVIDE\",\"piece\":\"wedge\",\"height\":0.05",
          "\"action\":\"DIVIDE\",\"piece\":\"nobody\",\"height\":3",
          "\"action\":\"DIVIDE\",\"piece\":\"wedge\"",
          "\"action\":\"SET\",\"setting\":\"layerHeight\",\"value\":\"0.9\"",
          "\"action\":\"SET\",\"setting\":\"layerHeight\",\"value\":\"thick\"",
          "\"action\":\"SET\",\"setting\":\"colour\",\"value\":\"1\""
        }) {
      mvc.perform(
              post("/api/plans/{id}/edits", plan.get("id").asString())
                  .queryParam("version", "0")
                  .contentType(MediaType.APPLICATION_JSON)
                  .content("{%s}".formatted(bad)))
          .andExpect(status().isUnprocessableContent())
          .andExpect(jsonPath("$.detail").isNotEmpty())
          .andExpect(jsonPath("$.remedy").isNotEmpty());
    }
    JsonNode now = json(mvc.perform(get("/api/plans/{id}", plan.get("id").asString())).andReturn());
    assertThat(now).isEqualTo(plan);
  }

  @Test
  void aFileThatIsNoMeshIsRefusedByName() throws Exception {
    mvc.perform(multipart("/api/plans").file(file("letter.stl", "Dear all".getBytes())))
        .andExpect(status().isUnprocessableContent())
        .andExpect(jsonPath("$.place").value("letter.stl"))
        .andExpect(jsonPath("$.type").value("urn:stratonomy:problem:mesh"));
  }

  @Test
  void severalFilesBecomePiecesSideBySide() throws Exception {
    JsonNode plan =
        json(
            mvc.perform(
                    multipart("/api/plans")
                        .file(file("a.stl", wedge(5)))
                        .file(file("b.stl", wedge(6))))
                .andExpect(status().isCreated())
                .andReturn());
    JsonNode pieces = result(plan).get("pieces");
    assertThat(pieces).hasSize(2);
    assertThat(pieces.get(1).get("min").get(0).asDouble())
        .isGreaterThan(pieces.get(0).get("max").get(0).asDouble());
  }

  @Test
  void theProgramIsKeptUnderANameThatTellsColoursMaterialAndNozzle() throws Exception {
    JsonNode plan = edit(dropped(11), "\"action\":\"DIVIDE\",\"piece\":\"wedge\",\"height\":4.2");
    plan =
        edit(
            plan,
            "\"action\":\"SET\",\"where\":{\"pieces\":[\"wedge\"],\"strata\":[\"s2\"]},\"setting\":\"filament\","
                + "\"value\":\"4\"");
    JsonNode program =
        json(
            mvc.perform(post("/api/revisions/{r}/programs", plan.get("revision").asString()))
                .andExpect(status().isCreated())
                .andReturn());
    assertThat(program.get("fileName").asString())
        .isEqualTo("wedge_chalk+buoy-red_pla_0.4mm_1-stop.gcode");
    MvcResult download =
        mvc.perform(
                get(
                    "/api/plans/{plan}/programs/{id}",
                    plan.get("id").asString(),
                    program.get("id").asString()))
            .andReturn();
    String text = download.getResponse().getContentAsString(StandardCharsets.UTF_8);
    assertThat(text).hasSize(program.get("size").asInt()).contains("M600");
    mvc.perform(get("/api/plans/{id}/programs", plan.get("id").asString()))
        .andExpect(jsonPath("$[0].revision").value(plan.get("revision").asString()));
    byte[] bytes = download.getResponse().getContentAsByteArray();
    JsonNode again =
        json(
            mvc.perform(multipart("/api/plans").file(file("found.gcode", bytes)))
                .andExpect(status().isCreated())
                .andReturn());
    assertThat(again.get("document").get("rules")).isEqualTo(plan.get("document").get("rules"));
    assertThat(result(again).get("ledger")).isEqualTo(result(plan).get("ledger"));
  }

  @Test
  void aProgramWithoutAPlanIsRefusedWithTheRemedy() throws Exception {
    byte[] foreign = "G28\nG1 X10 Y10 E1\n".getBytes(StandardCharsets.UTF_8);
    mvc.perform(multipart("/api/plans").file(file("foreign.gcode", foreign)))
        .andExpect(status().isUnprocessableContent())
        .andExpect(jsonPath("$.detail").value(containsString("carries no plan")));
  }

  @Test
  void aPlanWithAnErrorIsNotWritten() throws Exception {
    JsonNode plan = dropped(11.2);
    ObjectNode body = JSON.createObjectNode();
    body.put("version", plan.get("version").asInt());
    String document =
        plan.get("document")
            .toString()
            .replaceAll("\"position\":\\[[^]]*]", "\"position\":[0,0,0]");
    body.set("document", JSON.readTree(document));
    JsonNode moved =
        json(
            mvc.perform(
                    put("/api/plans/{id}", plan.get("id").asString())
                        .contentType(MediaType.APPLICATION_JSON)
                        .content(body.toString()))
                .andExpect(status().isOk())
                .andReturn());
    mvc.perform(post("/api/revisions/{r}/programs", moved.get("revision").asString()))
        .andExpect(status().isUnprocessableContent())
        .andExpect(jsonPath("$.detail").value(containsString("off the bed")));
    JsonNode despite =
        json(
            mvc.perform(
                    post("/api/revisions/{r}/programs", moved.get("revision").asString())
                        .param("despite", "off-bed:wedge"))
                .andExpect(status().isCreated())
                .andReturn());
    assertThat(despite.get("despite").asString()).contains("reaches off the bed");
    mvc.perform(
            get(
                "/api/plans/{plan}/programs/{id}",
                moved.get("id").asString(),
                despite.get("id").asString()))
        .andExpect(content().string(startsWith("; written despite: wedge reaches off the bed")));
    JsonNode mended =
        json(
            mvc.perform(
                    post("/api/revisions/{r}/remedies", moved.get("revision").asString())
                        .param("version", moved.get("version").asString())
                        .param("finding", "off-bed:wedge")
                        .param("remedy", "0"))
                .andExpect(status().isOk())
                .andReturn());
    assertThat(result(mended).get("findings").findValuesAsString("severity")).containsOnly("note");
  }

  @Test
  void aLayerTravelsInItsCompactForm() throws Exception {
    JsonNode plan = dropped(11.4);
    result(plan);
    byte[] bytes =
        mvc.perform(get("/api/revisions/{r}/layers/1", plan.get("revision").asString()))
            .andReturn()
            .getResponse()
            .getContentAsByteArray();
    ByteBuffer layer = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
    int strokes = layer.getInt();
    int points = layer.getInt();
    int kinds = layer.getInt();
    assertThat(strokes).isPositive();
    assertThat(layer.getInt(12 + 4 * strokes)).isEqualTo(points);
    int kindOf = 12 + 4 * (strokes + 1) + 8 * points;
    for (int i = 0; i < strokes; i++) {
      assertThat(layer.getInt(kindOf + 4 * i)).isBetween(0, kinds - 1);
    }
    int viaStarts = kindOf + 4 * strokes;
    int viaPoints = layer.getInt(viaStarts + 4 * strokes);
    int bleed = viaStarts + 4 * (strokes + 1) + 8 * viaPoints;
    int widths = bleed + 4 + 16 * layer.getInt(bleed);
    int flows = widths + 16 * kinds;
    for (int k = 0; k < 4 * kinds; k += 4) {
      float width = layer.getFloat(widths + k);
      float speed = layer.getFloat(widths + 4 * kinds + k);
      // What is left is the height of the layer: a fraction of a millimetre.
      assertThat(layer.getFloat(flows + k) / (width * speed)).isBetween(0.1f, 0.4f);
    }
    assertThat(bytes).hasSize(widths + 22 * kinds + strokes);
    mvc.perform(get("/api/revisions/{r}/layers/999", plan.get("revision").asString()))
        .andExpect(status().isNotFound());
  }

  @Test
  void theLedgerIsKeptAsAFile() throws Exception {
    JsonNode plan = dropped(11.5);
    double seconds = result(plan).get("ledger").get("seconds").asDouble();
    String address = "/api/revisions/" + plan.get("revision").asString() + "/ledger";
    JsonNode ledger =
        json(
            later(get(address + ".json"))
                .andExpect(header().string("Content-Disposition", startsWith("attachment")))
                .andReturn());
    assertThat(ledger.get("format").asString()).isEqualTo("stratonomy-ledger");
    assertThat(ledger.get("timeSeconds").asDouble()).isEqualTo(seconds);
    String table =
        later(get(address + ".csv"))
            .andExpect(header().string("Content-Disposition", containsString("ledger.csv")))
            .andReturn()
            .getResponse()
            .getContentAsString();
    double sum =
        table
            .lines()
            .skip(1)
            .map(line -> line.split(",", -1))
            .filter(row -> !row[0].equals("filament") && !row[0].equals("share"))
            .mapToDouble(row -> Double.parseDouble(row[3]))
            .sum();
    assertThat(sum).isCloseTo(seconds, within(1e-6));
  }

  @Test
  void aPlanFileComesBackAsTheSamePlan() throws Exception {
    JsonNode plan = edit(dropped(11.6), "\"action\":\"DIVIDE\",\"piece\":\"wedge\",\"height\":2");
    byte[] strat =
        later(get("/api/plans/{id}/strat", plan.get("id").asString()))
            .andReturn()
            .getResponse()
            .getContentAsByteArray();
    JsonNode again =
        json(
            mvc.perform(multipart("/api/plans").file(file("wedge.strat", strat)))
                .andExpect(status().isCreated())
                .andReturn());
    assertThat(again.get("document")).isEqualTo(plan.get("document"));
    assertThat(again.get("id")).isNotEqualTo(plan.get("id"));
  }

  @Test
  void aRemovedPlanCanBePutBack() throws Exception {
    String id = dropped(11.8).get("id").asString();
    mvc.perform(delete("/api/plans/{id}", id)).andExpect(status().isNoContent());
    mvc.perform(get("/api/plans")).andExpect(jsonPath("$[?(@.id=='" + id + "')]").isEmpty());
    mvc.perform(post("/api/plans/{id}/restore", id)).andExpect(status().isNoContent());
    mvc.perform(get("/api/plans")).andExpect(jsonPath("$[?(@.id=='" + id + "')]").isNotEmpty());
  }

  @Test
  void theRunSheetIsAFile() throws Exception {
    String revision = dropped(12).get("revision").asString();
    MockHttpServletResponse sheet =
        later(get("/api/revisions/{r}/run-sheet.pdf?start=2026-03-09T08:30", revision))
            .andExpect(status().isOk())
            .andReturn()
            .getResponse();
    assertThat(sheet.getHeader("Content-Disposition")).contains("run sheet.pdf");
    assertThat(new String(sheet.getContentAsByteArray(), 0, 5, StandardCharsets.US_ASCII))
        .isEqualTo("%PDF-");
    mvc.perform(get("/api/revisions/{r}/run-sheet.pdf?start=noon", revision))
        .andExpect(status().isBadRequest());
  }

  @Test
  void thePictureShowsThePiece() throws Exception {
    JsonNode plan = dropped(12);
    byte[] png =
        later(get("/api/revisions/{r}/picture", plan.get("revision").asString()))
            .andExpect(status().isOk())
            .andReturn()
            .getResponse()
            .getContentAsByteArray();
    var image = javax.imageio.ImageIO.read(new java.io.ByteArrayInputStream(png));
    int drawn = 0;
    for (int y = 0; y < image.getHeight(); y++) {
      for (int x = 0; x < image.getWidth(); x++) {
        drawn += image.getRGB(x, y) >>> 24 > 0 ? 1 : 0;
      }
    }
    assertThat(drawn).isGreaterThan(image.getWidth() * image.getHeight() / 20);
  }
}

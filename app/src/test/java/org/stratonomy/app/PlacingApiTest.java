package org.stratonomy.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.delete;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.multipart;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.put;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.jsonPath;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import java.io.ByteArrayOutputStream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.hamcrest.Matchers;
import org.junit.jupiter.api.Test;
import org.springframework.http.MediaType;
import tools.jackson.databind.JsonNode;

/** Placing, strata of the plan, courses, recipes and imports of several files over the API. */
class PlacingApiTest extends ApiTest {
  private JsonNode pair(boolean together) throws Exception {
    return json(
        mvc.perform(
                multipart("/api/plans?together={t}", together)
                    .file(file("wedge.stl", wedge(10)))
                    .file(file("cap.stl", wedge(4))))
            .andExpect(status().isCreated())
            .andReturn());
  }

  private static JsonNode piece(JsonNode state, int index) {
    return state.get("document").get("pieces").get(index);
  }

  @Test
  void severalFilesAreAskedAboutAndMayBecomeOnePiece() throws Exception {
    mvc.perform(
            multipart("/api/plans/belonging")
                .file(file("a.stl", wedge(10)))
                .file(file("b.stl", wedge(4))))
        .andExpect(status().isOk())
        .andExpect(jsonPath("$.together").value(false))
        .andExpect(jsonPath("$.reason").value(Matchers.containsString("same spot")));
    assertThat(pair(false).get("document").get("pieces")).hasSize(2);
    JsonNode together = pair(true);
    assertThat(together.get("document").get("pieces")).hasSize(1);
    assertThat(piece(together, 0).get("bodies").get(1).get("name").asString()).isEqualTo("cap");
    JsonNode apart = edit(together, "\"action\": \"SEPARATE_PIECE\", \"piece\": \"wedge\"");
    assertThat(apart.get("document").get("pieces")).hasSize(2);
  }

  @Test
  void piecesAreArrangedAlignedAndLaidDown() throws Exception {
    JsonNode plan =
        edit(
            pair(false),
            """
            "action": "PLACE", "piece": "cap", "placement":
              {"position": [-30, 70, 0], "rotation": [0, 0, 0], "scale": [1, 1, 1]}
            """);
    assertThat(result(plan).get("findings").toString()).contains("off-bed");
    JsonNode arranged = edit(plan, "\"action\": \"ARRANGE\", \"spacing\": 5");
    assertThat(result(arranged).get("findings").toString()).doesNotContain("off-bed");
    JsonNode aligned =
        edit(
            arranged,
            "\"action\": \"ALIGN\", \"piece\": \"cap\", \"other\": \"wedge\", \"axis\": 1,"
                + " \"how\": \"LOW\"");
    JsonNode pieces = result(aligned).get("pieces");
    assertThat(pieces.get(1).get("min").get(1).asDouble())
        .isCloseTo(pieces.get(0).get("min").get(1).asDouble(), within(1e-4));
    JsonNode laid =
        edit(aligned, "\"action\": \"LAY_DOWN\", \"piece\": \"wedge\", \"normal\": [-1, 0, 0]");
    assertThat(result(laid).get("pieces").get(0).get("max").get(2).asDouble())
        .isCloseTo(20, within(1e-4));
    refused(laid, "\"action\": \"ARRANGE\", \"spacing\": 900", "no room");
    refused(laid, "\"action\": \"ARRANGE\", \"spacing\": -1", "There cannot be -1 mm");
  }

  @Test
  void bodiesAreShiftedAndMovedBetweenPieces() throws Exception {
    JsonNode plan = pair(true);
    JsonNode shifted =
        edit(
            plan,
            "\"action\": \"ALIGN_BODY\", \"piece\": \"wedge\", \"body\": \"body-2\", \"other\":"
                + " \"body-1\", \"axis\": 0, \"how\": \"AFTER\"");
    assertThat(piece(shifted, 0).get("bodies").get(1).get("shift").get(0).asDouble())
        .isCloseTo(20, within(1e-6));
    JsonNode moved =
        edit(shifted, "\"action\": \"MOVE_BODY\", \"piece\": \"wedge\", \"body\": \"body-2\"");
    JsonNode views = result(moved).get("pieces");
    assertThat(views.get(1).get("min").get(0).asDouble())
        .isCloseTo(views.get(0).get("max").get(0).asDouble(), within(1e-4));
    refused(moved, "\"action\": \"MOVE_BODY\", \"piece\": \"wedge\", \"body\": \"body-1\"", "only");
  }

  @Test
  void strataOfThePlanGoThroughAllPieces() throws Exception {
    JsonNode plan = edit(pair(false), "\"action\": \"DIVIDE_PLAN\", \"height\": 2");
    plan =
        edit(
            plan,
            "\"action\": \"SET\", \"where\": {\"planStrata\": [\"s1\"]}, \"setting\": \"filament\","
                + " \"value\": \"3\"");
    for (JsonNode piece : result(plan).get("pieces")) {
      JsonNode bands = piece.get("meshes").get(0).get("bands");
      assertThat(bands.get(0).get("slot").asInt()).isEqualTo(3);
      assertThat(bands.get(0).get("to").asDouble()).isCloseTo(2, within(1e-9));
      assertThat(bands.get(1).get("slot").asInt()).isEqualTo(1);
    }
    plan = edit(plan, "\"action\": \"MOVE_PLAN_BOUNDARY\", \"height\": 2, \"to\": 3");
    assertThat(plan.get("document").get("strata").get(0).get("top").asDouble()).isEqualTo(3);
    plan = edit(plan, "\"action\": \"JOIN_PLAN\", \"height\": 3");
    assertThat(plan.get("document").has("strata")).isFalse();
  }

  @Test
  void bandsHaveTheirFilamentsAndAreCopiedToAnotherPiece() throws Exception {
    JsonNode plan =
        edit(
            pair(false),
            "\"action\": \"EQUAL_PARTS\", \"piece\": \"wedge\", \"height\": 0, \"to\": 10,"
                + " \"parts\": 5, \"slots\": [1, 2]");
    JsonNode copied =
        edit(plan, "\"action\": \"COPY_STRATA\", \"piece\": \"cap\", \"other\": \"wedge\"");
    JsonNode strata = result(copied).get("pieces").get(1).get("strata");
    assertThat(strata).hasSize(2);
    assertThat(strata.get(1).get("settings").get("filament").get("value").asString())
        .isEqualTo("2");
  }

  @Test
  void aCourseIsSetAndPrinted() throws Exception {
    JsonNode plan =
        edit(
            dropped(10),
            """
            "action": "SET", "where": {"pieces": ["wedge"]}, "setting": "fan",
            "value": {"from": "piece", "ramp": false, "steps":
              [{"layer": 1, "value": 0}, {"layer": 4, "value": 70}]}
            """);
    JsonNode fan = plan.get("document").get("rules").get(0).get("set").get("fan");
    assertThat(fan.get("steps").get(1).get("value").asInt()).isEqualTo(70);
    String address = "/api/revisions/" + plan.get("revision").asString();
    result(plan);
    mvc.perform(get(address + "/settings?piece=wedge&height=0.3"))
        .andExpect(jsonPath("$.fan.value").value("0"));
    mvc.perform(get(address + "/settings?piece=wedge&height=1"))
        .andExpect(jsonPath("$.fan.value").value("70"));
    byte[] where =
        mvc.perform(
                get(
                    address + "/rules/{rule}/contours?height=1",
                    plan.get("document").get("rules").get(0).get("id").asString()))
            .andReturn()
            .getResponse()
            .getContentAsByteArray();
    assertThat(where).hasSize(3 * 24);
    refused(
        plan,
        """
        "action": "SET", "where": {}, "setting": "filament",
        "value": {"from": "piece", "ramp": false, "steps": [{"layer": 1, "value": 1}]}
        """,
        "cannot vary by layer");
  }

  private JsonNode recipe(String body) throws Exception {
    return json(
        mvc.perform(
                post("/api/shelf/recipes").contentType(MediaType.APPLICATION_JSON).content(body))
            .andExpect(status().isCreated())
            .andReturn());
  }

  private static JsonNode named(JsonNode recipes, String name) {
    for (JsonNode recipe : recipes) {
      if (recipe.get("name").asString().equals(name)) {
        return recipe;
      }
    }
    throw new AssertionError("no recipe " + name);
  }

  @Test
  void aRecipeKeepsDifferencesIsAppliedAndGuarded() throws Exception {
    String base =
        named(
                recipe(
                    """
                    {"name": "Quick test", "basedOn": "", "values": {"walls": 1, "fan": 100}}
                    """),
                "Quick test")
            .get("id")
            .asString();
    JsonNode strong =
        named(
            recipe(
                """
                {"name": "Strong test", "basedOn": "%s", "values": {"walls": 5, "fan": 100}}
                """
                    .formatted(base)),
            "Strong test");
    assertThat(strong.get("own").toString()).isEqualTo("{\"walls\":5}");
    JsonNode plan =
        edit(dropped(6), "\"action\": \"SET\", \"setting\": \"walls\", \"value\": \"2\"");
    JsonNode applied =
        edit(
            plan,
            "\"action\": \"APPLY_RECIPE\", \"rule\": \"%s\", \"recipe\": \"%s\""
                .formatted(
                    plan.get("document").get("rules").get(0).get("id").asString(),
                    strong.get("id").asString()));
    JsonNode rule = applied.get("document").get("rules").get(0);
    assertThat(rule.get("set").get("walls").asInt()).isEqualTo(5);
    assertThat(rule.get("set").get("fan").asInt()).isEqualTo(100);
    assertThat(rule.get("recipe")).isEqualTo(strong.get("id"));
    String id = rule.get("id").asString();
    refused(
        applied,
        "\"action\": \"APPLY_RECIPE\", \"rule\": \"%s\", \"recipe\": \"lost\"".formatted(id),
        "no recipe");
    refused(
        applied,
        "\"action\": \"APPLY_RECIPE\", \"rule\": \"lost\", \"recipe\": \"lost\"",
        "no rule 'lost'");
    mvc.perform(delete("/api/shelf/recipes/{id}", base))
        .andExpect(status().isUnprocessableContent())
        .andExpect(jsonPath("$.detail").value(Matchers.containsString("Strong test")));
    mvc.perform(
            put("/api/shelf/recipes/{id}", base)
                .contentType(MediaType.APPLICATION_JSON)
                .content(
                    """
                    {"name": "Quick test", "basedOn": "%s", "values": {}}
                    """
                        .formatted(strong.get("id").asString())))
        .andExpect(status().isUnprocessableContent())
        .andExpect(jsonPath("$.detail").value(Matchers.containsString("based on itself")));
    mvc.perform(
            post("/api/shelf/recipes")
                .contentType(MediaType.APPLICATION_JSON)
                .content(
                    """
                    {"name": "Bad", "basedOn": "", "values": {"wallz": 1}}
                    """))
        .andExpect(status().isUnprocessableContent());
    mvc.perform(delete("/api/shelf/recipes/{id}", strong.get("id").asString()))
        .andExpect(status().isOk());
    mvc.perform(delete("/api/shelf/recipes/{id}", base)).andExpect(status().isOk());
  }

  @Test
  void paintedTrianglesOfAFileBecomePatches() throws Exception {
    String model =
        "<model><resources><colorgroup id=\"5\"><color color=\"#ECE7DA\"/><color"
            + " color=\"#C4372C\"/></colorgroup><object id=\"1\" pid=\"5\" pindex=\"0\"><mesh>"
            + "<vertices><vertex x=\"0\" y=\"0\" z=\"0\"/><vertex x=\"20\" y=\"0\" z=\"0\"/>"
            + "<vertex x=\"0\" y=\"20\" z=\"0\"/><vertex x=\"0\" y=\"0\" z=\"20\"/></vertices>"
            + "<triangles><triangle v1=\"0\" v2=\"2\" v3=\"1\"/>"
            + "<triangle v1=\"0\" v2=\"1\" v3=\"3\" p1=\"1\"/>"
            + "<triangle v1=\"1\" v2=\"2\" v3=\"3\"/><triangle v1=\"2\" v2=\"0\" v3=\"3\"/>"
            + "</triangles></mesh></object></resources><build><item objectid=\"1\"/></build></model>";
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
      zip.putNextEntry(new ZipEntry("3D/3dmodel.model"));
      zip.write(model.getBytes(java.nio.charset.StandardCharsets.UTF_8));
    }
    JsonNode plan =
        json(
            mvc.perform(multipart("/api/plans").file(file("flag.3mf", bytes.toByteArray())))
                .andExpect(status().isCreated())
                .andReturn());
    JsonNode region = piece(plan, 0).get("regions").get(0);
    assertThat(region.get("name").asString()).isEqualTo("Buoy Red");
    assertThat(region.get("patch").get("triangles").asString()).matches("[0-3]");
    assertThat(result(plan).get("ledger").get("slots")).hasSize(2);
  }
}

package org.stratonomy.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.multipart;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.jsonPath;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.springframework.http.MediaType;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.MeshPart;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.mesh.io.StlReader;
import org.stratonomy.engine.mesh.io.StlWriter;
import org.stratonomy.engine.mesh.io.ThreeMfWriter;
import tools.jackson.databind.JsonNode;

/** Regions, bodies, samples and rules over the API. */
class DivisionApiTest extends ApiTest {
  private JsonNode withCore() throws Exception {
    JsonNode plan =
        edit(dropped(10), "\"action\": \"ADD_REGION\", \"piece\": \"wedge\", \"kind\": \"CORE\"");
    return edit(
        plan,
        """
        "action": "SET", "where": {"pieces": ["wedge"], "regions": ["core"]},
        "setting": "filament", "value": "2"
        """);
  }

  private JsonNode asked(JsonNode state, String path) throws Exception {
    return json(
        mvc.perform(get("/api/revisions/" + state.get("revision").asString() + path))
            .andExpect(status().isOk())
            .andReturn());
  }

  @Test
  void aCoreIsPrintedInItsFilamentAndSaysWhy() throws Exception {
    JsonNode plan = withCore();
    JsonNode result = result(plan);
    assertThat(result.get("ledger").get("slots")).hasSize(2);
    JsonNode values = asked(plan, "/settings?piece=wedge&region=core&height=2");
    assertThat(values.get("filament").get("value").asString()).isEqualTo("2");
    assertThat(values.get("filament").get("rule"))
        .isEqualTo(plan.get("document").get("rules").get(0).get("id"));
    assertThat(values.get("jointWalls").get("value").asString()).isEqualTo("0");
    assertThat(
            asked(plan, "/settings?piece=wedge&height=2").get("filament").get("value").asString())
        .isEqualTo("1");
    JsonNode sample = asked(plan, "/sample?x=120.2&y=100.3&setting=filament");
    assertThat(sample.get(0).get("firstLayer").asInt()).isEqualTo(1);
    assertThat(sample.get(0).get("rule").asString()).isEmpty();
    assertThat(sample)
        .anySatisfy(
            row -> {
              assertThat(row.get("regions").toString()).contains("Core");
              assertThat(row.get("slot").asInt()).isEqualTo(2);
            });
    JsonNode lowest = asked(plan, "/sample?x=120.2&y=100.3&setting=fan").get(0);
    assertThat(lowest.get("value").asString()).isEqualTo("100");
    assertThat(lowest.get("printed").asString()).isEqualTo("0");
    assertThat(lowest.get("cause").asString()).isEqualTo("layers without fan");
    JsonNode coverage =
        asked(plan, "/rules/" + plan.get("document").get("rules").get(0).get("id").asString());
    assertThat(coverage.get("from").asDouble()).isCloseTo(0.6, within(1e-6));
    assertThat(coverage.get("volumeMm3").asDouble()).isBetween(100.0, 660.0);
  }

  @Test
  void aRegionIsDrawnByItsContours() throws Exception {
    JsonNode plan = withCore();
    result(plan);
    String address =
        "/api/revisions/" + plan.get("revision").asString() + "/pieces/wedge/regions/core";
    byte[] all = mvc.perform(get(address)).andReturn().getResponse().getContentAsByteArray();
    byte[] one =
        mvc.perform(get(address + "?height=2")).andReturn().getResponse().getContentAsByteArray();
    assertThat(all.length % 24).isZero();
    assertThat(one.length).isPositive().isLessThan(all.length);
    byte[] none =
        mvc.perform(get(address + "?height=0.2")).andReturn().getResponse().getContentAsByteArray();
    assertThat(none).isEmpty();
    mvc.perform(get(address.replace("core", "crust"))).andExpect(status().isNotFound());
  }

  @Test
  void aLayerIsThereBeforeTheResult() throws Exception {
    JsonNode plan = withCore();
    String address = "/api/revisions/" + plan.get("revision").asString();
    byte[] ahead =
        mvc.perform(get(address + "/preview?height=2"))
            .andExpect(status().isOk())
            .andReturn()
            .getResponse()
            .getContentAsByteArray();
    result(plan);
    byte[] whole =
        mvc.perform(get(address + "/layers/11")).andReturn().getResponse().getContentAsByteArray();
    assertThat(ByteBuffer.wrap(ahead).getInt()).isEqualTo(ByteBuffer.wrap(whole).getInt());
    mvc.perform(get(address + "/preview?height=99")).andExpect(status().isNoContent());
  }

  @Test
  void aRemovedCoreTakesItsRuleAlong() throws Exception {
    JsonNode plan =
        edit(
            withCore(),
            "\"action\": \"REMOVE_REGION\", \"piece\": \"wedge\", \"region\": \"core\"");
    assertThat(plan.get("document").get("rules")).isEmpty();
    assertThat(plan.get("document").get("pieces").get(0).has("regions")).isFalse();
  }

  @Test
  void aMeshBecomesARegionAndComesBackWithTheExportedPlan() throws Exception {
    JsonNode plan = dropped(10);
    JsonNode with =
        json(
            mvc.perform(
                    multipart(
                            "/api/plans/{id}/regions?version={v}&piece=wedge",
                            plan.get("id").asString(),
                            plan.get("version").asInt())
                        .file(file("mould.stl", wedge(4))))
                .andExpect(status().isOk())
                .andReturn());
    JsonNode region = with.get("document").get("pieces").get(0).get("regions").get(0);
    assertThat(region.get("name").asString()).isEqualTo("mould");
    byte[] strat =
        later(get("/api/plans/{id}/strat", with.get("id").asString()))
            .andReturn()
            .getResponse()
            .getContentAsByteArray();
    JsonNode again =
        json(
            mvc.perform(multipart("/api/plans").file(file("plan.strat", strat)))
                .andExpect(status().isCreated())
                .andReturn());
    assertThat(again.get("document").get("pieces")).isEqualTo(with.get("document").get("pieces"));
  }

  private static byte[] twoWedges() throws Exception {
    TriangleSoup soup = new TriangleSoup(8);
    Mesh one = StlReader.read("wedge", ByteBuffer.wrap(wedge(10)));
    for (int copy = 0; copy < 2; copy++) {
      for (int t = 0; t < one.triangleCount(); t++) {
        for (int k = 0; k < 3; k++) {
          int v = one.corner(t, k);
          soup.corner(one.coordinate(v, 0) + 30 * copy, one.coordinate(v, 1), one.coordinate(v, 2));
        }
      }
    }
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    StlWriter.writeBinary(MeshBuilder.build("pair", soup), bytes);
    return bytes.toByteArray();
  }

  @Test
  void shellsBecomeBodiesThatTakeTurns() throws Exception {
    JsonNode plan =
        json(
            mvc.perform(multipart("/api/plans").file(file("pair.stl", twoWedges())))
                .andExpect(status().isCreated())
                .andReturn());
    assertThat(result(plan).get("pieces").get(0).get("meshes").get(0).get("shells").asInt())
        .isEqualTo(2);
    JsonNode split =
        edit(plan, "\"action\": \"SPLIT_BODY\", \"piece\": \"pair\", \"body\": \"body\"");
    JsonNode turned =
        edit(split, "\"action\": \"ALTERNATE\", \"piece\": \"pair\", \"slots\": [3, 4]");
    JsonNode meshes = result(turned).get("pieces").get(0).get("meshes");
    assertThat(meshes).hasSize(2);
    assertThat(
            List.of(
                meshes.get(0).get("bands").get(0).get("slot").asInt(),
                meshes.get(1).get("bands").get(0).get("slot").asInt()))
        .containsExactlyInAnyOrder(3, 4);
  }

  @Test
  void coloursOfAFileAreMetByTheFilamentsAtHand() throws Exception {
    Mesh mesh = StlReader.read("wedge", ByteBuffer.wrap(wedge(6)));
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    ThreeMfWriter.write(
        List.of(
            new MeshPart("Red", mesh, Optional.of("#d02a20")),
            new MeshPart("Grey", mesh, Optional.of("#50555f"))),
        bytes);
    JsonNode plan =
        json(
            mvc.perform(multipart("/api/plans").file(file("flag.3mf", bytes.toByteArray())))
                .andExpect(status().isCreated())
                .andReturn());
    JsonNode meshes = result(plan).get("pieces").get(0).get("meshes");
    assertThat(meshes.get(0).get("bands").get(0).get("slot").asInt()).isEqualTo(4);
    assertThat(meshes.get(1).get("bands").get(0).get("slot").asInt()).isEqualTo(2);
  }

  @Test
  void aPieceIsPlacedCopiedAndRemoved() throws Exception {
    JsonNode placed =
        edit(
            dropped(10),
            """
            "action": "PLACE", "piece": "wedge", "placement":
              {"position": [60, 70, 0], "rotation": [0, 0, 90], "scale": [1, 1, 0.5]}
            """);
    assertThat(result(placed).get("tops")).hasSize(25);
    JsonNode copied = edit(placed, "\"action\": \"COPY_PIECE\", \"piece\": \"wedge\"");
    JsonNode pieces = copied.get("document").get("pieces");
    assertThat(pieces.get(1).get("placement").get("position").get(0).asDouble())
        .isCloseTo(90, within(1e-6));
    JsonNode left = edit(copied, "\"action\": \"REMOVE_PIECE\", \"piece\": \"wedge\"");
    assertThat(left.get("document").get("pieces")).hasSize(1);
    refused(left, "\"action\": \"REMOVE_PIECE\", \"piece\": \"wedge-2\"", "only one");
    refused(left, "\"action\": \"SPLIT_BODY\", \"piece\": \"wedge-2\", \"body\": \"lid\"", "lid");
    refused(left, "\"action\": \"ADD_REGION\", \"piece\": \"wedge-2\", \"kind\": \"SLAB\"", "core");
  }

  @Test
  void filesThatBelongTogetherAreJoinedOnTheirCommonOrigin() throws Exception {
    JsonNode plan =
        json(
            mvc.perform(
                    multipart("/api/plans")
                        .file(file("base.stl", wedge(10)))
                        .file(file("lid.stl", twoWedges())))
                .andExpect(status().isCreated())
                .andReturn());
    double x = result(plan).get("pieces").get(0).get("min").get(0).asDouble();
    JsonNode joined =
        edit(plan, "\"action\": \"JOIN_PIECE\", \"piece\": \"base\", \"other\": \"lid\"");
    JsonNode pieces = joined.get("document").get("pieces");
    assertThat(pieces).hasSize(1);
    assertThat(pieces.get(0).get("bodies").get(1).get("name").asString()).isEqualTo("lid");
    JsonNode piece = result(joined).get("pieces").get(0);
    assertThat(piece.get("min").get(0).asDouble()).isCloseTo(x, within(1e-6));
    assertThat(piece.get("max").get(0).asDouble()).isCloseTo(x + 50, within(1e-6));
    refused(
        joined, "\"action\": \"JOIN_PIECE\", \"piece\": \"base\", \"other\": \"base\"", "itself");
  }

  @Test
  void aRequestWithAFieldThatDoesNotExistIsRefusedAndChangesNothing() throws Exception {
    JsonNode plan = dropped(10);
    mvc.perform(
            post("/api/plans/{id}/edits", plan.get("id").asString())
                .queryParam("version", "0")
                .contentType(MediaType.APPLICATION_JSON)
                .content(
                    """
                    {"action": "SET", "piece": "wedge", "strata": ["s2"],
                     "setting": "walls", "value": "3"}
                    """))
        .andExpect(status().isUnprocessableContent())
        .andExpect(jsonPath("$.detail").value(org.hamcrest.Matchers.containsString("strata")));
    mvc.perform(get("/api/plans/{id}", plan.get("id").asString()))
        .andExpect(jsonPath("$.version").value(plan.get("version").asInt()));
  }
}

package org.stratonomy.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.jsonPath;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.http.MediaType;
import org.springframework.test.web.servlet.ResultActions;
import tools.jackson.databind.JsonNode;

/** Plans of shapes, over the real API. */
class ShapeApiTest extends ApiTest {
  private ResultActions made(String shape) throws Exception {
    return mvc.perform(
        post("/api/plans/shapes").contentType(MediaType.APPLICATION_JSON).content(shape));
  }

  private JsonNode plan(String shape) throws Exception {
    return json(made(shape).andExpect(status().isCreated()).andReturn());
  }

  @Test
  void aTagIsAPieceOfTwoFilaments() throws Exception {
    JsonNode plan =
        plan(
            "{\"shape\": \"TAG\", \"text\": \"Peg 7/b\", \"letters\": 8, \"thickness\": 2, \"raised\": 1}");
    JsonNode piece = plan.at("/document/pieces/0");
    assertThat(piece.get("name").asString()).isEqualTo("Peg 7-b");
    assertThat(piece.at("/bodies/0/name").asString()).isEqualTo("Plate");
    assertThat(piece.at("/bodies/1/name").asString()).isEqualTo("Text");
    JsonNode result = result(plan);
    assertThat(result.at("/pieces/0/meshes/0/bands/0/slot").asInt()).isEqualTo(1);
    assertThat(result.at("/pieces/0/meshes/1/bands/0/slot").asInt()).isEqualTo(2);
    assertThat(result.at("/tops/14").asDouble()).isEqualTo(3.0);
  }

  @Test
  void aShapeIsAddedBesideWhatIsThere() throws Exception {
    JsonNode plan = plan("{\"shape\": \"BOX\", \"width\": 20, \"depth\": 10, \"height\": 5}");
    JsonNode two =
        json(
            mvc.perform(
                    post("/api/plans/{id}/shapes", plan.get("id").asString())
                        .queryParam("version", plan.get("version").asString())
                        .contentType(MediaType.APPLICATION_JSON)
                        .content(
                            "{\"shape\": \"CONE\", \"diameter\": 12, \"topDiameter\": 0, \"height\": 9}"))
                .andExpect(status().isOk())
                .andReturn());
    assertThat(two.get("undo").asString()).isEqualTo("Added Cone");
    assertThat(two.at("/document/pieces")).hasSize(2);
    assertThat(two.at("/document/rules")).as("shapes have the first filament").isEmpty();
    JsonNode pieces = result(two).get("pieces");
    assertThat(pieces).hasSize(2);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "{\"shape\": \"BOX\", \"width\": 20, \"depth\": -1, \"height\": 5}",
        "{\"shape\": \"TAG\", \"text\": \"a\\u202eb\", \"letters\": 8, \"thickness\": 2, \"raised\": 1}",
        "{\"shape\": \"DISC\", \"diameter\": 20, \"hole\": 20, \"height\": 5}"
      })
  void sizesThatCannotBeMadeAreRefusedWithTheirName(String shape) throws Exception {
    made(shape)
        .andExpect(status().isUnprocessableContent())
        .andExpect(jsonPath("$.place").isNotEmpty())
        .andExpect(jsonPath("$.remedy").isNotEmpty());
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "{\"shape\": \"TEAPOT\"}",
        "{\"shape\": \"BOX\", \"width\": 20, \"height\": 5}",
        "{}",
        "[]",
        "{\"shape\": \"BOX\", \"width\": \"wide\", \"depth\": 1, \"height\": 5}",
        "{\"shape\": \"BOX\", \"width\": 1, \"depth\": 1, \"height\": 5, \"colour\": 1}"
      })
  void otherShapesAreRefused(String shape) throws Exception {
    made(shape).andExpect(status().isBadRequest()).andExpect(jsonPath("$.remedy").isNotEmpty());
  }
}

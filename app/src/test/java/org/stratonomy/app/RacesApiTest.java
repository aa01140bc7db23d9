package org.stratonomy.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.delete;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.multipart;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.put;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.Callable;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.MediaType;
import org.springframework.test.web.servlet.MvcResult;
import org.springframework.test.web.servlet.RequestBuilder;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;
import org.stratonomy.app.shelf.ShelfService;
import org.stratonomy.engine.document.ShelfReader;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Sixteen who do the same at the same moment: nothing is lost, and nobody gets an error of ours.
 */
class RacesApiTest extends ApiTest {
  private static final int MANY = 16;

  @Autowired private ShelfService shelf;

  @AfterEach
  void putTheSamplesBack() {
    shelf.putAll(ShelfReader.standard());
  }

  private interface Numbered {
    RequestBuilder request(int number) throws Exception;
  }

  /** The answers to requests that are sent at once. */
  private List<MvcResult> atOnce(Numbered numbered) throws Exception {
    CyclicBarrier barrier = new CyclicBarrier(MANY);
    List<Callable<MvcResult>> calls = new ArrayList<>();
    for (int i = 0; i < MANY; i++) {
      RequestBuilder request = numbered.request(i);
      calls.add(
          () -> {
            barrier.await();
            return mvc.perform(request).andReturn();
          });
    }
    List<MvcResult> results = new ArrayList<>();
    try (ExecutorService pool = Executors.newFixedThreadPool(MANY)) {
      for (Future<MvcResult> one : pool.invokeAll(calls)) {
        results.add(one.get());
      }
    }
    return results;
  }

  /** How many answers have each status. */
  private static Map<Integer, Integer> statuses(List<MvcResult> results) {
    Map<Integer, Integer> counts = new TreeMap<>();
    results.forEach(result -> counts.merge(result.getResponse().getStatus(), 1, Integer::sum));
    return counts;
  }

  private static MockHttpServletRequestBuilder json(
      MockHttpServletRequestBuilder request, Object body) {
    return request.contentType(MediaType.APPLICATION_JSON).content(JSON.writeValueAsString(body));
  }

  @Test
  void allGetTheirPlanOfTheSameNewModel() throws Exception {
    byte[] model = wedge(7 + Math.random());
    List<MvcResult> plans = atOnce(i -> multipart("/api/plans").file(file("wedge.stl", model)));
    assertThat(statuses(plans)).isEqualTo(Map.of(201, MANY));
    HashSet<String> ids = new HashSet<>();
    for (MvcResult plan : plans) {
      ids.add(json(plan).get("id").asString());
    }
    assertThat(ids).hasSize(MANY);
  }

  @Test
  void recipesOfOneNameAllGetIdsOfTheirOwn() throws Exception {
    String name = "Race " + System.nanoTime();
    Map<String, Object> recipe = Map.of("name", name, "basedOn", "", "values", Map.of("walls", 3));
    assertThat(statuses(atOnce(i -> json(post("/api/shelf/recipes"), recipe))))
        .isEqualTo(Map.of(201, MANY));
    List<String> ids = new ArrayList<>();
    for (JsonNode one : json(mvc.perform(get("/api/shelf/recipes")).andReturn())) {
      if (one.get("name").asString().equals(name)) {
        ids.add(one.get("id").asString());
      }
    }
    assertThat(new HashSet<>(ids)).hasSize(MANY);
    for (String id : ids) {
      mvc.perform(delete("/api/shelf/recipes/{id}", id));
    }
  }

  private ObjectNode filament(String id) throws Exception {
    for (JsonNode one : json(mvc.perform(get("/api/shelf/items")).andReturn()).get("filaments")) {
      if (one.get("id").asString().equals(id)) {
        return (ObjectNode) one;
      }
    }
    throw new AssertionError("no " + id);
  }

  @Test
  void copiesOfAFilamentAllGetIdsOfTheirOwn() throws Exception {
    ObjectNode copy = filament("kelp").deepCopy();
    copy.remove("id");
    copy.put("name", "Race " + System.nanoTime());
    assertThat(statuses(atOnce(i -> json(put("/api/shelf/items/filaments"), copy))))
        .isEqualTo(Map.of(200, MANY));
    HashSet<String> ids = new HashSet<>();
    for (JsonNode one : json(mvc.perform(get("/api/shelf/items")).andReturn()).get("filaments")) {
      if (one.get("name").asString().equals(copy.get("name").asString())) {
        ids.add(one.get("id").asString());
      }
    }
    assertThat(ids).hasSize(MANY);
    for (String id : ids) {
      mvc.perform(delete("/api/shelf/items/filaments/{id}", id));
    }
  }

  @Test
  void ofEditsOfOneFilamentOneWinsAndTheOthersAreTold() throws Exception {
    ObjectNode before = filament("kelp");
    List<MvcResult> edits =
        atOnce(
            i ->
                json(put("/api/shelf/items/filaments"), before.deepCopy().put("nozzleC", 190 + i)));
    assertThat(statuses(edits)).isEqualTo(Map.of(200, 1, 409, MANY - 1));
    for (int i = 0; i < MANY; i++) {
      if (edits.get(i).getResponse().getStatus() == 200) {
        assertThat(filament("kelp").get("nozzleC").asDouble()).isEqualTo(190 + i);
      }
    }
  }

  @Test
  void editsOfDifferentFilamentsAreAllKept() throws Exception {
    List<ObjectNode> all = new ArrayList<>();
    for (JsonNode one : json(mvc.perform(get("/api/shelf/items")).andReturn()).get("filaments")) {
      all.add((ObjectNode) one);
    }
    List<MvcResult> edits =
        atOnce(
            i ->
                i < all.size()
                    ? json(
                        put("/api/shelf/items/filaments"),
                        all.get(i).deepCopy().put("pricePerKg", 100 + i))
                    : get("/api/shelf/items"));
    assertThat(statuses(edits)).isEqualTo(Map.of(200, MANY));
    for (int i = 0; i < Math.min(MANY, all.size()); i++) {
      assertThat(filament(all.get(i).get("id").asString()).get("pricePerKg").asDouble())
          .isEqualTo(100 + i);
    }
  }

  @Test
  void ofVariantsOfOneNameOneIsKept() throws Exception {
    String plan = dropped(7.1).get("id").asString();
    Map<String, String> name = Map.of("name", "second");
    assertThat(statuses(atOnce(i -> json(post("/api/plans/{id}/variants", plan), name))))
        .isEqualTo(Map.of(201, 1, 422, MANY - 1));
  }

  @Test
  void ofEditsOfOneRevisionOneWins() throws Exception {
    JsonNode plan = dropped(7.2);
    String id = plan.get("id").asString();
    List<MvcResult> edits =
        atOnce(
            i ->
                json(
                    post("/api/plans/{id}/edits", id).queryParam("version", "0"),
                    Map.of("action", "DIVIDE", "piece", "wedge", "height", 2)));
    assertThat(statuses(edits)).isEqualTo(Map.of(200, 1, 409, MANY - 1));
    List<MvcResult> undone = atOnce(i -> post("/api/plans/{id}/undo", id).param("version", "1"));
    assertThat(statuses(undone)).isEqualTo(Map.of(200, 1, 409, MANY - 1));
  }

  @Test
  void removingAndRestoringIsTheSameHoweverOften() throws Exception {
    String id = dropped(7.3).get("id").asString();
    assertThat(statuses(atOnce(i -> delete("/api/plans/{id}", id)))).isEqualTo(Map.of(204, MANY));
    assertThat(statuses(atOnce(i -> post("/api/plans/{id}/restore", id))))
        .isEqualTo(Map.of(204, MANY));
    assertThat(mvc.perform(get("/api/plans/{id}", id)).andReturn().getResponse().getStatus())
        .isEqualTo(200);
  }

  @Test
  void programsOfOneRevisionAreAllWritten() throws Exception {
    JsonNode plan = dropped(7.4);
    result(plan);
    assertThat(
            statuses(
                atOnce(i -> post("/api/revisions/{r}/programs", plan.get("revision").asString()))))
        .isEqualTo(Map.of(201, MANY));
  }
}

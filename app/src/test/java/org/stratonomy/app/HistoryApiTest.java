package org.stratonomy.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.springframework.http.MediaType;
import tools.jackson.databind.JsonNode;

/** The states that a plan has been in, over the real API. */
class HistoryApiTest extends ApiTest {
  /** Whether the history that was read last goes on. */
  private boolean goesOn;

  private JsonNode history(String plan, String before) throws Exception {
    var request = get("/api/plans/{id}/history", plan);
    JsonNode history =
        json(
            mvc.perform(before == null ? request : request.queryParam("before", before))
                .andReturn());
    goesOn = history.get("goesOn").asBoolean();
    return history.get("states");
  }

  private JsonNode walls(JsonNode plan, int walls) throws Exception {
    String edit = "{\"action\": \"SET\", \"where\": {}, \"setting\": \"walls\", \"value\": \"%d\"}";
    return json(
        mvc.perform(
                post("/api/plans/{id}/edits", plan.get("id").asString())
                    .queryParam("version", plan.get("version").asString())
                    .contentType(MediaType.APPLICATION_JSON)
                    .content(edit.formatted(walls)))
            .andExpect(status().isOk())
            .andReturn());
  }

  private JsonNode moved(String how, JsonNode plan) throws Exception {
    return json(
        mvc.perform(
                post("/api/plans/{id}/" + how, plan.get("id").asString())
                    .queryParam("version", plan.get("version").asString()))
            .andExpect(status().isOk())
            .andReturn());
  }

  private static List<String> column(JsonNode history, String key) {
    return IntStream.range(0, history.size())
        .mapToObj(i -> history.get(i).get(key).asString())
        .toList();
  }

  @Test
  void theHistoryListsWhatWasDoneAndWhatWasUndone() throws Exception {
    JsonNode plan = dropped(10);
    JsonNode three = walls(plan, 3);
    walls(three, 4);
    JsonNode current = json(mvc.perform(get("/api/plans/{id}", id(plan))).andReturn());
    JsonNode undone = moved("undo", current);

    JsonNode history = history(id(plan), null);
    assertThat(column(history, "standing")).containsExactly("UNDONE", "CURRENT", "EARLIER");
    assertThat(history.get(1).get("revision")).isEqualTo(undone.get("revision"));
    assertThat(history.get(1).get("what").asString()).isEqualTo(undone.get("undo").asString());
    assertThat(history.get(2).get("what").asString()).isEqualTo("Started");
  }

  @Test
  void goingBackIsAnEditThatUndoTakesBack() throws Exception {
    JsonNode plan = dropped(10);
    JsonNode three = walls(plan, 3);
    JsonNode four = walls(three, 4);
    String first = "history/" + plan.get("revision").asString();

    JsonNode back = moved(first, four);
    assertThat(back.get("document")).isEqualTo(plan.get("document"));
    assertThat(back.get("undo").asString()).isEqualTo("Went back to: Started");
    assertThat(column(history(id(plan), null), "standing"))
        .containsExactly("CURRENT", "EARLIER", "EARLIER", "EARLIER");

    JsonNode again = moved("undo", back);
    assertThat(again.get("document")).isEqualTo(four.get("document"));
    assertThat(again.get("revision")).isEqualTo(four.get("revision"));
  }

  @Test
  void goingBackTwiceIsSaidOnce() throws Exception {
    JsonNode plan = dropped(10);
    JsonNode three = walls(plan, 3);
    JsonNode back = moved("history/" + plan.get("revision").asString(), three);
    JsonNode forth = moved("history/" + three.get("revision").asString(), back);
    JsonNode again = moved("history/" + back.get("revision").asString(), forth);
    assertThat(again.get("undo").asString()).isEqualTo("Went back to: Started");
  }

  @Test
  void goingToWhereThePlanIsChangesNothing() throws Exception {
    JsonNode plan = walls(dropped(10), 3);
    JsonNode same = moved("history/" + plan.get("revision").asString(), plan);
    assertThat(same.get("version")).isEqualTo(plan.get("version"));
    assertThat(history(id(plan), null)).hasSize(2);
  }

  @Test
  void longHistoriesAreListedInParts() throws Exception {
    JsonNode plan = dropped(10);
    for (int i = 0; i < 55; i++) {
      plan = walls(plan, 1 + i % 3);
    }
    JsonNode newest = history(id(plan), null);
    assertThat(newest).hasSize(50);
    assertThat(goesOn).isTrue();
    JsonNode rest = history(id(plan), newest.get(49).get("made").asString());
    assertThat(rest).hasSize(6);
    assertThat(goesOn).isFalse();
    assertThat(rest.get(5).get("what").asString()).isEqualTo("Started");
  }

  @Test
  void statesOfOtherPlansAndStaleVersionsAreRefused() throws Exception {
    JsonNode plan = dropped(10);
    JsonNode other = dropped(12);
    mvc.perform(
            post("/api/plans/{id}/history/{r}", id(plan), other.get("revision").asString())
                .queryParam("version", plan.get("version").asString()))
        .andExpect(status().isNotFound());
    JsonNode three = walls(plan, 3);
    mvc.perform(
            post("/api/plans/{id}/history/{r}", id(plan), three.get("revision").asString())
                .queryParam("version", plan.get("version").asString()))
        .andExpect(status().isConflict());
    mvc.perform(get("/api/plans/{id}/history", id(plan)).queryParam("before", "yesterday"))
        .andExpect(status().isBadRequest());
  }

  private static String id(JsonNode plan) {
    return plan.get("id").asString();
  }
}

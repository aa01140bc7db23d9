package org.stratonomy.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;
import static org.hamcrest.Matchers.containsString;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.delete;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.jsonPath;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import java.util.UUID;
import java.util.concurrent.CountDownLatch;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.ResponseEntity;
import org.springframework.test.web.servlet.MvcResult;
import org.stratonomy.app.tasks.Lane;
import org.stratonomy.app.tasks.Task;
import org.stratonomy.app.tasks.TaskService;
import org.stratonomy.app.tasks.UnfinishedException;

/** What a browser does when an answer takes longer than a request waits. */
@Timeout(60)
class TaskApiTest extends ApiTest {
  @Autowired private TaskService tasks;

  private final CountDownLatch goOn = new CountDownLatch(1);

  /** A task that a request stopped waiting for. */
  private Task<ResponseEntity<String>> unfinished() {
    Task<ResponseEntity<String>> task =
        tasks.submit(
            Lane.LOOK,
            UUID.randomUUID(),
            true,
            progress -> {
              progress.at("toolpaths", 3, 9);
              goOn.await();
              return ResponseEntity.status(201).body("printed");
            });
    UnfinishedException unfinished =
        catchThrowableOfType(UnfinishedException.class, () -> task.await(300));
    assertThat(unfinished.task().hasResult()).isTrue();
    return task;
  }

  @Test
  void aTaskIsFollowedToItsAnswer() throws Exception {
    UUID id = unfinished().track().view().id();
    mvc.perform(get("/api/tasks/{id}", id))
        .andExpect(jsonPath("$.stage").value("toolpaths"))
        .andExpect(jsonPath("$.done").value(3))
        .andExpect(jsonPath("$.total").value(9))
        .andExpect(jsonPath("$.ended").value(false));
    MvcResult events = mvc.perform(get("/api/tasks/{id}/events", id)).andReturn();
    assertThat(events.getRequest().isAsyncStarted()).isTrue();
    goOn.countDown();
    while (!events.getResponse().getContentAsString().contains("\"ended\":true")) {
      Thread.onSpinWait();
    }
    assertThat(events.getResponse().getContentType()).startsWith("text/event-stream");
    mvc.perform(get("/api/tasks/{id}/result", id))
        .andExpect(status().isCreated())
        .andExpect(content().string("printed"));
  }

  @Test
  void aTaskIsCancelled() throws Exception {
    UUID id = unfinished().track().view().id();
    mvc.perform(delete("/api/tasks/{id}", id)).andExpect(status().isNoContent());
    mvc.perform(get("/api/tasks/{id}/result", id))
        .andExpect(status().isConflict())
        .andExpect(jsonPath("$.type").value("urn:stratonomy:problem:cancelled"))
        .andExpect(jsonPath("$.detail").value(containsString("cancelled")));
  }
}

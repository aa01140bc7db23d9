package org.stratonomy.app.plans;

import java.time.Instant;
import java.util.UUID;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.stratonomy.app.tasks.Lane;
import org.stratonomy.app.tasks.TaskService;

@RestController
@RequestMapping("/api/plans/{id}/history")
class HistoryController {
  private final HistoryService history;
  private final TaskService tasks;

  HistoryController(HistoryService history, TaskService tasks) {
    this.history = history;
    this.tasks = tasks;
  }

  /**
   * @param before only states from before this time
   */
  @GetMapping
  History states(
      @PathVariable UUID id, @RequestParam(defaultValue = "9999-12-31T00:00:00Z") Instant before) {
    return history.of(id, before);
  }

  /** Makes a state of the history the current one. */
  @PostMapping("/{revision}")
  PlanState goBack(@PathVariable UUID id, @PathVariable UUID revision, @RequestParam int version) {
    return tasks.run(Lane.EDIT, id, progress -> history.goBack(id, version, revision));
  }
}

package org.stratonomy.app.tasks;

import java.util.UUID;
import java.util.concurrent.CompletableFuture;

/** How far a task is, apart from its work and its result. */
public final class Track {
  private final UUID id = UUID.randomUUID();
  private final boolean hasResult;
  private final CompletableFuture<Void> end = new CompletableFuture<>();
  private volatile Stage stage = new Stage("waiting", 0, 1);

  private record Stage(String name, int done, int total) {}

  Track(boolean hasResult) {
    this.hasResult = hasResult;
  }

  UUID id() {
    return id;
  }

  boolean hasResult() {
    return hasResult;
  }

  public TaskView view() {
    Stage at = stage;
    return new TaskView(id, at.name, at.done, at.total, end.isDone(), hasResult);
  }

  void at(String name, int done, int total) {
    stage = new Stage(name, done, total);
  }

  void end() {
    end.complete(null);
  }

  boolean isEnded() {
    return end.isDone();
  }

  /** Does something when it has ended, at once if it has. */
  public void whenEnded(Runnable action) {
    end.thenRun(action);
  }
}

package org.stratonomy.app.tasks;

/** An answer takes longer than a request waits; the task goes on. */
public final class UnfinishedException extends RuntimeException {
  private static final long serialVersionUID = 1L;
  private final transient TaskView task;

  public UnfinishedException(TaskView task) {
    super("at " + task.stage(), null, false, false);
    this.task = task;
  }

  public TaskView task() {
    return task;
  }
}

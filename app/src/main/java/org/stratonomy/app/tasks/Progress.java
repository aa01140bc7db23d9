package org.stratonomy.app.tasks;

/** Receives how far a task is, and throws to end it when nobody wants it any more. */
@FunctionalInterface
public interface Progress {
  /**
   * @param stage what is being done, as for the user
   */
  void at(String stage, int done, int total);
}

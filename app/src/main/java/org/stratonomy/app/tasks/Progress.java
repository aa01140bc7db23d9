package org.stratonomy.app.tasks;

/** Is told how far a task is, and ends it by throwing when nobody wants it any more. */
@FunctionalInterface
public interface Progress {
  /**
   * @param stage what is being done, as for the user
   */
  void at(String stage, int done, int total);
}

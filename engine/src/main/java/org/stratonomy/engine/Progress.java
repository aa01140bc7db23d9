package org.stratonomy.engine;

/**
 * Receives how far a computation is, and may stop it by throwing. Called from several threads.
 *
 * @see org.stratonomy.engine.problem.Problem.Kind#SUPERSEDED
 */
@FunctionalInterface
public interface Progress {
  /** Reports to nobody and stops nothing. */
  Progress NONE = (stage, done, total) -> {};

  /**
   * @param stage what is being computed, as for the user
   */
  void at(String stage, int done, int total);
}

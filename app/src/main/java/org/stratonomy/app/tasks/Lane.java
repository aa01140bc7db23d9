package org.stratonomy.app.tasks;

import java.time.Duration;

/**
 * Kinds of work that wait for each other only among themselves.
 *
 * <p>A lane begins so many tasks at once as it has places. A task that runs for long gives its
 * place up, so that short ones do not wait for it, until {@code most} tasks run in all.
 */
public enum Lane {
  /** Reading files. */
  PARSE(2, 2, Duration.ofMinutes(5)),

  /** Edits, which are short and mostly wait for the database. */
  EDIT(8 * cores(), 24, Duration.ofMinutes(2)),

  /** Computing plans, proposals and programs; the engine's threads take turns between them. */
  COMPUTE(3 * cores(), 4 * cores(), Duration.ofMinutes(20)),

  /** Answers from results that are there: layers, pictures, what holds at a spot. */
  LOOK(2 * cores(), 16, Duration.ofMinutes(2));

  private final int places;
  private final int most;
  private final Duration limit;

  Lane(int places, int most, Duration limit) {
    this.places = places;
    this.most = Math.max(places, most);
    this.limit = limit;
  }

  private static int cores() {
    return Runtime.getRuntime().availableProcessors();
  }

  int places() {
    return places;
  }

  int most() {
    return most;
  }

  /** How long a task may run. */
  Duration limit() {
    return limit;
  }
}

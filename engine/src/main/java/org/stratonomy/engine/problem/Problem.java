package org.stratonomy.engine.problem;

import java.util.Objects;

/**
 * Why something that the user gave cannot be used, in the planner's words: what is wrong, where,
 * and what to do.
 */
public final class Problem extends RuntimeException {
  private static final long serialVersionUID = 1L;

  /** What sort of thing is wrong; one problem type of the API for each. */
  public enum Kind {
    /** A file that is not a usable mesh. */
    MESH,
    /** A plan document that does not follow the format. */
    PLAN_FORMAT,
    /** A plan that asks for something impossible. */
    PLAN,
    /** The computation was stopped because it is no longer wanted. */
    SUPERSEDED
  }

  private final Kind kind;
  private final String place;
  private final String remedy;

  /**
   * @param place the thing concerned, such as a file name or "piece 'tower', boundary 2"
   * @param reason what is wrong, a sentence
   * @param remedy what to do, a sentence
   */
  public Problem(Kind kind, String place, String reason, String remedy) {
    super(place + ": " + reason + " " + remedy);
    this.kind = Objects.requireNonNull(kind);
    this.place = place;
    this.reason = reason;
    this.remedy = remedy;
  }

  private final String reason;

  /**
   * What to say when memory does not suffice.
   *
   * @param place what was worked on
   */
  public static Problem ofMemory(Kind kind, String place) {
    long megabytes = Runtime.getRuntime().maxMemory() >> 20;
    return new Problem(
        kind,
        place,
        "It takes more than the %d MB of memory that there are.".formatted(megabytes),
        "Choose thicker layers, or a model with fewer triangles.");
  }

  public Kind kind() {
    return kind;
  }

  public String place() {
    return place;
  }

  public String reason() {
    return reason;
  }

  public String remedy() {
    return remedy;
  }
}

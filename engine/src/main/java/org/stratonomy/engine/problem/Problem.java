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
    SUPERSEDED,
    /** The user ended it. */
    CANCELLED
  }

  private static final int LONGEST = 600;
  private static final int LONGEST_WORD = 100;

  private final Kind kind;
  private final String place;
  private final String reason;
  private final String remedy;

  /**
   * @param place the thing concerned, such as a file name or "piece 'tower', boundary 2"
   * @param reason what is wrong, a sentence
   * @param remedy what to do, a sentence
   */
  public Problem(Kind kind, String place, String reason, String remedy) {
    super(shortened(place) + ": " + shortened(reason) + " " + remedy);
    this.kind = Objects.requireNonNull(kind);
    this.place = shortened(place);
    this.reason = shortened(reason);
    this.remedy = remedy;
  }

  /** A file may be quoted in it, but nobody reads a quotation without end. */
  private static String shortened(String text) {
    StringBuilder words = new StringBuilder();
    int word = 0;
    for (int i = 0; i < text.length() && words.length() < LONGEST; i++) {
      word = text.charAt(i) == ' ' ? 0 : word + 1;
      if (word <= LONGEST_WORD) {
        words.append(text.charAt(i));
      } else if (word == LONGEST_WORD + 1) {
        words.append('…');
      }
    }
    return words.length() < LONGEST ? words.toString() : words.append('…').toString();
  }

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

package org.stratonomy.engine.plan;

import java.util.BitSet;
import org.stratonomy.engine.problem.Problem;

/**
 * A set of triangles of a mesh by their numbers, from 0.
 *
 * @param text ranges such as {@code 0-17,20,22-25}, ascending; empty for none
 */
public record Triangles(String text) {
  private static final int MOST = 100_000_000;

  public static final Triangles NONE = new Triangles("");

  /** The set in its shortest form. */
  public static Triangles of(BitSet set) {
    StringBuilder text = new StringBuilder();
    for (int from = set.nextSetBit(0); from >= 0; ) {
      int to = set.nextClearBit(from) - 1;
      text.append(text.isEmpty() ? "" : ",").append(from);
      if (to > from) {
        text.append('-').append(to);
      }
      from = set.nextSetBit(to + 1);
    }
    return new Triangles(text.toString());
  }

  /**
   * @throws Problem if the text is no list of ranges
   */
  public BitSet set() {
    BitSet set = new BitSet();
    if (text.isEmpty()) {
      return set;
    }
    for (String range : text.split(",", -1)) {
      int dash = range.indexOf('-');
      int from = number(dash < 0 ? range : range.substring(0, dash));
      int to = dash < 0 ? from : number(range.substring(dash + 1));
      if (to < from) {
        throw bad(range);
      }
      set.set(from, to + 1);
    }
    return set;
  }

  private static int number(String digits) {
    if (!digits.matches("[0-9]{1,9}") || Integer.parseInt(digits) >= MOST) {
      throw bad(digits);
    }
    return Integer.parseInt(digits);
  }

  private static Problem bad(String range) {
    return new Problem(
        Problem.Kind.PLAN,
        "the triangles of a patch",
        "'%s' is no range of numbers.".formatted(range),
        "Give ranges such as 0-17,20.");
  }
}

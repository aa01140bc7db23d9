package org.stratonomy.engine.plan;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.function.Consumer;
import org.stratonomy.engine.guard.Interruption;
import org.stratonomy.engine.guard.PlainText;
import org.stratonomy.engine.problem.Problem;

/**
 * A set of triangles of a mesh by their numbers, from 0, and of parts of large ones: each triangle
 * is divided by the middles of its sides into four, which are divided again.
 *
 * @param text ranges such as {@code 0-17,20,22-25}, and parts such as {@code 30.02}: of triangle 30
 *     the quarter at its first corner, and of that the one at its third; 3 is the one in the
 *     middle; empty for none
 */
public record Triangles(String text) {
  private static final int MOST = 100_000_000;

  public static final Triangles NONE = new Triangles("");

  /**
   * A part of a triangle.
   *
   * @param path a digit for each division
   */
  public record Part(int triangle, String path) {
    /**
     * Its corners.
     *
     * @param xyz the corners of the whole triangle, nine numbers
     */
    public double[] corners(double[] xyz) {
      double[] at = xyz.clone();
      for (char quarter : path.toCharArray()) {
        double[] middles = new double[9];
        for (int i = 0; i < 9; i++) {
          middles[i] = (at[i] + at[(i + 3) % 9]) / 2;
        }
        at = quarter(at, middles, quarter - '0');
      }
      return at;
    }

    /**
     * @param middles of the sides that begin at each corner
     */
    private static double[] quarter(double[] corners, double[] middles, int at) {
      if (at == 3) {
        return middles;
      }
      int before = (at + 2) % 3;
      double[] quarter = new double[9];
      System.arraycopy(corners, 3 * at, quarter, 3 * at, 3);
      System.arraycopy(middles, 3 * at, quarter, 3 * ((at + 1) % 3), 3);
      System.arraycopy(middles, 3 * before, quarter, 3 * before, 3);
      return quarter;
    }
  }

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
   * The parts of triangles.
   *
   * @throws Problem if the text is no list of ranges and parts
   */
  public List<Part> parts() {
    List<Part> parts = new ArrayList<>();
    forEachRange(
        range -> {
          int dot = range.indexOf('.');
          if (dot >= 0) {
            String path = range.substring(dot + 1);
            if (path.isEmpty() || path.length() > 12 || !consistsOf(path, '0', '3')) {
              throw bad(range);
            }
            parts.add(new Part(number(range.substring(0, dot)), path));
          }
        });
    return parts;
  }

  /**
   * The whole triangles.
   *
   * @throws Problem if the text is no list of ranges and parts
   */
  public BitSet set() {
    BitSet set = new BitSet();
    if (text.isEmpty()) {
      return set;
    }
    forEachRange(
        range -> {
          if (range.indexOf('.') < 0) {
            int dash = range.indexOf('-');
            int from = number(dash < 0 ? range : range.substring(0, dash));
            int to = dash < 0 ? from : number(range.substring(dash + 1));
            if (to < from) {
              throw bad(range);
            }
            set.set(from, to + 1);
          }
        });
    return set;
  }

  /** One after the other: a text may have millions of them. */
  private void forEachRange(Consumer<String> each) {
    for (int from = 0, n = 0; from <= text.length(); n++) {
      Interruption.check(n);
      int comma = text.indexOf(',', from);
      int end = comma < 0 ? text.length() : comma;
      each.accept(text.substring(from, end));
      from = end + 1;
    }
  }

  private static boolean consistsOf(String text, char least, char most) {
    return text.chars().allMatch(c -> c >= least && c <= most);
  }

  private static int number(String digits) {
    boolean isNumber = !digits.isEmpty() && digits.length() <= 9 && consistsOf(digits, '0', '9');
    if (!isNumber || Integer.parseInt(digits) >= MOST) {
      throw bad(digits);
    }
    return Integer.parseInt(digits);
  }

  private static Problem bad(String range) {
    return new Problem(
        Problem.Kind.PLAN,
        "the triangles of a patch",
        "'%s' is no range of numbers.".formatted(PlainText.shown(range)),
        "Give ranges such as 0-17,20 or parts such as 30.02.");
  }
}

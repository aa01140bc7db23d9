package org.stratonomy.engine.plan;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import org.stratonomy.engine.problem.Problem;

/**
 * Heights between strata, and what a change of them does to the numbers of the strata.
 *
 * @param heights mm, ascending
 */
record Boundaries(List<Double> heights) {
  /** Heights nearer than this are the same, mm. */
  static final double SAME = 1e-6;

  /**
   * Changed heights.
   *
   * @param renumbered the numbers that a stratum becomes, by its old one; none if it is given up
   */
  record Changed(List<Double> heights, Function<Integer, List<Integer>> renumbered) {}

  static Problem bad(String reason, String remedy) {
    return new Problem(Problem.Kind.PLAN, "dividing", reason, remedy);
  }

  static double rounded(double mm) {
    return Math.rint(mm * 1e6) / 1e6;
  }

  /** With one more; both parts of the stratum that it divides come from it. */
  Changed divided(double height) {
    double at = rounded(height);
    if (indexOf(at) >= 0) {
      throw bad(
          "There is a boundary at %s mm already.".formatted(Value.of(at)),
          "Choose another height.");
    }
    int stratum = 1 + (int) heights.stream().filter(b -> b < at).count();
    List<Double> more = new ArrayList<>(heights);
    more.add(at);
    return new Changed(
        more,
        number -> {
          if (number < stratum) {
            return List.of(number);
          }
          return number == stratum ? List.of(number, number + 1) : List.of(number + 1);
        });
  }

  /** Without one; the stratum above it is given up. */
  Changed joined(double height) {
    int index = existing(height);
    List<Double> fewer = new ArrayList<>(heights);
    fewer.remove(index);
    int upper = index + 2;
    return new Changed(
        fewer,
        number -> {
          if (number < upper) {
            return List.of(number);
          }
          return number == upper ? List.of() : List.of(number - 1);
        });
  }

  /** With one moved between its neighbours. */
  List<Double> moved(double from, double to) {
    int index = existing(from);
    double at = rounded(to);
    boolean belowNext = index + 1 == heights.size() || at < heights.get(index + 1) - SAME;
    boolean abovePrevious = index == 0 || at > heights.get(index - 1) + SAME;
    if (!belowNext || !abovePrevious) {
      throw bad(
          "The boundary at %s mm cannot be moved past its neighbour, to %s mm."
              .formatted(Value.of(heights.get(index)), Value.of(at)),
          "Keep it between its neighbours, or remove the one in the way.");
    }
    List<Double> others = new ArrayList<>(heights);
    others.set(index, at);
    return others;
  }

  private int existing(double height) {
    int index = indexOf(height);
    if (index < 0) {
      throw bad(
          "There is no boundary at %s mm.".formatted(Value.of(height)),
          "Take over the newest state of the plan and try again.");
    }
    return index;
  }

  /** Where a height is in the list, or -1. */
  int indexOf(double height) {
    for (int i = 0; i < heights.size(); i++) {
      if (Math.abs(heights.get(i) - height) < SAME) {
        return i;
      }
    }
    return -1;
  }
}

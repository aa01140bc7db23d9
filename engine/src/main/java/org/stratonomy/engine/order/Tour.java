package org.stratonomy.engine.order;

import java.util.List;
import java.util.stream.IntStream;
import org.stratonomy.engine.guard.Interruption;
import org.stratonomy.engine.plane.Distance;
import org.stratonomy.engine.plane.Path;

/**
 * An order of visits in which the head travels little: the one they are given in, made better as
 * long as it helps by turning round a part of the tour (2-opt, Croes 1958) or by moving a few
 * visits elsewhere (Or 1976).
 */
final class Tour {
  /** Beyond this many visits only parts of the tour up to this length are turned round. */
  private static final int WINDOW = 120;

  private static final int MOST_PASSES = 12;
  private static final int MOST_MOVED = 3;
  private static final double LEAST_GAIN = 1e-6;
  private static final boolean[] BOTH_WAYS = {false, true};

  private final double startX;
  private final double startY;
  private final int n;

  /** Index of each visit as it was given, in the order of the tour. */
  private final int[] order;

  private final boolean[] turned;

  /** Ends of each visit in the order of the tour: from x, from y, to x, to y; then the goal. */
  private final double[] ends;

  /** Length of the way to each visit in the order of the tour; then to the goal, 0 without one. */
  private final double[] gaps;

  private final boolean hasGoal;

  private Tour(Place start, List<Visit> visits, Place goal) {
    startX = start.x;
    startY = start.y;
    n = visits.size();
    order = IntStream.range(0, n).toArray();
    turned = new boolean[n];
    hasGoal = goal != Place.ANY;
    ends = new double[4 * n + 2];
    for (int i = 0; i < n; i++) {
      put(4 * i, visits.get(i).from);
      put(4 * i + 2, visits.get(i).to);
    }
    put(4 * n, goal);
    gaps = new double[n + 1];
    measure(0, n);
  }

  private void put(int end, Place place) {
    ends[end] = place.x;
    ends[end + 1] = place.y;
  }

  /** Where the head is, mm. */
  record Place(double x, double y) {
    /** As the goal of a tour: it may end anywhere. */
    static final Place ANY = new Place(Double.NaN, Double.NaN);

    double distance(Place other) {
      return Distance.of(other.x - x, other.y - y);
    }
  }

  /** Where the head comes to something and where it leaves it; or the other way round. */
  record Visit(Place from, Place to) {
    static Visit of(Path path) {
      return new Visit(new Place(path.x(0), path.y(0)), new Place(path.endX(), path.endY()));
    }
  }

  /**
   * @param start where the head comes from
   * @param goal where it goes on to
   */
  static Tour of(Place start, List<Visit> visits, Place goal) {
    Tour tour = new Tour(start, visits, goal);
    tour.improve();
    return tour;
  }

  /** Which visit, as they were given, comes at a place in the tour, from 0. */
  int at(int k) {
    return order[k];
  }

  /** Whether the head comes to it at its other end. */
  boolean isTurned(int k) {
    return turned[k];
  }

  /** Where the head comes to it; to the goal after the last one. */
  Place entry(int k) {
    return k == n && !hasGoal ? Place.ANY : new Place(ends[4 * k], ends[4 * k + 1]);
  }

  private void improve() {
    boolean better = n > 1 || hasGoal;
    for (int pass = 0; pass < MOST_PASSES && better; pass++) {
      better = turnParts() | moveParts();
    }
  }

  /** Measures the ways to some of the visits. */
  private void measure(int first, int last) {
    for (int k = first; k <= last; k++) {
      gaps[k] = onTo(leaveX(k - 1), leaveY(k - 1), k);
    }
  }

  /** Where the head leaves a visit; before the first one where it comes from. */
  private double leaveX(int k) {
    return k < 0 ? startX : ends[4 * k + 2];
  }

  private double leaveY(int k) {
    return k < 0 ? startY : ends[4 * k + 3];
  }

  /** Distance from a place to the start of a visit; after the last one to the goal, if there is. */
  private double onTo(double x, double y, int to) {
    return to == n && !hasGoal ? 0 : Math.sqrt(square(x, y, 4 * to));
  }

  /** Square of the distance from a place to one of the ends. */
  private double square(double x, double y, int end) {
    double dx = ends[end] - x;
    double dy = ends[end + 1] - y;
    return dx * dx + dy * dy;
  }

  private boolean turnParts() {
    boolean better = false;
    for (int i = 0; i < n; i++) {
      Interruption.check();
      double x = leaveX(i - 1);
      double y = leaveY(i - 1);
      double into = gaps[i];
      if (into < LEAST_GAIN) {
        continue;
      }
      for (int j = i; j < Math.min(n, i + WINDOW); j++) {
        double ways = into + gaps[j + 1];
        double square = square(x, y, 4 * j + 2);
        if (square >= ways * ways) {
          continue;
        }
        double newOut = onTo(ends[4 * i], ends[4 * i + 1], j + 1);
        if (Math.sqrt(square) + newOut < ways - LEAST_GAIN) {
          turn(i, j);
          better = true;
          into = gaps[i];
        }
      }
    }
    return better;
  }

  private void turn(int from, int to) {
    for (int i = from, j = to; i < j; i++, j--) {
      swap(i, j);
    }
    for (int k = from; k <= to; k++) {
      turned[k] = !turned[k];
      for (int axis = 0; axis < 2; axis++) {
        double end = ends[4 * k + axis];
        ends[4 * k + axis] = ends[4 * k + 2 + axis];
        ends[4 * k + 2 + axis] = end;
      }
    }
    measure(from, to + 1);
  }

  private void swap(int i, int j) {
    int visit = order[i];
    order[i] = order[j];
    order[j] = visit;
    boolean isTurned = turned[i];
    turned[i] = turned[j];
    turned[j] = isTurned;
    for (int c = 0; c < 4; c++) {
      double coordinate = ends[4 * i + c];
      ends[4 * i + c] = ends[4 * j + c];
      ends[4 * j + c] = coordinate;
    }
  }

  private boolean moveParts() {
    boolean better = false;
    for (int length = 1; length <= MOST_MOVED; length++) {
      for (int i = 0; i + length <= n; i++) {
        better |= moved(i, length);
      }
    }
    return better;
  }

  /** Moves lines i to i + length - 1 to the best place near by, if that is better. */
  private boolean moved(int i, int length) {
    Interruption.check();
    int last = i + length - 1;
    double freed = gaps[i] + gaps[last + 1] - onTo(leaveX(i - 1), leaveY(i - 1), last + 1);
    if (freed < LEAST_GAIN) {
      return false;
    }
    int best = -2;
    boolean bestBack = false;
    double gain = LEAST_GAIN;
    for (int k = Math.max(-1, i - WINDOW); k < Math.min(n, last + WINDOW); k++) {
      if (k >= i - 1 && k <= last) {
        continue;
      }
      double ways = freed + gaps[k + 1];
      for (boolean back : BOTH_WAYS) {
        int head = back ? 4 * last + 2 : 4 * i;
        double square = square(leaveX(k), leaveY(k), head);
        if (square >= (ways - gain) * (ways - gain)) {
          continue;
        }
        int tail = back ? 4 * i : 4 * last + 2;
        double saved = ways - Math.sqrt(square) - onTo(ends[tail], ends[tail + 1], k + 1);
        if (saved > gain) {
          gain = saved;
          best = k;
          bestBack = back;
        }
      }
    }
    if (best == -2) {
      return false;
    }
    move(i, length, best, bestBack);
    return true;
  }

  private void move(int i, int length, int after, boolean back) {
    if (back) {
      turn(i, i + length - 1);
    }
    // Exchanging two neighbouring parts is turning each of them round, and then both together.
    int from = Math.min(i, after + 1);
    int middle = after < i ? i : i + length;
    int to = after < i ? i + length : after + 1;
    turn(from, middle - 1);
    turn(middle, to - 1);
    turn(from, to - 1);
  }
}

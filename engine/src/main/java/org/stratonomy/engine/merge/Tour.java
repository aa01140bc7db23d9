package org.stratonomy.engine.merge;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.stratonomy.engine.path.Line;

/**
 * An order of lines in which the head travels little: the nearest next first, then made better as
 * long as it helps by turning round a part of the tour (2-opt, Croes 1958) or by moving a few lines
 * elsewhere (Or 1976). Closed lines begin and end in one point, open ones may be run either way.
 */
final class Tour {
  /** Beyond this many lines only parts of the tour up to this length are turned round. */
  private static final int WINDOW = 120;

  private static final int MOST_PASSES = 12;
  private static final int MOST_MOVED = 3;
  private static final double LEAST_GAIN = 1e-6;

  private final double startX;
  private final double startY;
  private final Seam seam;
  private final int n;
  private final Line[] lines;

  /** Ends of each line in the order of the tour: from x, from y, to x, to y. */
  private final double[] ends;

  private Tour(List<Line> unordered, double x, double y, Seam seam) {
    startX = x;
    startY = y;
    this.seam = seam;
    n = unordered.size();
    lines = new Line[n];
    ends = new double[4 * n];
    nearestNext(unordered);
  }

  /**
   * @param x where the head comes from, mm
   * @param seam chooses where closed lines begin
   */
  static List<Line> of(List<Line> lines, double x, double y, Seam seam) {
    if (lines.isEmpty()) {
      return lines;
    }
    Tour tour = new Tour(lines, x, y, seam);
    tour.improve();
    return List.of(tour.lines);
  }

  private void nearestNext(List<Line> unordered) {
    NearestPoints starts = new NearestPoints(Seam.mostStarts(unordered));
    for (int i = 0; i < n; i++) {
      seam.addStarts(unordered.get(i), i, starts);
    }
    double x = startX;
    double y = startY;
    for (int k = 0; k < n; k++) {
      int point = starts.nearest(x, y);
      Line line = unordered.get(starts.owner(point));
      int start = starts.mark(point);
      starts.remove(starts.owner(point));
      if (line.path().isClosed()) {
        line = line.startingAt(start);
      } else if (start != 0) {
        line = line.reversed();
      }
      put(k, line);
      x = ends[4 * k + 2];
      y = ends[4 * k + 3];
    }
  }

  private void put(int k, Line line) {
    lines[k] = line;
    int last = line.path().isClosed() ? 0 : line.path().size() - 1;
    ends[4 * k] = line.path().x(0);
    ends[4 * k + 1] = line.path().y(0);
    ends[4 * k + 2] = line.path().x(last);
    ends[4 * k + 3] = line.path().y(last);
  }

  private void improve() {
    boolean better = n > 2;
    for (int pass = 0; pass < MOST_PASSES && better; pass++) {
      better = turnParts() | moveParts();
    }
  }

  /**
   * Distance from the end of one line to the start of another, -1 for where the head comes from.
   */
  private double gap(int from, int to) {
    if (to >= n) {
      return 0;
    }
    double x = from < 0 ? startX : ends[4 * from + 2];
    double y = from < 0 ? startY : ends[4 * from + 3];
    return distance(x, y, ends[4 * to], ends[4 * to + 1]);
  }

  private static double distance(double ax, double ay, double bx, double by) {
    double dx = bx - ax;
    double dy = by - ay;
    return Math.sqrt(dx * dx + dy * dy);
  }

  private boolean turnParts() {
    boolean better = false;
    for (int i = 0; i < n; i++) {
      double x = i == 0 ? startX : ends[4 * i - 2];
      double y = i == 0 ? startY : ends[4 * i - 1];
      double into = gap(i - 1, i);
      if (into < LEAST_GAIN) {
        continue;
      }
      for (int j = i; j < Math.min(n, i + WINDOW); j++) {
        double newInto = distance(x, y, ends[4 * j + 2], ends[4 * j + 3]);
        if (newInto >= into + gap(j, j + 1)) {
          continue;
        }
        double newOut =
            j + 1 == n
                ? 0
                : distance(ends[4 * i], ends[4 * i + 1], ends[4 * j + 4], ends[4 * j + 5]);
        if (newInto + newOut < into + gap(j, j + 1) - LEAST_GAIN) {
          turn(i, j);
          better = true;
          into = gap(i - 1, i);
        }
      }
    }
    return better;
  }

  private void turn(int from, int to) {
    for (int i = from, j = to; i <= j; i++, j--) {
      Line low = lines[i];
      put(i, backwards(lines[j]));
      if (i != j) {
        put(j, backwards(low));
      }
    }
  }

  private static Line backwards(Line line) {
    return line.path().isClosed() ? line : line.reversed();
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
    int last = i + length - 1;
    double joined =
        last + 1 == n
            ? 0
            : distance(
                i == 0 ? startX : ends[4 * i - 2],
                i == 0 ? startY : ends[4 * i - 1],
                ends[4 * last + 4],
                ends[4 * last + 5]);
    double freed = gap(i - 1, i) + gap(last, last + 1) - joined;
    if (freed < LEAST_GAIN) {
      return false;
    }
    int best = -2;
    boolean bestTurned = false;
    double gain = LEAST_GAIN;
    for (int k = Math.max(-1, i - WINDOW); k < Math.min(n, last + WINDOW); k++) {
      if (k >= i - 1 && k <= last) {
        continue;
      }
      for (int turned = 0; turned < 2; turned++) {
        int head = turned == 0 ? 4 * i : 4 * last + 2;
        int tail = turned == 0 ? 4 * last + 2 : 4 * i;
        double x = k < 0 ? startX : ends[4 * k + 2];
        double y = k < 0 ? startY : ends[4 * k + 3];
        double added = distance(x, y, ends[head], ends[head + 1]) - gap(k, k + 1);
        if (k + 1 < n) {
          added += distance(ends[tail], ends[tail + 1], ends[4 * k + 4], ends[4 * k + 5]);
        }
        if (freed - added > gain) {
          gain = freed - added;
          best = k;
          bestTurned = turned == 1;
        }
      }
    }
    if (best == -2) {
      return false;
    }
    move(i, length, best, bestTurned);
    return true;
  }

  private void move(int i, int length, int after, boolean turned) {
    int from = Math.min(i, after + 1);
    int to = Math.max(i + length, after + 1);
    List<Line> order = new ArrayList<>(Arrays.asList(lines).subList(from, to));
    List<Line> part = new ArrayList<>(order.subList(i - from, i - from + length));
    order.subList(i - from, i - from + length).clear();
    if (turned) {
      part = part.reversed().stream().map(Tour::backwards).toList();
    }
    order.addAll((after < i ? after + 1 : after + 1 - length) - from, part);
    for (int k = from; k < to; k++) {
      put(k, order.get(k - from));
    }
  }
}

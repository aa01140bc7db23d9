package org.stratonomy.engine.wall;

import java.util.Arrays;
import org.stratonomy.engine.guard.Interruption;
import org.stratonomy.engine.line.Line;
import org.stratonomy.engine.plane.Distance;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.settings.Role;

/**
 * Collects the points of a line whose width varies, and makes it a line of few segments: points
 * that add nothing are left out (Douglas and Peucker 1973, with half the width as a third
 * coordinate), and long segments are cut where the width changes.
 */
public final class FittedPath {
  /** Largest error of place and of half the width, mm. */
  private static final double TOLERANCE_MM = 0.008;

  /** Widths are rounded to this, so that segments of nearly the same width are one stroke, mm. */
  private static final double WIDTH_STEP_MM = 0.01;

  private double[] data = new double[96];
  private int size;

  public void add(double x, double y, double width) {
    if (size > 0 && data[3 * size - 3] == x && data[3 * size - 2] == y) {
      return;
    }
    if (3 * size == data.length) {
      data = Arrays.copyOf(data, 2 * data.length);
    }
    data[3 * size] = x;
    data[3 * size + 1] = y;
    data[3 * size + 2] = width;
    size++;
  }

  void addAll(FittedPath other) {
    for (int i = 0; i < other.size; i++) {
      add(other.x(i), other.y(i), other.data[3 * i + 2]);
    }
  }

  /** The same, gone on straight at both ends. */
  FittedPath longer(double mm) {
    FittedPath longer = new FittedPath();
    if (size < 2) {
      return longer;
    }
    longer.addBeyond(this, 0, 1, mm);
    longer.addAll(this);
    longer.addBeyond(this, size - 1, size - 2, mm);
    return longer;
  }

  private void addBeyond(FittedPath path, int end, int before, double mm) {
    double dx = path.x(end) - path.x(before);
    double dy = path.y(end) - path.y(before);
    double share = mm / Distance.of(dx, dy);
    add(path.x(end) + share * dx, path.y(end) + share * dy, path.data[3 * end + 2]);
  }

  int size() {
    return size;
  }

  double x(int i) {
    return data[3 * i];
  }

  double y(int i) {
    return data[3 * i + 1];
  }

  double lengthMm() {
    double sum = 0;
    for (int i = 1; i < size; i++) {
      sum += Distance.of(x(i) - x(i - 1), y(i) - y(i - 1));
    }
    return sum;
  }

  /** Mean width along the line, mm. */
  double meanWidthMm() {
    double sum = 0;
    for (int i = 1; i < size; i++) {
      double length = Distance.of(x(i) - x(i - 1), y(i) - y(i - 1));
      sum += length * (data[3 * i - 1] + data[3 * i + 2]) / 2;
    }
    return sum / lengthMm();
  }

  /**
   * @param closed whether the line returns to its first point; that point is then given once
   */
  public Line line(Role role, boolean closed) {
    if (closed) {
      add(x(0), y(0), data[2]);
      if (size > 1 && (x(0) != x(size - 1) || y(0) != y(size - 1))) {
        throw new IllegalStateException("a closed line ends where it begins");
      }
    }
    boolean[] keep = new boolean[size];
    keep[0] = true;
    keep[size - 1] = true;
    int middle = closed ? farthest() : 0;
    if (middle > 0) {
      keep[middle] = true;
      split(0, middle, keep);
    }
    split(middle, size - 1, keep);
    Path.Builder path = new Path.Builder();
    double[] widths = new double[16];
    int segments = 0;
    path.add(x(0), y(0));
    int last = 0;
    for (int i = 1; i < size; i++) {
      if (!keep[i]) {
        continue;
      }
      double from = data[3 * last + 2];
      double to = data[3 * i + 2];
      int parts = Math.max(1, (int) Math.ceil(Math.abs(to - from) / (4 * WIDTH_STEP_MM)));
      for (int p = 1; p <= parts; p++) {
        double t = (double) p / parts;
        if (p < parts || !closed || i < size - 1) {
          path.add(x(last) + t * (x(i) - x(last)), y(last) + t * (y(i) - y(last)));
        }
        if (segments == widths.length) {
          widths = Arrays.copyOf(widths, 2 * segments);
        }
        double width = from + (t - 0.5 / parts) * (to - from);
        widths[segments++] = Math.rint(width / WIDTH_STEP_MM) * WIDTH_STEP_MM;
      }
      last = i;
    }
    return Line.fitted(role, closed ? path.closed() : path.open(), Arrays.copyOf(widths, segments));
  }

  private int farthest() {
    int best = 0;
    double most = -1;
    for (int i = 1; i < size - 1; i++) {
      double d = Distance.of(x(i) - x(0), y(i) - y(0));
      if (d > most) {
        most = d;
        best = i;
      }
    }
    return best;
  }

  private void split(int first, int last, boolean[] keep) {
    int[] stack = new int[64];
    int depth = 0;
    stack[depth++] = first;
    stack[depth++] = last;
    while (depth > 0) {
      Interruption.check();
      int b = stack[--depth];
      int a = stack[--depth];
      double worst = TOLERANCE_MM;
      int at = -1;
      for (int i = a + 1; i < b; i++) {
        double d = deviation(i, a, b);
        if (d > worst) {
          worst = d;
          at = i;
        }
      }
      if (at >= 0) {
        keep[at] = true;
        if (depth + 4 > stack.length) {
          stack = Arrays.copyOf(stack, 2 * stack.length);
        }
        stack[depth++] = a;
        stack[depth++] = at;
        stack[depth++] = at;
        stack[depth++] = b;
      }
    }
  }

  private double deviation(int i, int a, int b) {
    double dx = x(b) - x(a);
    double dy = y(b) - y(a);
    double t = Distance.along(x(i) - x(a), y(i) - y(a), dx, dy);
    double width = data[3 * a + 2] + t * (data[3 * b + 2] - data[3 * a + 2]);
    double ox = x(i) - x(a) - t * dx;
    double oy = y(i) - y(a) - t * dy;
    return Distance.of(Distance.of(ox, oy), (data[3 * i + 2] - width) / 2);
  }
}

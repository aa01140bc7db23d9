package org.stratonomy.engine.plane;

import java.util.Arrays;
import org.stratonomy.engine.guard.Interruption;

/**
 * Leaves out points of closed rings that lie within a tolerance of the line between their kept
 * neighbours: Douglas and Peucker (1973), each ring split at its lexicographically least and
 * greatest points so that the result does not depend on where the ring starts.
 */
public final class Simplifier {
  private final double toleranceSquared;

  /**
   * @param toleranceMm largest distance of a point left out from the new line, mm
   */
  public Simplifier(double toleranceMm) {
    double units = toleranceMm * Area.UNITS_PER_MM;
    toleranceSquared = units * units;
  }

  /** Rings with fewer points, as an area. */
  public Area simplify(RingList rings) {
    return simplify(rings.toRawArea());
  }

  /** An area with fewer points, cleaned where leaving out points made its rings touch or cross. */
  public Area simplify(Area area) {
    RingList out = new RingList(area.pointCount());
    for (int ring = 0; ring < area.ringCount(); ring++) {
      ring(area, area.ringStart(ring), area.ringStart(ring + 1), out);
    }
    return Plane.nonZero(out);
  }

  private void ring(Area raw, int from, int to, RingList out) {
    int n = to - from;
    int[] x = new int[n + 1];
    int[] y = new int[n + 1];
    int least = extreme(raw, from, to, 1);
    for (int i = 0; i <= n; i++) {
      int at = from + (least - from + i) % n;
      x[i] = raw.x(at);
      y[i] = raw.y(at);
    }
    int greatest = (extreme(raw, from, to, -1) - least + n) % n;
    boolean[] keep = new boolean[n + 1];
    keep[0] = true;
    keep[greatest] = true;
    split(x, y, 0, greatest, keep);
    split(x, y, greatest, n, keep);
    for (int i = 0; i < n; i++) {
      if (keep[i]) {
        out.add(x[i], y[i]);
      }
    }
    out.close();
  }

  private static int extreme(Area raw, int from, int to, int sign) {
    int best = from;
    for (int i = from + 1; i < to; i++) {
      int order = sign * Integer.compare(raw.x(i), raw.x(best));
      if (order < 0 || (order == 0 && sign * Integer.compare(raw.y(i), raw.y(best)) < 0)) {
        best = i;
      }
    }
    return best;
  }

  private void split(int[] x, int[] y, int first, int last, boolean[] keep) {
    int[] stack = {first, last};
    int depth = 2;
    while (depth > 0) {
      Interruption.check();
      int b = stack[--depth];
      int a = stack[--depth];
      double worst = toleranceSquared;
      int at = -1;
      double dx = (double) x[b] - x[a];
      double dy = (double) y[b] - y[a];
      for (int i = a + 1; i < b; i++) {
        double px = (double) x[i] - x[a];
        double py = (double) y[i] - y[a];
        double along = Distance.along(px, py, dx, dy);
        double ox = px - along * dx;
        double oy = py - along * dy;
        double distance = ox * ox + oy * oy;
        if (distance > worst) {
          worst = distance;
          at = i;
        }
      }
      if (at >= 0) {
        keep[at] = true;
        if (depth + 4 > stack.length) {
          stack = Arrays.copyOf(stack, 2 * stack.length + 4);
        }
        stack[depth++] = a;
        stack[depth++] = at;
        stack[depth++] = at;
        stack[depth++] = b;
      }
    }
  }
}

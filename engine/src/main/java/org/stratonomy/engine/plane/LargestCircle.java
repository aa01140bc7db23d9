package org.stratonomy.engine.plane;

import java.util.Comparator;
import java.util.PriorityQueue;

/**
 * The largest circle in an area: squares are searched from the one that promises most, and divided
 * by four, until none can hold a circle that is larger by more than a tolerance (Garcia-Castellanos
 * and Lombardo 2007 call its middle the pole of inaccessibility).
 */
public final class LargestCircle {
  private final Area area;
  private double best;

  private LargestCircle(Area area) {
    this.area = area;
  }

  /** A square by its middle and half its side, with the distance of the middle from the edge. */
  private record Square(double x, double y, double half, double distance) {
    double most() {
      return distance + half * Math.sqrt(2);
    }
  }

  /**
   * @param toleranceMm by how much the diameter may be too small
   * @return diameter, mm; 0 for nothing
   */
  public static double diameterMm(Area area, double toleranceMm) {
    return area.isEmpty() ? 0 : new LargestCircle(area).search(toleranceMm);
  }

  private double search(double tolerance) {
    double[] bounds = area.boundsMm();
    double half = Math.min(bounds[2] - bounds[0], bounds[3] - bounds[1]) / 2;
    PriorityQueue<Square> squares =
        new PriorityQueue<>(Comparator.comparingDouble(square -> -square.most()));
    for (double x = bounds[0] + half; x - half < bounds[2]; x += 2 * half) {
      for (double y = bounds[1] + half; y - half < bounds[3]; y += 2 * half) {
        squares.add(square(x, y, half));
      }
    }
    while (!squares.isEmpty() && squares.peek().most() > best + tolerance / 2) {
      Square whole = squares.poll();
      double quarter = whole.half / 2;
      for (int i = 0; i < 4; i++) {
        squares.add(
            square(
                whole.x + (i % 2 == 0 ? quarter : -quarter),
                whole.y + (i < 2 ? quarter : -quarter),
                quarter));
      }
    }
    return 2 * best;
  }

  private Square square(double x, double y, double half) {
    double distance = distance(x, y);
    best = Math.max(best, distance);
    return new Square(x, y, half, distance);
  }

  /** Distance from the nearest edge, mm; negative outside. */
  private double distance(double x, double y) {
    double px = x / Area.UNIT_MM;
    double py = y / Area.UNIT_MM;
    double least = Double.POSITIVE_INFINITY;
    boolean inside = false;
    for (int ring = 0; ring < area.ringCount(); ring++) {
      int from = area.ringStart(ring);
      int to = area.ringStart(ring + 1);
      for (int i = from, j = to - 1; i < to; j = i++) {
        double ax = area.x(i);
        double ay = area.y(i);
        double bx = area.x(j);
        double by = area.y(j);
        if (ay > py != by > py && px < (bx - ax) * (py - ay) / (by - ay) + ax) {
          inside = !inside;
        }
        double dx = bx - ax;
        double dy = by - ay;
        double along = Distance.along(px - ax, py - ay, dx, dy);
        least = Math.min(least, Distance.of(px - ax - along * dx, py - ay - along * dy));
      }
    }
    return (inside ? least : -least) * Area.UNIT_MM;
  }
}

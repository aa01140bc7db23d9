package org.stratonomy.engine.plane;

import java.util.Arrays;

/** Whether a circle has room in an area, told quickly where that is easy to see. */
public final class CircleFit {
  /** Level lines on which room is looked for. */
  private static final int LINES = 5;

  private CircleFit() {}

  /**
   * Looks at the middle of the longest stretch of some level lines in an area.
   *
   * @return whether a circle around one of these places lies within the area; if not, there may be
   *     room for it elsewhere
   */
  public static boolean isSurelyFor(double radiusMm, Area area) {
    double radius = radiusMm * Area.UNITS_PER_MM;
    double[] bounds = area.boundsMm();
    double low = bounds[1] * Area.UNITS_PER_MM;
    double high = bounds[3] * Area.UNITS_PER_MM;
    for (int k = 1; k <= LINES; k++) {
      double y = low + k * (high - low) / (LINES + 1);
      double[] crossings = crossings(area, y);
      double middle = 0;
      double longest = 2 * radius;
      for (int i = 0; i + 1 < crossings.length; i += 2) {
        if (crossings[i + 1] - crossings[i] >= longest) {
          longest = crossings[i + 1] - crossings[i];
          middle = (crossings[i] + crossings[i + 1]) / 2;
        }
      }
      if (longest > 2 * radius && isAway(area, middle, y, radius)) {
        return true;
      }
    }
    return false;
  }

  /** Where a level line enters and leaves an area, from the left. */
  private static double[] crossings(Area area, double y) {
    double[] found = new double[8];
    int count = 0;
    for (int ring = 0; ring < area.ringCount(); ring++) {
      int end = area.ringStart(ring + 1);
      int before = end - 1;
      for (int p = area.ringStart(ring); p < end; before = p++) {
        double ay = area.y(before);
        double by = area.y(p);
        if (ay > y != by > y) {
          found = count < found.length ? found : Arrays.copyOf(found, 2 * count);
          double ax = area.x(before);
          found[count++] = ax + (y - ay) / (by - ay) * (area.x(p) - ax);
        }
      }
    }
    double[] crossings = Arrays.copyOf(found, count);
    Arrays.sort(crossings);
    return crossings;
  }

  /** Whether all of the edge is farther from a place than a distance. */
  private static boolean isAway(Area area, double x, double y, double distance) {
    for (int ring = 0; ring < area.ringCount(); ring++) {
      int end = area.ringStart(ring + 1);
      int before = end - 1;
      for (int p = area.ringStart(ring); p < end; before = p++) {
        double ax = area.x(before) - x;
        double ay = area.y(before) - y;
        double dx = area.x(p) - x - ax;
        double dy = area.y(p) - y - ay;
        double along = Distance.along(-ax, -ay, dx, dy);
        double nearX = ax + along * dx;
        double nearY = ay + along * dy;
        if (nearX * nearX + nearY * nearY <= distance * distance) {
          return false;
        }
      }
    }
    return true;
  }
}

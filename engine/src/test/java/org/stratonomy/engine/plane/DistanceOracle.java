package org.stratonomy.engine.plane;

/** Least distance from the corners of one area to the boundary of another, by trying all pairs. */
final class DistanceOracle {
  private DistanceOracle() {}

  /** In mm; infinite if one of them is empty. */
  static double least(Area corners, Area boundary) {
    double least = Double.POSITIVE_INFINITY;
    for (int p = 0; p < corners.pointCount(); p++) {
      for (int r = 0; r < boundary.ringCount(); r++) {
        int from = boundary.ringStart(r);
        int to = boundary.ringStart(r + 1);
        for (int i = from, j = to - 1; i < to; j = i++) {
          least = Math.min(least, distance(corners, p, boundary, i, j));
        }
      }
    }
    return least * Area.UNIT_MM;
  }

  private static double distance(Area corners, int p, Area boundary, int i, int j) {
    double ex = (double) boundary.x(j) - boundary.x(i);
    double ey = (double) boundary.y(j) - boundary.y(i);
    double px = (double) corners.x(p) - boundary.x(i);
    double py = (double) corners.y(p) - boundary.y(i);
    double along = Math.clamp((px * ex + py * ey) / (ex * ex + ey * ey), 0, 1);
    return Math.hypot(px - along * ex, py - along * ey);
  }
}

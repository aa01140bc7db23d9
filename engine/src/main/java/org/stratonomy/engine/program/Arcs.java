package org.stratonomy.engine.program;

import org.stratonomy.engine.mesh.Rounding;
import org.stratonomy.engine.plane.Path;

/**
 * Finds arcs in a path: as many points as possible that lie on one circle, within a tolerance, and
 * go around it in one sense. The arc goes exactly through its ends and, within the tolerance, past
 * all points and sides between them.
 */
final class Arcs {
  private static final int LEAST_SEGMENTS = 3;
  private static final int MOST_SEGMENTS = 400;
  private static final double LEAST_RADIUS_MM = 0.1;
  private static final double MOST_RADIUS_MM = 400;
  private static final double MOST_TURN = 1.6 * Math.PI;

  private final Path path;
  private final int points;
  private final double tolerance;

  /** Centre of the last arc found, mm, and its sense: 1 to the left, -1 to the right. */
  private double centreX;

  private double centreY;
  private int sense;

  Arcs(Path path, double toleranceMm) {
    this.path = path;
    this.tolerance = toleranceMm;
    points = path.size() + (path.isClosed() ? 1 : 0);
  }

  double centreX() {
    return centreX;
  }

  double centreY() {
    return centreY;
  }

  boolean isToTheLeft() {
    return sense > 0;
  }

  /**
   * The last point of an arc that begins at a point, or the point itself if there is none; one past
   * the last point of a closed path is its first.
   */
  int end(int from) {
    int best = from;
    int step = LEAST_SEGMENTS;
    int to = from + LEAST_SEGMENTS;
    // Doubling finds the reach, halving the exact end.
    while (step > 0) {
      boolean fits = to < points && to - from <= MOST_SEGMENTS && fits(from, to);
      if (fits) {
        best = to;
        step = best == from + step ? 2 * step : step;
      } else {
        step /= 2;
      }
      to = best + step;
    }
    if (best > from) {
      fits(from, best);
    }
    return best;
  }

  private double x(int i) {
    return path.x(i % path.size());
  }

  private double y(int i) {
    return path.y(i % path.size());
  }

  private boolean fits(int from, int to) {
    int middle = (from + to) / 2;
    double ax = x(middle) - x(from);
    double ay = y(middle) - y(from);
    double bx = x(to) - x(from);
    double by = y(to) - y(from);
    double cross = 2 * (ax * by - ay * bx);
    if (to - from < LEAST_SEGMENTS || Math.abs(cross) < Rounding.SHARE) {
      return false;
    }
    double a = ax * ax + ay * ay;
    double b = bx * bx + by * by;
    double ux = (by * a - ay * b) / cross;
    double uy = (ax * b - bx * a) / cross;
    double radius = Math.sqrt(ux * ux + uy * uy);
    centreX = x(from) + ux;
    centreY = y(from) + uy;
    sense = cross > 0 ? 1 : -1;
    return radius >= LEAST_RADIUS_MM && radius <= MOST_RADIUS_MM && lieOn(from, to, radius);
  }

  private boolean lieOn(int from, int to, double radius) {
    double turn = 0;
    for (int i = from; i < to; i++) {
      double px = x(i) - centreX;
      double py = y(i) - centreY;
      double qx = x(i + 1) - centreX;
      double qy = y(i + 1) - centreY;
      double off = Math.abs(Math.sqrt(qx * qx + qy * qy) - radius);
      double step = sense * Math.atan2(px * qy - py * qx, px * qx + py * qy);
      double bulge = radius * (1 - Math.cos(step / 2));
      turn += step;
      if (off > tolerance / 2 || step <= 0 || bulge > tolerance || turn > MOST_TURN) {
        return false;
      }
    }
    return true;
  }
}

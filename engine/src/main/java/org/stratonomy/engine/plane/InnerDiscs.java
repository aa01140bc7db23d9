package org.stratonomy.engine.plane;

import org.stratonomy.engine.guard.Interruption;

/**
 * The largest disc that touches the boundary of an area at a place and lies within the area: its
 * centre is a point of the medial axis, its diameter the width of the area there. Found by
 * shrinking: a disc of the largest radius of interest is made smaller until no other part of the
 * boundary lies in it (Ma, Bae and Choi, 2012, "3D medial axis point approximation using nearest
 * neighbors and the normal field"). Safe to use from one thread at a time.
 */
public final class InnerDiscs {
  private static final int MOST_STEPS = 30;

  private final EdgeGrid grid;
  private final Area area;
  private final double most;
  private final int[] seen;
  private int round;

  private double nearestX;
  private double nearestY;
  private int nearestEdge;

  private double radius;
  private double facing;
  private int contact;

  /**
   * @param mostMm discs are not looked for beyond this radius
   */
  public InnerDiscs(Area area, double mostMm) {
    this.area = area;
    this.most = mostMm * Area.UNITS_PER_MM;
    grid = new EdgeGrid(area);
    seen = new int[area.pointCount()];
  }

  /**
   * Finds the disc that touches the boundary at a place.
   *
   * @param xMm place on the boundary
   * @param nx unit normal there, into the area
   * @return its radius in mm, the largest of interest if it is no smaller
   */
  public double at(double xMm, double yMm, double nx, double ny) {
    double x = xMm * Area.UNITS_PER_MM;
    double y = yMm * Area.UNITS_PER_MM;
    Interruption.check();
    radius = most;
    facing = 1;
    contact = -1;
    for (int step = 0; step < MOST_STEPS; step++) {
      double cx = x + radius * nx;
      double cy = y + radius * ny;
      if (nearest(cx, cy, radius) >= radius - 0.5) {
        break;
      }
      double qx = nearestX - x;
      double qy = nearestY - y;
      double depth = qx * nx + qy * ny;
      double smaller = depth <= 0 ? 0 : (qx * qx + qy * qy) / (2 * depth);
      if (smaller >= radius - 0.01) {
        break;
      }
      radius = smaller;
      contact = nearestEdge;
      if (radius < 1) {
        facing = 1;
        return 0;
      }
      facing = ((x + radius * nx - nearestX) * nx + (y + radius * ny - nearestY) * ny) / radius;
    }
    return radius * Area.UNIT_MM;
  }

  /**
   * How the boundary at the other contact of the last disc faces the place: the cosine of the angle
   * between both inner normals; -1 between parallel sides, 0 in a square corner.
   */
  public double facing() {
    return facing;
  }

  /** Index of the edge at the other contact of the last disc, -1 if there is none. */
  public int contactEdge() {
    return contact;
  }

  /** Distance from a point to the boundary, the nearest point noted; only looked for up to r. */
  private double nearest(double cx, double cy, double r) {
    double best = r * r;
    boolean found = false;
    round++;
    int lastRow = grid.row((long) (cy + r) + 1);
    int lastColumn = grid.column((long) (cx + r) + 1);
    for (int row = grid.row((long) (cy - r) - 1); row <= lastRow; row++) {
      for (int column = grid.column((long) (cx - r) - 1); column <= lastColumn; column++) {
        for (int k = grid.start(column, row); k < grid.end(column, row); k++) {
          int edge = grid.edge(k);
          if (seen[edge] == round) {
            continue;
          }
          seen[edge] = round;
          double ax = area.x(edge);
          double ay = area.y(edge);
          double dx = area.x(grid.next[edge]) - ax;
          double dy = area.y(grid.next[edge]) - ay;
          double squareOfLength = dx * dx + dy * dy;
          double across = dx * (cy - ay) - dy * (cx - ax);
          if (across * across >= best * squareOfLength) {
            continue;
          }
          double t = Distance.along(cx - ax, cy - ay, dx, dy);
          double px = ax + t * dx;
          double py = ay + t * dy;
          double square = (px - cx) * (px - cx) + (py - cy) * (py - cy);
          if (square < best) {
            best = square;
            nearestX = px;
            nearestY = py;
            nearestEdge = edge;
            found = true;
          }
        }
      }
    }
    return found ? Math.sqrt(best) : r;
  }
}

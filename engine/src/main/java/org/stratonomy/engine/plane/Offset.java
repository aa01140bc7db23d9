package org.stratonomy.engine.plane;

import org.stratonomy.engine.guard.Interruption;

/**
 * The raw curve at a distance from the rings of an area; where it winds around a place more than
 * zero times, that place belongs to the offset area.
 *
 * <p>Why that holds: take the curve that leaves vertex v_i sideways to v'_i, runs parallel to the
 * edge to v'_(i+1) and returns to v_(i+1). Compared with the ring it goes once around each strip
 * between an edge and its parallel, clockwise for an inset. So its winding number is that of the
 * ring less the number of strips over the place: positive exactly inside the ring and outside every
 * strip. At a corner where the parallels diverge a wedge is added, in the same sense. For an outset
 * strips and wedges count positive, and the sum is positive in the ring or in any of them.
 *
 * <p>Where the parallels converge, the two legs to the vertex and back can be replaced by the
 * single point where the parallels cross, as long as what is cut off one strip lies within the
 * other: when the edge is at least as long as twice the cut here and once the cut at its far end.
 * Failing that, the way over the vertex alone can be left out: that takes back one turn around the
 * triangle between the vertex and the ends of both parallels, which does no harm where both strips
 * cover it.
 */
final class Offset {
  /** Largest distance of a mitre's tip from its corner, in multiples of the offset distance. */
  static final double MITRE_LIMIT = 1.5;

  private final Area area;
  private final double distance;
  private final RingList out;

  private Offset(Area area, double distance) {
    this.area = area;
    this.distance = distance;
    out = new RingList(2 * area.pointCount());
  }

  /** The raw rings; distance in coordinate units, positive outwards. */
  static Area raw(Area area, double distance) {
    Offset offset = new Offset(area, distance);
    for (int ring = 0; ring < area.ringCount(); ring++) {
      offset.ring(area.ringStart(ring), area.ringStart(ring + 1));
    }
    return offset.out.toRawArea();
  }

  private void ring(int from, int to) {
    int n = to - from;
    double[] dx = new double[n];
    double[] dy = new double[n];
    double[] length = new double[n];
    for (int i = 0; i < n; i++) {
      int j = i + 1 == n ? 0 : i + 1;
      double ex = (double) area.x(from + j) - area.x(from + i);
      double ey = (double) area.y(from + j) - area.y(from + i);
      length[i] = Math.sqrt(ex * ex + ey * ey);
      dx[i] = ex / length[i];
      dy[i] = ey / length[i];
    }
    double[] cut = new double[n];
    for (int i = 0; i < n; i++) {
      int before = i == 0 ? n - 1 : i - 1;
      double sin = dx[before] * dy[i] - dy[before] * dx[i];
      double cos = dx[before] * dx[i] + dy[before] * dy[i];
      if (sin * distance < 0) {
        cut[i] = cos > -0.99 ? Math.abs(distance * sin / (1 + cos)) : Double.POSITIVE_INFINITY;
      }
    }
    for (int i = 0; i < n; i++) {
      Interruption.check(i);
      int before = i == 0 ? n - 1 : i - 1;
      int after = i + 1 == n ? 0 : i + 1;
      double x = area.x(from + i);
      double y = area.y(from + i);
      double sin = dx[before] * dy[i] - dy[before] * dx[i];
      double cos = dx[before] * dx[i] + dy[before] * dy[i];
      // The right-hand normal (dy, -dx) points out of the area.
      double ax = x + distance * dy[before];
      double ay = y - distance * dx[before];
      double bx = x + distance * dy[i];
      double by = y - distance * dx[i];
      if (cos > 0 && Math.abs(distance * sin) < 1) {
        point((ax + bx) / 2, (ay + by) / 2);
      } else if (sin * distance < 0) {
        if (2 * cut[i] + cut[before] <= length[before] && 2 * cut[i] + cut[after] <= length[i]) {
          mitre(x, y, dx[before], dy[before], dx[i], dy[i], cos);
        } else {
          point(ax, ay);
          double reach = Math.abs(distance * sin);
          boolean covered =
              cos > 0 && reach + cut[before] <= length[before] && reach + cut[after] <= length[i];
          if (!covered) {
            point(x, y);
          }
          point(bx, by);
        }
      } else if (1 / Math.sqrt((1 + cos) / 2) <= MITRE_LIMIT) {
        mitre(x, y, dx[before], dy[before], dx[i], dy[i], cos);
      } else {
        square(ax, ay, dx[before], dy[before], bx, by, dx[i], dy[i], cos);
      }
    }
    out.close();
  }

  /** The crossing of both parallels: d · (n1 + n2) / (1 + cos) from the corner. */
  private void mitre(double x, double y, double px, double py, double qx, double qy, double cos) {
    double scale = distance / (1 + cos);
    point(x + scale * (py + qy), y - scale * (px + qx));
  }

  /**
   * Both parallels prolonged to the line square to the corner's bisector at the distance: by d ·
   * tan(turn / 4) each.
   */
  private void square(
      double ax,
      double ay,
      double px,
      double py,
      double bx,
      double by,
      double qx,
      double qy,
      double cos) {
    // tan(a / 2) = sin(a) / (1 + cos(a)), where a is half of the turn.
    double halfSin = Math.sqrt(Math.max(0, (1 - cos) / 2));
    double halfCos = Math.sqrt(Math.max(0, (1 + cos) / 2));
    double reach = Math.abs(distance) * halfSin / (1 + halfCos);
    point(ax + reach * px, ay + reach * py);
    point(bx - reach * qx, by - reach * qy);
  }

  private void point(double x, double y) {
    out.add((int) Math.floor(x + 0.5), (int) Math.floor(y + 0.5));
  }
}

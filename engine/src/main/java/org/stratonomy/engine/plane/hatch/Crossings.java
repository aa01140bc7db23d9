package org.stratonomy.engine.plane.hatch;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.stratonomy.engine.guard.Interruption;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Distance;
import org.stratonomy.engine.plane.Path;

/**
 * Where a family of parallel lines crosses the edges of an area, sorted line by line and along each
 * line, so that crossings 2s and 2s + 1 are the ends of segment s; and the ways along the edge
 * between them.
 */
final class Crossings {
  final Area area;
  final double cos;
  final double sin;

  /** Distance of the lines, coordinate units. */
  final double spacing;

  /** Coordinate across of line 0, coordinate units. */
  final double origin;

  private final List<Crossing> crossings = new ArrayList<>();
  private final int[] ringOfPoint;

  /** One crossing of a line with an edge of the area. */
  record Crossing(int line, double along, int edge, double x, double y) {}

  /** A way along the edge by which two ends of segments are joined. */
  record Joint(int from, int to, int direction) {}

  Crossings(Area area, double angleRad, double spacingMm, double phaseMm) {
    this.area = area;
    cos = Math.cos(angleRad);
    sin = Math.sin(angleRad);
    spacing = spacingMm * Area.UNITS_PER_MM;
    origin = spacing / 2 + phaseMm * Area.UNITS_PER_MM;
    ringOfPoint = new int[area.pointCount()];
    for (int ring = 0; ring < area.ringCount(); ring++) {
      Arrays.fill(ringOfPoint, area.ringStart(ring), area.ringStart(ring + 1), ring);
    }
    for (int i = 0; i < area.pointCount(); i++) {
      cross(i, nextEdge(i, 1));
    }
    crossings.sort(
        Interruption.asking(
            (a, b) ->
                a.line != b.line
                    ? Integer.compare(a.line, b.line)
                    : Double.compare(a.along, b.along)));
  }

  private void cross(int i, int j) {
    double across0 = across(area.x(i), area.y(i));
    double across1 = across(area.x(j), area.y(j));
    double low = Math.min(across0, across1);
    double high = Math.max(across0, across1);
    // An edge holds its lower end but not its upper one, so that a line through a corner counts
    // once.
    int first = (int) Math.ceil((low - origin) / spacing);
    for (int k = first; k * spacing + origin < high; k++) {
      Interruption.check(k);
      double t = (k * spacing + origin - across0) / (across1 - across0);
      double x = area.x(i) + t * ((double) area.x(j) - area.x(i));
      double y = area.y(i) + t * ((double) area.y(j) - area.y(i));
      crossings.add(new Crossing(k, x * cos + y * sin, i, x, y));
    }
  }

  /** The coordinate across the lines of a place. */
  double across(double x, double y) {
    return y * cos - x * sin;
  }

  int size() {
    return crossings.size() / 2 * 2;
  }

  int segments() {
    return crossings.size() / 2;
  }

  Crossing get(int i) {
    return crossings.get(i);
  }

  int ring(int crossing) {
    return ringOfPoint[get(crossing).edge];
  }

  /** Number of the first line that has a segment. */
  int firstLine() {
    return segments() == 0 ? 0 : crossings.getFirst().line;
  }

  /** First segment of each line from the first on; the last entry is the number of segments. */
  int[] lineStarts() {
    if (segments() == 0) {
      return new int[] {0};
    }
    int[] starts = new int[crossings.getLast().line - firstLine() + 2];
    for (int s = 0; s < segments(); s++) {
      starts[get(2 * s).line - firstLine() + 1]++;
    }
    for (int i = 1; i < starts.length; i++) {
      starts[i] += starts[i - 1];
    }
    return starts;
  }

  /** Length of the way along the edge in a direction, or more than the limit. */
  double wayLength(int from, int to, int direction, double limit) {
    Crossing a = get(from);
    Crossing b = get(to);
    if (ringOfPoint[a.edge] != ringOfPoint[b.edge]) {
      return Double.POSITIVE_INFINITY;
    }
    if (a.edge == b.edge) {
      return Distance.of(b.x - a.x, b.y - a.y);
    }
    double length = 0;
    double x = a.x;
    double y = a.y;
    for (int edge = a.edge; edge != b.edge && length < limit; edge = nextEdge(edge, direction)) {
      int corner = corner(edge, direction);
      length += Distance.of(area.x(corner) - x, area.y(corner) - y);
      x = area.x(corner);
      y = area.y(corner);
    }
    return length + Distance.of(b.x - x, b.y - y);
  }

  /** Adds the corners on the way along the edge to a path. */
  void walk(int from, int to, int direction, Path.Builder path) {
    int end = get(to).edge;
    for (int edge = get(from).edge; edge != end; edge = nextEdge(edge, direction)) {
      int corner = corner(edge, direction);
      path.add(area.x(corner) * Area.UNIT_MM, area.y(corner) * Area.UNIT_MM);
    }
  }

  /** The end of an edge that is passed when going on in a direction along the ring. */
  private int corner(int edge, int direction) {
    return direction > 0 ? nextEdge(edge, 1) : edge;
  }

  private int nextEdge(int edge, int direction) {
    int ring = ringOfPoint[edge];
    int from = area.ringStart(ring);
    int to = area.ringStart(ring + 1);
    int next = edge + direction;
    if (next == to) {
      return from;
    }
    return next < from ? to - 1 : next;
  }

  void add(Path.Builder path, int crossing) {
    path.add(get(crossing).x * Area.UNIT_MM, get(crossing).y * Area.UNIT_MM);
  }
}

package org.stratonomy.engine.plane;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Parallel lines clipped to an area, by scanline: each edge is crossed with the lines that it
 * spans, the crossings of a line are sorted, and every other gap between them is inside.
 *
 * <p>Line k runs at the angle through the places whose coordinate across is {@code (k + 1/2) ·
 * spacing + phase}, so that lines of the same hatch fall together on every layer.
 */
public final class Hatch {
  private final Area area;
  private final double cos;
  private final double sin;

  /** One crossing of a line with an edge of the area. */
  private record Crossing(int line, double along, int edge, double x, double y) {}

  private final List<Crossing> crossings = new ArrayList<>();
  private final int[] ringOfPoint;

  private Hatch(Area area, double angleRad, double spacingMm, double phaseMm) {
    this.area = area;
    cos = Math.cos(angleRad);
    sin = Math.sin(angleRad);
    ringOfPoint = new int[area.pointCount()];
    for (int ring = 0; ring < area.ringCount(); ring++) {
      Arrays.fill(ringOfPoint, area.ringStart(ring), area.ringStart(ring + 1), ring);
    }
    cross(spacingMm * Area.UNITS_PER_MM, phaseMm * Area.UNITS_PER_MM);
  }

  /**
   * The lines as separate straight paths, line by line.
   *
   * @param angleRad direction of the lines against X
   * @param spacingMm distance between neighbouring lines, positive
   * @param phaseMm shift of all lines across their direction
   */
  public static List<Path> lines(Area area, double angleRad, double spacingMm, double phaseMm) {
    List<Crossing> c = new Hatch(area, angleRad, spacingMm, phaseMm).crossings;
    List<Path> paths = new ArrayList<>(c.size() / 2);
    for (int i = 0; i + 1 < c.size(); i += 2) {
      paths.add(straight(c.get(i), c.get(i + 1)));
    }
    return paths;
  }

  /**
   * The lines joined to longer paths: the end of a line continues along the edge of the area to the
   * next line, where the way there is no longer than {@code reachMm}.
   */
  public static List<Path> joined(
      Area area, double angleRad, double spacingMm, double phaseMm, double reachMm) {
    return new Hatch(area, angleRad, spacingMm, phaseMm).join(reachMm * Area.UNITS_PER_MM);
  }

  /**
   * The lines joined along the edge as in {@link #joined}, but only ever from one line to the next
   * in the same sense, and ordered so that whatever lies beside a line on the side of the lower
   * numbers comes before it; printed in this order and direction, every line is laid against a
   * finished neighbour on the same side.
   *
   * <p>Lines are gathered into chains that go on as long as a line has one neighbour only that it
   * overlaps in each sense (the cells of a trapezoidal decomposition), so the order between chains
   * has no cycle.
   */
  public static List<Path> monotone(
      Area area, double angleRad, double spacingMm, double phaseMm, double reachMm) {
    return new Hatch(area, angleRad, spacingMm, phaseMm).chains(reachMm * Area.UNITS_PER_MM);
  }

  private List<Path> chains(double reach) {
    int segments = crossings.size() / 2;
    int[] lineStart = lineStarts(segments);
    int firstLine = segments == 0 ? 0 : crossings.getFirst().line;
    List<List<Integer>> above = new ArrayList<>(segments);
    int[] below = new int[segments];
    int[] lower = new int[segments];
    for (int s = 0; s < segments; s++) {
      List<Integer> overlapping = new ArrayList<>();
      int line = crossings.get(2 * s).line + 1 - firstLine;
      if (line < lineStart.length - 1) {
        for (int t = lineStart[line]; t < lineStart[line + 1]; t++) {
          if (overlap(s, t)) {
            overlapping.add(t);
            below[t]++;
            lower[t] = s;
          }
        }
      }
      above.add(overlapping);
    }
    int[] chainOf = new int[segments];
    List<List<Integer>> chains = new ArrayList<>();
    for (int s = 0; s < segments; s++) {
      boolean continues = below[s] == 1 && above.get(lower[s]).size() == 1;
      chainOf[s] = continues ? chainOf[lower[s]] : chains.size();
      if (!continues) {
        chains.add(new ArrayList<>());
      }
      chains.get(chainOf[s]).add(s);
    }
    return inOrder(chains, chainOf, above, reach);
  }

  private boolean overlap(int s, int t) {
    return crossings.get(2 * s).along < crossings.get(2 * t + 1).along
        && crossings.get(2 * t).along < crossings.get(2 * s + 1).along;
  }

  /** Of the chains that wait for none, the one that begins nearest comes next. */
  private List<Path> inOrder(
      List<List<Integer>> chains, int[] chainOf, List<List<Integer>> above, double reach) {
    int[] waitsFor = new int[chains.size()];
    for (int c = 0; c < chains.size(); c++) {
      for (int t : above.get(chains.get(c).getLast())) {
        waitsFor[chainOf[t]]++;
      }
    }
    List<Integer> free = new ArrayList<>();
    for (int c = 0; c < chains.size(); c++) {
      if (waitsFor[c] == 0) {
        free.add(c);
      }
    }
    List<Path> paths = new ArrayList<>();
    double x = Double.NaN;
    double y = Double.NaN;
    while (!free.isEmpty()) {
      int best = 0;
      int bestEnd = 0;
      double least = Double.POSITIVE_INFINITY;
      for (int f = 0; f < free.size(); f++) {
        int segment = chains.get(free.get(f)).getFirst();
        for (int end = 0; end < 2; end++) {
          Crossing at = crossings.get(2 * segment + end);
          double distance = Double.isNaN(x) ? 2 * f + end : Math.hypot(at.x - x, at.y - y);
          if (distance < least) {
            least = distance;
            best = f;
            bestEnd = end;
          }
        }
      }
      int chain = free.remove(best);
      Crossing end = follow(chains.get(chain), bestEnd, reach, paths);
      x = end.x;
      y = end.y;
      for (int t : above.get(chains.get(chain).getLast())) {
        if (--waitsFor[chainOf[t]] == 0) {
          free.add(chainOf[t]);
        }
      }
    }
    return paths;
  }

  /** Runs along the segments of a chain, to and fro, in one path as far as the edge allows. */
  private Crossing follow(List<Integer> chain, int firstEnd, double reach, List<Path> paths) {
    Path.Builder path = new Path.Builder();
    Crossing at = null;
    int end = firstEnd;
    for (int segment : chain) {
      Crossing in = crossings.get(2 * segment + end);
      if (at != null && !joinedAlongEdge(at, in, reach, path)) {
        paths.add(path.open());
        path = new Path.Builder();
      }
      add(path, in);
      at = crossings.get(2 * segment + 1 - end);
      add(path, at);
      end = 1 - end;
    }
    paths.add(path.open());
    return at;
  }

  private boolean joinedAlongEdge(Crossing from, Crossing to, double reach, Path.Builder path) {
    for (int direction : new int[] {1, -1}) {
      if (wayLength(from, to, direction, reach) < reach) {
        walk(from, to, direction, path);
        return true;
      }
    }
    return false;
  }

  private static Path straight(Crossing a, Crossing b) {
    return new Path(
        false, a.x * Area.UNIT_MM, a.y * Area.UNIT_MM, b.x * Area.UNIT_MM, b.y * Area.UNIT_MM);
  }

  private void cross(double spacing, double phase) {
    double origin = spacing / 2 + phase;
    for (int ring = 0; ring < area.ringCount(); ring++) {
      int from = area.ringStart(ring);
      int to = area.ringStart(ring + 1);
      for (int i = from; i < to; i++) {
        int j = i + 1 == to ? from : i + 1;
        double across0 = area.y(i) * cos - area.x(i) * sin;
        double across1 = area.y(j) * cos - area.x(j) * sin;
        double low = Math.min(across0, across1);
        double high = Math.max(across0, across1);
        // An edge holds its lower end but not its upper one, so that a line through a corner counts
        // once.
        int first = (int) Math.ceil((low - origin) / spacing);
        for (int k = first; k * spacing + origin < high; k++) {
          double t = (k * spacing + origin - across0) / (across1 - across0);
          double x = area.x(i) + t * ((double) area.x(j) - area.x(i));
          double y = area.y(i) + t * ((double) area.y(j) - area.y(i));
          crossings.add(new Crossing(k, x * cos + y * sin, i, x, y));
        }
      }
    }
    crossings.sort(
        (a, b) ->
            a.line != b.line ? Integer.compare(a.line, b.line) : Double.compare(a.along, b.along));
  }

  /** Crossing 2s and 2s+1 are the ends of segment s. */
  private List<Path> join(double reach) {
    int segments = crossings.size() / 2;
    int[] lineStart = lineStarts(segments);
    int firstLine = segments == 0 ? 0 : crossings.getFirst().line;
    boolean[] used = new boolean[segments];
    List<Path> paths = new ArrayList<>();
    for (int seed = 0; seed < segments; seed++) {
      if (used[seed]) {
        continue;
      }
      Path.Builder path = new Path.Builder();
      int end = 2 * seed;
      while (end >= 0) {
        used[end / 2] = true;
        Crossing in = crossings.get(end);
        Crossing leave = crossings.get(end ^ 1);
        add(path, in);
        add(path, leave);
        end = continuation(leave, lineStart, firstLine, used, reach, path);
      }
      paths.add(path.open());
    }
    return paths;
  }

  private int[] lineStarts(int segments) {
    if (segments == 0) {
      return new int[] {0};
    }
    int first = crossings.getFirst().line;
    int[] starts = new int[crossings.getLast().line - first + 2];
    for (int s = 0; s < segments; s++) {
      starts[crossings.get(2 * s).line - first + 1]++;
    }
    for (int i = 1; i < starts.length; i++) {
      starts[i] += starts[i - 1];
    }
    return starts;
  }

  /** The free end on a neighbouring line with the shortest way along the edge, or -1. */
  private int continuation(
      Crossing leave,
      int[] lineStart,
      int firstLine,
      boolean[] used,
      double reach,
      Path.Builder path) {
    int best = -1;
    double bestLength = reach;
    int bestStep = 0;
    for (int step : new int[] {1, -1}) {
      int line = leave.line + step - firstLine;
      if (line < 0 || line >= lineStart.length - 1) {
        continue;
      }
      for (int s = lineStart[line]; s < lineStart[line + 1]; s++) {
        for (int end = 2 * s; end <= 2 * s + 1 && !used[s]; end++) {
          Crossing to = crossings.get(end);
          if (Math.abs(to.x - leave.x) + Math.abs(to.y - leave.y) > 1.5 * bestLength) {
            continue;
          }
          for (int direction : new int[] {1, -1}) {
            double length = wayLength(leave, to, direction, bestLength);
            if (length < bestLength) {
              best = end;
              bestLength = length;
              bestStep = direction;
            }
          }
        }
      }
    }
    if (best >= 0) {
      walk(leave, crossings.get(best), bestStep, path);
    }
    return best;
  }

  private double wayLength(Crossing a, Crossing b, int direction, double limit) {
    if (ringOfPoint[a.edge] != ringOfPoint[b.edge]) {
      return Double.POSITIVE_INFINITY;
    }
    if (a.edge == b.edge) {
      return Math.hypot(b.x - a.x, b.y - a.y);
    }
    double length = 0;
    double x = a.x;
    double y = a.y;
    for (int edge = a.edge; edge != b.edge && length < limit; edge = nextEdge(edge, direction)) {
      int corner = corner(edge, direction);
      length += Math.hypot(area.x(corner) - x, area.y(corner) - y);
      x = area.x(corner);
      y = area.y(corner);
    }
    return length + Math.hypot(b.x - x, b.y - y);
  }

  private void walk(Crossing a, Crossing b, int direction, Path.Builder path) {
    for (int edge = a.edge; edge != b.edge; edge = nextEdge(edge, direction)) {
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

  private static void add(Path.Builder path, Crossing c) {
    path.add(c.x * Area.UNIT_MM, c.y * Area.UNIT_MM);
  }
}

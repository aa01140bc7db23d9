package org.stratonomy.engine.plane;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.stratonomy.engine.guard.Interruption;

/**
 * Cuts paths where they cross the rings of an area. The points of a path are taken to the grid of
 * the area; whether an edge is crossed is then decided exactly, with every line half open, so that
 * inside and outside alternate without fail. Safe to use from one thread at a time.
 */
public final class Clipper {
  private final EdgeGrid grid;
  private final Area area;
  private final int[] seen;

  /** X on both sides of all bounds, and in the middle. */
  private final double farLeft;

  private final double middle;
  private final double farRight;

  private int round;
  private double[] cuts = new double[16];
  private int[] cutEdges = new int[16];
  private int cutCount;

  public Clipper(Area area) {
    this.area = area;
    grid = new EdgeGrid(area);
    seen = new int[area.pointCount()];
    double[] bounds = area.boundsMm();
    farLeft = bounds[0] - 1;
    middle = (bounds[0] + bounds[2]) / 2;
    farRight = bounds[2] + 1;
  }

  /** Place where a line crosses an edge of the area. */
  record Cut(int edge, double x, double y) {}

  /** Part of a path, wholly inside or wholly outside. */
  public record Part(Path path, boolean inside) {}

  /** The parts of a path that lie inside, in their order along it. */
  public List<Path> inside(Path path) {
    List<Path> paths = new ArrayList<>();
    for (Part part : parts(path)) {
      if (part.inside) {
        paths.add(part.path);
      }
    }
    return paths;
  }

  /**
   * All parts of a path in their order along it; a closed path that is not cut comes back as it is,
   * one that is cut begins at a cut.
   */
  public List<Part> parts(Path path) {
    if (area.isEmpty()) {
      return List.of(new Part(path, false));
    }
    boolean inside = contains(path.x(0), path.y(0));
    List<Part> parts = new ArrayList<>();
    Path.Builder open = new Path.Builder();
    open.add(path.x(0), path.y(0));
    int segments = path.size() - (path.isClosed() ? 0 : 1);
    for (int i = 0; i < segments; i++) {
      Interruption.check(i);
      int j = i + 1 == path.size() ? 0 : i + 1;
      collectCuts(path.x(i), path.y(i), path.x(j), path.y(j));
      Arrays.sort(cuts, 0, cutCount);
      for (int k = 0; k < cutCount; k++) {
        double x = path.x(i) + cuts[k] * (path.x(j) - path.x(i));
        double y = path.y(i) + cuts[k] * (path.y(j) - path.y(i));
        open.add(x, y);
        close(open, inside, parts);
        inside = !inside;
        open = new Path.Builder();
        open.add(x, y);
      }
      open.add(path.x(j), path.y(j));
    }
    if (parts.isEmpty()) {
      return List.of(new Part(path, inside));
    }
    close(open, inside, parts);
    if (path.isClosed()) {
      joinEnds(parts);
    }
    return parts;
  }

  /** Whether a place lies inside; places on a ring may go either way. */
  public boolean contains(double x, double y) {
    if (area.isEmpty()) {
      return false;
    }
    collectCuts(x, y, x < middle ? farLeft : farRight, y);
    return cutCount % 2 == 1;
  }

  /** Whether a straight line lies inside from end to end. */
  boolean isInside(double ax, double ay, double bx, double by) {
    collectCuts(ax, ay, bx, by);
    return cutCount == 0 && contains(ax, ay);
  }

  /** Where a straight line crosses the rings, in order along it. */
  List<Cut> cuts(double ax, double ay, double bx, double by) {
    collectCuts(ax, ay, bx, by);
    List<Cut> found = new ArrayList<>(cutCount);
    for (int k = 0; k < cutCount; k++) {
      double t = cuts[k];
      int edge = cutEdges[k];
      found.add(new Cut(edge, ax + t * (bx - ax), ay + t * (by - ay)));
    }
    found.sort(
        Comparator.comparingDouble(cut -> (cut.x - ax) * (bx - ax) + (cut.y - ay) * (by - ay)));
    return found;
  }

  /**
   * The point of the rings nearest to a place, if there is one within a reach, as x and y in mm.
   */
  public Optional<double[]> nearest(double x, double y, double reachMm) {
    if (area.isEmpty()) {
      return Optional.empty();
    }
    double[] found = {0, 0};
    double best = reachMm * reachMm;
    boolean any = false;
    long reach = (long) (reachMm * Area.UNITS_PER_MM) + 1;
    int ux = Area.unit(x);
    int uy = Area.unit(y);
    for (int row = grid.row(uy - reach); row <= grid.row(uy + reach); row++) {
      for (int column = grid.column(ux - reach); column <= grid.column(ux + reach); column++) {
        for (int k = grid.start(column, row); k < grid.end(column, row); k++) {
          int edge = grid.edge(k);
          double ax = area.x(edge) * Area.UNIT_MM;
          double ay = area.y(edge) * Area.UNIT_MM;
          double dx = area.x(grid.next[edge]) * Area.UNIT_MM - ax;
          double dy = area.y(grid.next[edge]) * Area.UNIT_MM - ay;
          double t = Distance.along(x - ax, y - ay, dx, dy);
          double px = ax + t * dx;
          double py = ay + t * dy;
          double square = (px - x) * (px - x) + (py - y) * (py - y);
          if (square < best) {
            best = square;
            found[0] = px;
            found[1] = py;
            any = true;
          }
        }
      }
    }
    return any ? Optional.of(found) : Optional.empty();
  }

  private static void close(Path.Builder open, boolean inside, List<Part> parts) {
    Path path = open.open();
    if (path.size() > 1) {
      parts.add(new Part(path, inside));
    }
  }

  /** The part that runs over the start of a closed path is one. */
  private static void joinEnds(List<Part> parts) {
    if (parts.size() > 1 && parts.getFirst().inside == parts.getLast().inside) {
      Part head = parts.removeFirst();
      Part tail = parts.removeLast();
      parts.add(new Part(tail.path.followedBy(head.path), head.inside));
    }
  }

  private void collectCuts(double xa, double ya, double xb, double yb) {
    cutCount = 0;
    int ax = Area.unit(xa);
    int ay = Area.unit(ya);
    int bx = Area.unit(xb);
    int by = Area.unit(yb);
    round++;
    int first = grid.row(Math.min(ay, by));
    int last = grid.row(Math.max(ay, by));
    for (int r = first; r <= last; r++) {
      double low = Math.min(ax, bx);
      double high = Math.max(ax, bx);
      if (first != last && ay != by) {
        double slope = ((double) bx - ax) / ((double) by - ay);
        double p = ax + slope * (grid.rowStart(r) - 1.0 - ay);
        double q = ax + slope * (grid.rowStart(r) + grid.cellSize() + 1.0 - ay);
        low = r == first || r == last ? low : Math.max(low, Math.min(p, q) - 1);
        high = r == first || r == last ? high : Math.min(high, Math.max(p, q) + 1);
      }
      int to = grid.column((long) high);
      for (int c = grid.column((long) low); c <= to; c++) {
        for (int k = grid.start(c, r); k < grid.end(c, r); k++) {
          int edge = grid.edge(k);
          if (seen[edge] != round) {
            seen[edge] = round;
            cut(edge, ax, ay, bx, by);
          }
        }
      }
    }
  }

  /**
   * Adds the crossing with an edge. On a grid of twice the fineness the line's ends have odd
   * coordinates, so that they never fall on a vertex of the area; what else may fall together is
   * settled by lines that are open on one side.
   */
  private void cut(int edge, int ax, int ay, int bx, int by) {
    int px = area.x(edge);
    int py = area.y(edge);
    int qx = area.x(grid.next[edge]);
    int qy = area.y(grid.next[edge]);
    boolean p = turn(2L * ax + 1, 2L * ay + 1, 2L * bx + 1, 2L * by + 1, 2L * px, 2L * py) > 0;
    boolean q = turn(2L * ax + 1, 2L * ay + 1, 2L * bx + 1, 2L * by + 1, 2L * qx, 2L * qy) > 0;
    if (p == q) {
      return;
    }
    long a = turn(2L * px, 2L * py, 2L * qx, 2L * qy, 2L * ax + 1, 2L * ay + 1);
    long b = turn(2L * px, 2L * py, 2L * qx, 2L * qy, 2L * bx + 1, 2L * by + 1);
    if (a > 0 == b > 0) {
      return;
    }
    if (cutCount == cuts.length) {
      cuts = Arrays.copyOf(cuts, 2 * cutCount);
      cutEdges = Arrays.copyOf(cutEdges, 2 * cutCount);
    }
    cutEdges[cutCount] = edge;
    cuts[cutCount++] = (double) a / ((double) a - (double) b);
  }

  /** Positive if c lies to the left of the line from a to b, zero if on it. */
  private static long turn(long ax, long ay, long bx, long by, long cx, long cy) {
    return (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
  }
}

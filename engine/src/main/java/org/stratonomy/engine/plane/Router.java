package org.stratonomy.engine.plane;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.stratonomy.engine.guard.Interruption;

/**
 * Finds ways that stay within an area: straight where that is possible, else along the boundary of
 * the area made smaller by a margin, cut short wherever a straight line stays inside. The ways are
 * short, not always the shortest. Safe to use from one thread at a time.
 */
public final class Router {
  /** A way may leave the margin by this share of it when it is cut short. */
  private static final double SLACK = 0.4;

  /** Ends of ways may lie this many margins away from the rail. */
  private static final double NEAR = 2.2;

  private static final double INSIDE_MM = 0.002;

  private final double margin;

  /** Straight ways are judged by this. */
  private final Clipper open;

  /** Detours run along this. */
  private final EdgeGrid rail;

  private final Clipper withinRail;
  private final Clipper cornersCut;

  /**
   * Where ways may run.
   *
   * @param area ends of ways may lie on its boundary
   * @param rail along its boundary run ways that are not straight
   * @param corners ways that are cut short stay inside of it
   * @param marginMm distance of the rail from the boundary
   */
  public record Room(Area area, Area rail, Area corners, double marginMm) {
    public static Room of(Area area, double marginMm) {
      return new Room(
          area, Plane.inset(area, marginMm), Plane.inset(area, SLACK * marginMm), marginMm);
    }

    public int pointCount() {
      return area.pointCount() + rail.pointCount() + corners.pointCount();
    }
  }

  public Router(Room room) {
    margin = room.marginMm;
    open = new Clipper(room.area);
    rail = new EdgeGrid(room.rail);
    withinRail = new Clipper(room.rail);
    cornersCut = new Clipper(room.corners);
  }

  /**
   * A way from one place to another.
   *
   * @param mostMm longer ways are not wanted
   * @return the points between both ends, or nothing if no such way was found
   */
  public Optional<Path> way(double ax, double ay, double bx, double by, double mostMm) {
    Interruption.check();
    if (open.isInside(ax, ay, bx, by)) {
      return Optional.of(new Path(false, ax, ay, bx, by));
    }
    double[] from = onRail(ax, ay);
    double[] to = onRail(bx, by);
    if (from == null || to == null) {
      return Optional.empty();
    }
    List<double[]> points = new ArrayList<>();
    points.add(new double[] {ax, ay});
    if (!alongRail(from, to, points, mostMm)) {
      return Optional.empty();
    }
    points.add(new double[] {bx, by});
    Path way = cutShort(points);
    return way.lengthMm() <= mostMm ? Optional.of(way) : Optional.empty();
  }

  /** The place itself if it is inside the rail, else one just inside if the rail is near. */
  private double[] onRail(double x, double y) {
    if (withinRail.contains(x, y)) {
      return new double[] {x, y};
    }
    double[] edge = withinRail.nearest(x, y, NEAR * margin).orElse(null);
    if (edge == null) {
      return null;
    }
    double beyond = 1 + INSIDE_MM / Math.max(INSIDE_MM, Distance.of(edge[0] - x, edge[1] - y));
    double px = x + beyond * (edge[0] - x);
    double py = y + beyond * (edge[1] - y);
    return withinRail.contains(px, py) ? new double[] {px, py} : null;
  }

  private boolean alongRail(double[] from, double[] to, List<double[]> points, double mostMm) {
    points.add(from);
    List<Clipper.Cut> cuts = withinRail.cuts(from[0], from[1], to[0], to[1]);
    for (int i = 0; i + 1 < cuts.size(); i++) {
      Clipper.Cut leaves = cuts.get(i);
      Clipper.Cut enters = cuts.get(i + 1);
      double x = (leaves.x() + enters.x()) / 2;
      double y = (leaves.y() + enters.y()) / 2;
      if (withinRail.contains(x, y)) {
        continue;
      }
      if (!around(leaves, enters, points, mostMm)) {
        return false;
      }
    }
    points.add(to);
    return true;
  }

  /** Walks the ring from one edge to another, the shorter way round. */
  private boolean around(
      Clipper.Cut leaves, Clipper.Cut enters, List<double[]> points, double mostMm) {
    List<double[]> forward = walk(leaves, enters, 1, mostMm);
    List<double[]> back = walk(leaves, enters, -1, mostMm);
    if (forward == null && back == null) {
      return false;
    }
    boolean takeForward = back == null || (forward != null && length(forward) <= length(back));
    points.addAll(takeForward ? forward : back);
    return true;
  }

  private List<double[]> walk(Clipper.Cut leaves, Clipper.Cut enters, int direction, double most) {
    List<double[]> points = new ArrayList<>();
    points.add(new double[] {leaves.x(), leaves.y()});
    double length = 0;
    int edge = leaves.edge();
    while (edge != enters.edge()) {
      int corner = direction > 0 ? rail.next[edge] : edge;
      double x = rail.area.x(corner) * Area.UNIT_MM;
      double y = rail.area.y(corner) * Area.UNIT_MM;
      double[] last = points.getLast();
      length += Distance.of(x - last[0], y - last[1]);
      points.add(new double[] {x, y});
      edge = direction > 0 ? rail.next[edge] : rail.before(edge);
      if (length > most || edge == leaves.edge()) {
        return null;
      }
    }
    points.add(new double[] {enters.x(), enters.y()});
    return points;
  }

  private static double length(List<double[]> points) {
    double sum = 0;
    for (int i = 1; i < points.size(); i++) {
      sum +=
          Distance.of(
              points.get(i)[0] - points.get(i - 1)[0], points.get(i)[1] - points.get(i - 1)[1]);
    }
    return sum;
  }

  /** From each point goes on with the farthest that can be reached straight. */
  private Path cutShort(List<double[]> points) {
    Path.Builder way = new Path.Builder();
    int at = 0;
    way.add(points.getFirst()[0], points.getFirst()[1]);
    while (at < points.size() - 1) {
      int next = at + 1;
      for (int step = points.size() - 1 - at; step > 1; step /= 2) {
        double[] a = points.get(at);
        double[] b = points.get(at + step);
        if (cornersCut.isInside(a[0], a[1], b[0], b[1])) {
          next = at + step;
          break;
        }
      }
      at = next;
      way.add(points.get(at)[0], points.get(at)[1]);
    }
    return way.open();
  }
}

package org.stratonomy.engine.plane.hatch;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.stratonomy.engine.guard.Interruption;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Distance;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.plane.hatch.Crossings.Crossing;
import org.stratonomy.engine.plane.hatch.Crossings.Joint;
import org.stratonomy.engine.plane.hatch.Hatch.Wedge;

/**
 * Finds what the lines of a hatch leave free along the edge: where the edge runs at a small angle
 * to the lines, wedges between the side of one line and the end of the next, and lenses beside the
 * outermost ones. Along the edge from crossing to crossing, the free thickness at a place p on the
 * way of the lines' ends is t = w/2 + (|a(p) − a| − w/2) / c, where w is the width, a(p) and a are
 * the coordinates across of the place and of the line that runs beside it, and c is the cosine of
 * the angle between edge and line.
 */
final class HatchWedges {
  /** Thinner ends of a wedge are left free, in widths. */
  private static final double LEAST = 0.35;

  /** A wedge is worth a line if it is this thick somewhere and this long, in widths. */
  private static final double WORTH = 0.5;

  /** Edges at a larger angle to the lines leave no room: by its cosine. */
  private static final double SMALL_ANGLE = 0.7;

  private static final double STEP = 0.4;

  private final Crossings crossings;
  private final double width;

  /** Crossings by their order along the rings. */
  private final Integer[] order;

  private final int[] place;
  private final boolean[] taken;
  private final List<Wedge> wedges = new ArrayList<>();

  HatchWedges(Crossings crossings, List<Joint> joints) {
    this.crossings = crossings;
    width = crossings.spacing;
    order = new Integer[crossings.size()];
    Arrays.setAll(order, i -> i);
    Arrays.sort(order, Interruption.asking(this::alongRings));
    place = new int[order.length];
    for (int i = 0; i < order.length; i++) {
      place[order[i]] = i;
    }
    taken = new boolean[order.length];
    joints.forEach(this::take);
  }

  private int alongRings(int a, int b) {
    Crossing p = crossings.get(a);
    Crossing q = crossings.get(b);
    return p.edge() != q.edge()
        ? Integer.compare(p.edge(), q.edge())
        : Double.compare(fromStart(p), fromStart(q));
  }

  private double fromStart(Crossing c) {
    double dx = c.x() - crossings.area.x(c.edge());
    double dy = c.y() - crossings.area.y(c.edge());
    return dx * dx + dy * dy;
  }

  /** The crossing that follows along the ring. */
  private int following(int crossing) {
    int next = place[crossing] + 1;
    if (next < order.length && crossings.ring(order[next]) == crossings.ring(crossing)) {
      return order[next];
    }
    int first = place[crossing];
    while (first > 0 && crossings.ring(order[first - 1]) == crossings.ring(crossing)) {
      first--;
    }
    return order[first];
  }

  /** Marks the stretches of edge that a joint runs along. */
  private void take(Joint joint) {
    boolean sameEdge = crossings.get(joint.from()).edge() == crossings.get(joint.to()).edge();
    boolean forwards = sameEdge ? place[joint.from()] < place[joint.to()] : joint.direction() > 0;
    int from = forwards ? joint.from() : joint.to();
    int to = forwards ? joint.to() : joint.from();
    for (int at = from; at != to; at = following(at)) {
      taken[at] = true;
    }
  }

  List<Wedge> wedges() {
    for (int crossing : order) {
      Interruption.check();
      int next = following(crossing);
      int lines = Math.abs(crossings.get(crossing).line() - crossings.get(next).line());
      if (!taken[crossing] && next != crossing && lines <= 1) {
        stretch(crossing, next);
      }
    }
    return wedges;
  }

  private void stretch(int from, int to) {
    Path.Builder way = new Path.Builder();
    crossings.add(way, from);
    crossings.walk(from, to, 1, way);
    crossings.add(way, to);
    if (way.size() < 2) {
      return;
    }
    Path edge = way.open();
    Collector collector = new Collector(edge, from, to);
    for (int i = 0; i < edge.segmentCount(); i++) {
      collector.segment(i);
    }
    collector.close();
  }

  /** Collects places along a stretch of edge as long as there is room. */
  private final class Collector {
    private final Path edge;
    private final Crossing from;
    private final Crossing to;
    private Path.Builder path = new Path.Builder();
    private double[] widths = new double[16];
    private int count;
    private double thickest;
    private boolean beyond;

    Collector(Path edge, int from, int to) {
      this.edge = edge;
      this.from = crossings.get(from);
      this.to = crossings.get(to);
    }

    void segment(int i) {
      double length = edge.segmentLengthMm(i);
      double ux = (edge.x(i + 1) - edge.x(i)) / length;
      double uy = (edge.y(i + 1) - edge.y(i)) / length;
      // Along the ring the inside is on the left.
      double inward = crossings.across(-uy, ux);
      double cosine = Math.abs(inward);
      if (cosine < SMALL_ANGLE) {
        close();
        return;
      }
      int steps = Math.max(1, (int) Math.ceil(length / (STEP * width * Area.UNIT_MM)));
      for (int k = 0; k <= steps; k++) {
        double x = edge.x(i) + length * k / steps * ux;
        double y = edge.y(i) + length * k / steps * uy;
        double across = crossings.across(x * Area.UNITS_PER_MM, y * Area.UNITS_PER_MM);
        double gap = gap(across, inward);
        double thickness = width / 2 + (gap - width / 2) / cosine;
        place(x, y, ux, uy, Math.min(thickness, width));
      }
    }

    /** Distance across the lines from a place to the line that runs beside the edge there. */
    private double gap(double across, double inward) {
      int line = inward < 0 ? Math.min(from.line(), to.line()) : Math.max(from.line(), to.line());
      double gap = (crossings.origin + line * width - across) * Math.signum(inward);
      // Around a hole the line is cut, and the next one runs by.
      beyond = from.line() == to.line() && gap < 0;
      return beyond ? gap + width : gap;
    }

    private void place(double x, double y, double ux, double uy, double thickness) {
      double t = thickness * Area.UNIT_MM;
      double outward = (width * Area.UNIT_MM - t) / 2;
      double px = x + outward * uy;
      double py = y - outward * ux;
      // Where a line ends, its round end takes up half a width.
      boolean outermost = from.line() == to.line() && !beyond;
      boolean free = outermost || isPastEnd(px, py, t);
      if (thickness < LEAST * width || !free) {
        close();
        return;
      }
      int before = path.size();
      path.add(px, py);
      if (path.size() == before) {
        return;
      }
      if (count == widths.length) {
        widths = Arrays.copyOf(widths, 2 * count);
      }
      widths[count++] = t;
      thickest = Math.max(thickest, thickness);
    }

    private boolean isPastEnd(double x, double y, double t) {
      for (Crossing end : List.of(from, to)) {
        double distance = Distance.of(x - end.x() * Area.UNIT_MM, y - end.y() * Area.UNIT_MM);
        if (distance < 0.8 * (width * Area.UNIT_MM + t) / 2) {
          return false;
        }
      }
      return true;
    }

    void close() {
      if (count > 1 && thickest >= WORTH * width) {
        Path wedge = path.open();
        if (wedge.lengthMm() >= WORTH * width * Area.UNIT_MM) {
          wedges.add(new Wedge(wedge, Arrays.copyOf(widths, count)));
        }
      }
      path = new Path.Builder();
      count = 0;
      thickest = 0;
    }
  }
}

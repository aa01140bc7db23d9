package org.stratonomy.engine.path;

import java.util.ArrayList;
import java.util.List;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.InnerDiscs;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.plane.Plane;

/**
 * Lines of varying width for the places of an area that whole lines do not fit: where it is
 * narrower than one and a half lines, a single line runs along its middle, as wide as the place;
 * where it is wider than that but narrower than two lines, each of two takes half of it.
 *
 * <p>Which places are narrow is decided by opening the area, so it does not depend on how its
 * outline is divided; how narrow, by the {@link InnerDiscs} that touch its boundary.
 */
final class NarrowPlaces {
  /** Places narrower than this many widths are left out. */
  private static final double LEAST = 0.5;

  /** Up to this many widths a single line takes all of a place. */
  private static final double SINGLE = 1.5;

  /** Narrow places have sides that face each other: by the cosine of the angle between them. */
  private static final double FACING = -0.7;

  /** Distance of the places on the boundary where discs are looked for, in widths. */
  private static final double STEP = 0.2;

  /** Shorter lines are left out, in widths. */
  private static final double LEAST_LENGTH = 0.7;

  private final Area area;
  private final double width;

  /** The places that two lines side by side fit, though they may have to be narrower. */
  private final Area wide;

  private final Area narrow;

  NarrowPlaces(Area area, double width) {
    this.area = area;
    this.width = width;
    wide = Plane.open(area, SINGLE / 2 * width);
    narrow = Plane.difference(area, wide);
  }

  /**
   * Whether an area may have places narrower than two lines.
   *
   * @param inner the area, inset by a line's width
   */
  static boolean any(Area area, Area inner, double width) {
    return !Plane.inset(Plane.difference(area, Plane.outset(inner, width)), 0.48 * LEAST * width)
        .isEmpty();
  }

  /** What is left for lines side by side. */
  Area wide() {
    return wide;
  }

  /** Single lines along the middle of the places that are too narrow for two. */
  List<Line> singles(Role role) {
    List<Line> lines = new ArrayList<>();
    if (Plane.inset(narrow, 0.48 * LEAST * width).isEmpty()) {
      return lines;
    }
    InnerDiscs discs = new InnerDiscs(area, SINGLE / 2 * width);
    Boxes near = new Boxes(narrow, width / 2);
    Boxes inWide = new Boxes(wide, 0);
    List<FittedPath> chains = new ArrayList<>();
    for (int ring = 0; ring < area.ringCount(); ring++) {
      new MiddleOfRing(ring, discs, near, inWide, chains).run();
    }
    for (FittedPath chain : chains) {
      if (chain.size() > 1 && chain.lengthMm() >= LEAST_LENGTH * width) {
        lines.add(isLoop(chain) ? chain.line(role, true) : chain.line(role, false));
      }
    }
    return lines;
  }

  private boolean isLoop(FittedPath chain) {
    int last = chain.size() - 1;
    double gap = Math.hypot(chain.x(0) - chain.x(last), chain.y(0) - chain.y(last));
    return last > 3 && gap < 2 * STEP * width;
  }

  /** Follows one ring and collects the centres of discs that touch the opposite side. */
  private final class MiddleOfRing {
    private final int ring;
    private final InnerDiscs discs;
    private final Boxes near;
    private final Boxes inWide;
    private final List<FittedPath> chains;
    private final int firstChain;
    private FittedPath open = new FittedPath();
    private double lastX;
    private double lastY;
    private boolean startsOpen;
    private boolean atStart = true;

    MiddleOfRing(int ring, InnerDiscs discs, Boxes near, Boxes inWide, List<FittedPath> chains) {
      this.ring = ring;
      this.discs = discs;
      this.near = near;
      this.inWide = inWide;
      this.chains = chains;
      firstChain = chains.size();
    }

    void run() {
      int from = area.ringStart(ring);
      int to = area.ringStart(ring + 1);
      for (int i = from; i < to; i++) {
        edge(i, i + 1 == to ? from : i + 1);
      }
      if (open.size() > 0) {
        chains.add(open);
        joinOverStart();
      }
    }

    private void edge(int i, int j) {
      double ax = area.x(i) * Area.UNIT_MM;
      double ay = area.y(i) * Area.UNIT_MM;
      double dx = area.x(j) * Area.UNIT_MM - ax;
      double dy = area.y(j) * Area.UNIT_MM - ay;
      double length = Math.hypot(dx, dy);
      int samples = Math.max(1, (int) Math.ceil(length / (STEP * width)));
      for (int s = 0; s < samples; s++) {
        double t = (s + 0.5) / samples;
        sample(i, ax + t * dx, ay + t * dy, -dy / length, dx / length);
      }
    }

    private void sample(int edge, double x, double y, double nx, double ny) {
      boolean taken = near.mayContain(x, y) && take(edge, x, y, nx, ny);
      if (!taken) {
        end();
      }
      if (atStart) {
        startsOpen = taken;
        atStart = false;
      }
    }

    private boolean take(int edge, double x, double y, double nx, double ny) {
      double radius = discs.at(x, y, nx, ny);
      boolean fits = 2 * radius >= LEAST * width && 2 * radius < SINGLE * width;
      // Both sides of a narrow place give the same middle; the side that comes first draws it.
      if (!fits || discs.facing() > FACING || discs.contactEdge() <= edge) {
        return false;
      }
      double mx = x + radius * nx;
      double my = y + radius * ny;
      if (inWide.mayContain(mx, my) && wide.contains(mx, my)) {
        return false;
      }
      if (open.size() > 0 && Math.hypot(mx - lastX, my - lastY) > width) {
        end();
      }
      open.add(mx, my, 2 * radius);
      lastX = mx;
      lastY = my;
      return true;
    }

    private void end() {
      if (open.size() > 0) {
        chains.add(open);
        open = new FittedPath();
      }
    }

    /** A chain that runs over the ring's start is one. */
    private void joinOverStart() {
      if (startsOpen && chains.size() - firstChain > 1) {
        FittedPath tail = chains.removeLast();
        tail.addAll(chains.get(firstChain));
        chains.set(firstChain, tail);
      }
    }
  }

  /**
   * Walls half a width inside the boundary of the wide places; where their sides are less than two
   * lines apart, the lines move outwards and become narrower.
   */
  List<Line> walls(Role role) {
    Area centre = Plane.inset(wide, width / 2);
    InnerDiscs discs = new InnerDiscs(centre, width / 2);
    List<Line> lines = new ArrayList<>();
    List<Path> exact = Path.ofRings(centre);
    for (int ring = 0; ring < centre.ringCount(); ring++) {
      Line fitted = new FittedRing(centre, ring, discs).line(role);
      lines.add(fitted == null ? new Line(role, exact.get(ring), width) : fitted);
    }
    return lines;
  }

  private final class FittedRing {
    private final Area centre;
    private final int from;
    private final int count;
    private final InnerDiscs discs;
    private final FittedPath path = new FittedPath();
    private boolean moved;

    FittedRing(Area centre, int ring, InnerDiscs discs) {
      this.centre = centre;
      this.discs = discs;
      from = centre.ringStart(ring);
      count = centre.ringStart(ring + 1) - from;
    }

    /** The ring as a line, or null if it is whole everywhere. */
    Line line(Role role) {
      double[] nx = new double[count];
      double[] ny = new double[count];
      double[] first = new double[count];
      double[] last = new double[count];
      List<double[]> inner = new ArrayList<>();
      for (int i = 0; i < count; i++) {
        inner.add(edge(i, nx, ny, first, last));
      }
      if (!moved) {
        return null;
      }
      for (int i = 0; i < count; i++) {
        int before = i == 0 ? count - 1 : i - 1;
        corner(i, nx[before], ny[before], last[before], nx[i], ny[i], first[i]);
        double[] samples = inner.get(i);
        for (int s = 0; s < samples.length; s += 3) {
          moved(samples[s], samples[s + 1], nx[i], ny[i], samples[s + 2]);
        }
      }
      return path.line(role, true);
    }

    /** Places along an edge, x, y and room for each, and the room at both its ends. */
    private double[] edge(int i, double[] nx, double[] ny, double[] first, double[] last) {
      double ax = x(i);
      double ay = y(i);
      double dx = x(i + 1) - ax;
      double dy = y(i + 1) - ay;
      double length = Math.hypot(dx, dy);
      nx[i] = -dy / length;
      ny[i] = dx / length;
      int samples = Math.max(1, (int) Math.ceil(length / (STEP * width)));
      double[] found = new double[3 * samples];
      int kept = 0;
      for (int s = 0; s < samples; s++) {
        double t = (s + 0.5) / samples;
        double px = ax + t * dx;
        double py = ay + t * dy;
        double radius = discs.at(px, py, nx[i], ny[i]);
        double room = discs.facing() <= FACING ? radius : width / 2;
        first[i] = s == 0 ? room : first[i];
        last[i] = room;
        if (room < width / 2 - 1e-3) {
          moved = true;
        }
        found[kept++] = px;
        found[kept++] = py;
        found[kept++] = room;
      }
      return found;
    }

    private void corner(
        int i, double px, double py, double roomBefore, double qx, double qy, double roomAfter) {
      double room = (roomBefore + roomAfter) / 2;
      double shift = (width / 2 - room) / 2;
      double scale = shift / Math.max(0.2, 1 + px * qx + py * qy);
      path.add(x(i) - scale * (px + qx), y(i) - scale * (py + qy), width / 2 + room);
    }

    private void moved(double x, double y, double nx, double ny, double room) {
      double shift = (width / 2 - room) / 2;
      path.add(x - shift * nx, y - shift * ny, width / 2 + room);
    }

    private double x(int i) {
      return centre.x(from + i % count) * Area.UNIT_MM;
    }

    private double y(int i) {
      return centre.y(from + i % count) * Area.UNIT_MM;
    }
  }

  /** The bounds of an area's rings: a first look at whether a place may lie in it. */
  private static final class Boxes {
    private final double[] boxes;

    Boxes(Area area, double margin) {
      boxes = new double[4 * area.ringCount()];
      for (int ring = 0; ring < area.ringCount(); ring++) {
        double[] box = area.ringBoundsMm(ring);
        boxes[4 * ring] = box[0] - margin;
        boxes[4 * ring + 1] = box[1] - margin;
        boxes[4 * ring + 2] = box[2] + margin;
        boxes[4 * ring + 3] = box[3] + margin;
      }
    }

    boolean mayContain(double x, double y) {
      for (int i = 0; i < boxes.length; i += 4) {
        if (x >= boxes[i] && y >= boxes[i + 1] && x <= boxes[i + 2] && y <= boxes[i + 3]) {
          return true;
        }
      }
      return false;
    }
  }
}

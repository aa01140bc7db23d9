package org.stratonomy.engine.wall;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import org.stratonomy.engine.guard.Interruption;
import org.stratonomy.engine.line.Line;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Clipper;
import org.stratonomy.engine.plane.ConnectedParts;
import org.stratonomy.engine.plane.Distance;
import org.stratonomy.engine.plane.InnerDiscs;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.settings.Choice.ThinPlaces;
import org.stratonomy.engine.settings.Role;

/**
 * Lines of varying width for the places of an area that whole lines do not fit: where it is
 * narrower than one and a half lines, a single line runs along its middle, as wide as the place;
 * where it is wider than that but narrower than two lines, each of two takes half of it.
 *
 * <p>Which places are narrow is decided by opening the area, so it does not depend on how its
 * outline is divided; how narrow, by the {@link InnerDiscs} that touch its boundary.
 */
public final class NarrowPlaces {
  /** Places narrower than this many widths are left out. */
  static final double LEAST = 0.5;

  /** Narrower places get no line, in widths of one. */
  public static double least(ThinPlaces thin) {
    return switch (thin) {
      case FITTED -> LEAST;
      case WHOLE -> 1;
      case LEFT_OUT -> 2;
    };
  }

  /** Walls grow where they take at least this share of a square of a line's width. */
  private static final double LEAST_TAKEN = 0.5;

  /** A line goes on through a place that is narrower, down to this many widths. */
  private static final double LEAST_PASSED = 0.35;

  /** Up to this many widths a single line takes all of a place. */
  private static final double SINGLE = 1.5;

  /** Walls become narrower where their sides face each other: by the cosine of their angle. */
  static final double FACING = -0.7;

  /** What is left between walls tapers into corners, which lines follow up to a wider angle. */
  public static final double FACING_IN_CORNERS = -0.25;

  /** Distance of the places on the boundary where discs are looked for, in widths. */
  static final double STEP = 0.3;

  private static final double ROUNDING_MM = 0.001;

  /**
   * Lines go on by this many widths, up to half the way to the next sample and to what is wider.
   */
  private static final double LEAD = 0.3;

  /** Shorter lines are left out, in widths. */
  private static final double LEAST_LENGTH = 0.5;

  private final Area area;
  private final Area narrower;
  private final double width;

  /** Where the place is too narrow for two lines side by side, however narrow. */
  private final Area narrow;

  /** The area without such places, made smaller by more than half a line. */
  private final Area core;

  private final double facing;

  /**
   * @param narrower all places of the area that are narrower than two lines, perhaps with others
   * @param facing single lines run where the sides' inner normals have at the most this cosine
   */
  public NarrowPlaces(Area area, Area narrower, double width, double facing) {
    this.facing = facing;
    this.area = area;
    this.narrower = narrower;
    this.width = width;
    core = narrower.isEmpty() ? area : Plane.inset(area, SINGLE / 2 * width);
    narrow = worthALine(Plane.lost(narrower, core, SINGLE / 2 * width), width);
  }

  /**
   * The places of an area that are narrower than two lines but wide enough for one.
   *
   * @param inner the area, inset by a line's width
   */
  static Area find(Area area, Area inner, double width) {
    if (keptAllEdges(area, inner)) {
      return Area.EMPTY;
    }
    return worthALine(Plane.lost(area, inner, width), width);
  }

  /** The places of an area that are narrower than some mm; corners do not count. */
  public static Area thinner(Area area, double mm) {
    Area smaller = Plane.inset(area, mm / 2);
    return keptAllEdges(area, smaller)
        ? Area.EMPTY
        : Plane.lost(area, smaller, mm / 2).withoutSmall(mm * mm);
  }

  /**
   * Splits what walls leave of an area: its places that are too narrow for a line are out, because
   * the walls take them.
   *
   * @param inner what they leave if none is wider than the others
   */
  static Plane.Split left(Area inner, double width) {
    double least = LEAST / 2 * width;
    Area smaller = Plane.inset(inner, least);
    if (keptAllEdges(inner, smaller)) {
      return new Plane.Split(inner, Area.EMPTY);
    }
    Plane.Split left = Plane.keptAndLost(inner, smaller, least);
    boolean isMuch = left.out().areaMm2() > LEAST_TAKEN * width * width;
    return isMuch ? left : new Plane.Split(inner, Area.EMPTY);
  }

  /** Where a place is narrow, some of its edges meet and vanish when they move inwards. */
  private static boolean keptAllEdges(Area area, Area inner) {
    boolean kept = area.ringCount() == inner.ringCount();
    for (int ring = 1; kept && ring <= area.ringCount(); ring++) {
      kept = area.ringStart(ring) == inner.ringStart(ring);
    }
    return kept;
  }

  /** Without what is too small to hold the narrowest line. */
  private static Area worthALine(Area places, double width) {
    double least = 0.48 * LEAST * width;
    Area large = places.withoutSmall(Math.PI * least * least);
    // If no disc of that radius fits, all lies within it of the boundary, which bounds the area.
    double within = least * large.perimeterMm() + large.ringCount() * Math.PI * least * least;
    boolean isWide = large.areaMm2() > 1.01 * within;
    return isWide || !Plane.inset(large, least).isEmpty() ? large : Area.EMPTY;
  }

  /** The narrow places that single lines run through. */
  public Area taken(List<Line> singles) {
    ConnectedParts parts = new ConnectedParts(narrow);
    BitSet taken = new BitSet(parts.count());
    for (Line line : singles) {
      Interruption.check();
      int middle = line.path().size() / 2;
      taken.set(parts.at(line.path().x(middle), line.path().y(middle)));
    }
    return taken.cardinality() == parts.count() ? narrow : parts.only(taken);
  }

  /** Single lines along the middle of the places that are too narrow for two. */
  public List<Line> singles(Role role) {
    List<Line> lines = new ArrayList<>();
    if (narrow.isEmpty()) {
      return lines;
    }
    InnerDiscs discs = new InnerDiscs(area, SINGLE / 2 * width + 2 * ROUNDING_MM);
    Nearby near = new Nearby(narrow, width / 2);
    Clipper within = new Clipper(narrow);
    List<FittedPath> chains = new ArrayList<>();
    for (int ring = 0; ring < area.ringCount(); ring++) {
      new MiddleOfRing(ring, discs, near, within, chains).run();
    }
    for (FittedPath found : chains) {
      Interruption.check();
      FittedPath chain = isLoop(found) ? found : found.longer(LEAD * width);
      boolean longEnough = chain.size() > 1 && chain.lengthMm() >= LEAST_LENGTH * width;
      if (longEnough && chain.meanWidthMm() >= LEAST * width) {
        lines.add(chain.line(role, isLoop(chain)));
      }
    }
    return lines;
  }

  private boolean isLoop(FittedPath chain) {
    int last = chain.size() - 1;
    double gap = Distance.of(chain.x(0) - chain.x(last), chain.y(0) - chain.y(last));
    return last > 3 && gap < 2 * STEP * width;
  }

  /** Follows one ring and collects the centres of discs that touch the opposite side. */
  private final class MiddleOfRing {
    private final int ring;
    private final InnerDiscs discs;
    private final Nearby near;
    private final Clipper within;
    private final List<FittedPath> chains;
    private final int firstChain;
    private FittedPath open = new FittedPath();
    private double lastX;
    private double lastY;
    private boolean startsOpen;
    private boolean atStart = true;

    MiddleOfRing(int ring, InnerDiscs discs, Nearby near, Clipper within, List<FittedPath> chains) {
      this.ring = ring;
      this.discs = discs;
      this.near = near;
      this.within = within;
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
      double bx = area.x(j) * Area.UNIT_MM;
      double by = area.y(j) * Area.UNIT_MM;
      if (!near.mayMeet(ax, ay, bx, by)) {
        sampled(false);
        return;
      }
      double length = Distance.of(bx - ax, by - ay);
      int samples = Math.max(1, (int) Math.ceil(length / (STEP * width)));
      for (int s = 0; s < samples; s++) {
        double t = (s + 0.5) / samples;
        double x = ax + t * (bx - ax);
        double y = ay + t * (by - ay);
        sampled(near.mayMeet(x, y, x, y) && take(i, x, y, (ay - by) / length, (bx - ax) / length));
      }
    }

    private void sampled(boolean taken) {
      if (atStart) {
        startsOpen = taken;
        atStart = false;
      }
    }

    private boolean take(int edge, double x, double y, double nx, double ny) {
      double radius = discs.at(x, y, nx, ny);
      boolean fits =
          2 * radius >= LEAST_PASSED * width && 2 * radius < SINGLE * width + 2 * ROUNDING_MM;
      // Both sides of a narrow place give the same middle; the side that comes first draws it.
      if (!fits || discs.facing() > facing || discs.contactEdge() <= edge) {
        return false;
      }
      double mx = x + radius * nx;
      double my = y + radius * ny;
      if (!within.contains(mx, my)) {
        return false;
      }
      if (open.size() > 0 && Distance.of(mx - lastX, my - lastY) > width) {
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
        FittedPath head = chains.get(firstChain);
        FittedPath tail = chains.getLast();
        if (Distance.of(head.x(0) - lastX, head.y(0) - lastY) <= width) {
          chains.removeLast();
          tail.addAll(head);
          chains.set(firstChain, tail);
        }
      }
    }
  }

  /**
   * Walls half a width inside the boundary of the wide places; where their sides are less than two
   * lines apart, the lines move outwards and become narrower, and where they leave less than the
   * narrowest line between them, they move inwards and become wider.
   *
   * @param halfIn the area, inset by half a width
   * @param wider where they are
   */
  List<Line> walls(Role role, Area halfIn, Area wider) {
    double back = (SINGLE - 1) / 2 * width + ROUNDING_MM;
    Area centre = narrow.isEmpty() ? halfIn : Plane.near(halfIn, core, back);
    Nearby near = new Nearby(Plane.union(narrower, wider), width / 2 + ROUNDING_MM);
    InnerDiscs discs = new InnerDiscs(centre, FittedRing.reachMm(width));
    List<Line> lines = new ArrayList<>();
    List<Path> exact = Path.ofRings(centre);
    for (int ring = 0; ring < centre.ringCount(); ring++) {
      Optional<Line> fitted = new FittedRing(centre, ring, width, discs, near).line(role);
      lines.add(fitted.orElse(new Line(role, exact.get(ring), width)));
    }
    return lines;
  }
}

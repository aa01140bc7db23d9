package org.stratonomy.engine.plane;

import java.util.List;
import java.util.function.Consumer;
import java.util.function.Function;
import org.stratonomy.engine.guard.Interruption;

/**
 * The verbs for areas: combine, grow and shrink, simplify. Every result is clean and exact up to
 * the rounding of coordinates to {@link Area#UNIT_MM}; none of the verbs throws on any area, but on
 * a thread that is interrupted they end with a {@link CancellationException}.
 *
 * <p>All of them collect directed edges, split them where they meet ({@link Noder}), find the
 * winding numbers on both sides of each part ({@link Arrangement}), and keep the parts between
 * inside and outside.
 */
public final class Plane {
  /** More than rounding moves a boundary, and less than a printer can tell, mm. */
  private static final double CLEAR_MM = 0.002;

  private Plane() {}

  /** Every place in a or in b; also called or. */
  public static Area union(Area a, Area b) {
    if (a.isEmpty()) {
      return b;
    }
    return b.isEmpty() || a.equals(b) ? a : stack(List.of(a, b), 1);
  }

  /** Every place in at least one of the areas. */
  public static Area union(List<Area> areas) {
    if (areas.size() == 1) {
      return areas.getFirst();
    }
    return stack(areas, 1);
  }

  /** The area together with all that its outlines go around. */
  public static Area withoutHoles(Area area) {
    RingList outlines = new RingList();
    boolean any = false;
    for (int ring = 0; ring < area.ringCount(); ring++) {
      if (area.ringAreaMm2(ring) > 0) {
        outlines.addRing(area, ring);
      } else {
        any = true;
      }
    }
    return any ? stack(List.of(outlines.toRawArea()), 1) : area;
  }

  /** Every place in a and in b; also called and. */
  public static Area intersection(Area a, Area b) {
    if (a.equals(b)) {
      return a;
    }
    return apart(a, b) ? Area.EMPTY : stack(List.of(a, b), 2);
  }

  /** Every place that lies in all of the areas. */
  public static Area intersection(List<Area> areas) {
    if (areas.size() == 1) {
      return areas.getFirst();
    }
    return areas.stream().anyMatch(Area::isEmpty) ? Area.EMPTY : stack(areas, areas.size());
  }

  /** Every place in a that is not in b; also called not. */
  public static Area difference(Area a, Area b) {
    if (a.equals(b)) {
      return Area.EMPTY;
    }
    if (apart(a, b)) {
      return a;
    }
    return overlay(a, b, found -> found.area(WindingRule.without(0)));
  }

  /** An area in two: what of it lies in another one, and what does not. */
  public record Split(Area in, Area out) {}

  /** The {@link #intersection} and the {@link #difference}, found at once. */
  public static Split split(Area a, Area b) {
    return apart(a, b) ? new Split(Area.EMPTY, a) : splitBy(a, b);
  }

  /** What is {@link #kept} of an area and what is {@link #lost}, found at once. */
  public static Split keptAndLost(Area area, Area shrunk, double mm) {
    return shrunk.isEmpty()
        ? new Split(Area.EMPTY, area)
        : splitBy(area, Offset.raw(shrunk, (mm + CLEAR_MM) * Area.UNITS_PER_MM));
  }

  private static Split splitBy(Area a, Area b) {
    return overlay(
        a,
        b,
        found -> new Split(found.area(WindingRule.both()), found.area(WindingRule.without(0))));
  }

  /** Every place in a that is missing in at least one of the others. */
  public static Area missing(Area a, List<Area> others) {
    if (a.isEmpty() || others.stream().allMatch(a::equals)) {
      return Area.EMPTY;
    }
    int points = a.pointCount() * (others.size() + 1);
    return resolve(
        points,
        WindingRule.without(others.size() - 1),
        edges -> {
          edges.addRings(a, 1, 0);
          others.forEach(other -> edges.addRings(other, 0, 1));
        });
  }

  /**
   * Every place further than a distance inside the boundary; also called erosion or negative
   * buffer. Inner corners stay sharp up to {@link Offset#MITRE_LIMIT} times the distance; a sharper
   * one is cut square at the distance.
   *
   * @param mm distance, not negative
   */
  public static Area inset(Area area, double mm) {
    return offset(area, -mm);
  }

  /**
   * Every place nearer than a distance to the area; also called dilation or buffer. Corners as in
   * {@link #inset}.
   *
   * @param mm distance, not negative
   */
  public static Area outset(Area area, double mm) {
    return offset(area, mm);
  }

  /**
   * Every place in a that is nearer than a distance to b: the intersection with b's {@link
   * #outset}, found at once.
   *
   * @param mm distance, not negative
   */
  public static Area near(Area a, Area b, double mm) {
    return withOutset(a, b, mm, WindingRule.both());
  }

  /**
   * Every place in a that is further than a distance from b: what b's {@link #outset} leaves of it,
   * found at once.
   *
   * @param mm distance, not negative
   */
  public static Area beyond(Area a, Area b, double mm) {
    return b.isEmpty() ? a : withOutset(a, b, mm, WindingRule.without(0));
  }

  private static Area withOutset(Area a, Area b, double mm, WindingRule rule) {
    if (a.isEmpty() || b.isEmpty()) {
      return Area.EMPTY;
    }
    Area raw = mm == 0 ? b : Offset.raw(b, mm * Area.UNITS_PER_MM);
    return overlay(a, raw, found -> found.area(rule));
  }

  /** The area without its parts narrower than twice a distance; also called opening. */
  public static Area open(Area area, double mm) {
    return kept(area, inset(area, mm), mm);
  }

  /**
   * What of an area is left when it is shrunk by a distance and grows back.
   *
   * @param shrunk the area's {@link #inset}
   */
  public static Area kept(Area area, Area shrunk, double mm) {
    return near(area, shrunk, mm + CLEAR_MM);
  }

  /**
   * What of an area was lost when it was shrunk by a distance and grew back: the places that are
   * narrower than twice that, and tips of corners.
   *
   * @param shrunk the area's {@link #inset}
   */
  public static Area lost(Area area, Area shrunk, double mm) {
    return beyond(area, shrunk, mm + CLEAR_MM);
  }

  /**
   * What was shrunk by a distance, grown back to be compared with what it came from: a little
   * further, so that their boundaries cross only where they differ.
   */
  public static Area regrown(Area shrunk, double mm) {
    return outset(shrunk, mm + CLEAR_MM);
  }

  /** Rings of any quality made clean: inside is what they wind around not zero times. */
  public static Area nonZero(RingList rings) {
    Area raw = rings.toRawArea();
    return resolve(raw.pointCount(), WindingRule.nonZero(), edges -> edges.addRings(raw, 1, 0));
  }

  private static Area offset(Area area, double mm) {
    if (area.isEmpty() || mm == 0) {
      return area;
    }
    Area raw = Offset.raw(area, mm * Area.UNITS_PER_MM);
    return resolve(raw.pointCount(), WindingRule.atLeast(1), edges -> edges.addRings(raw, 1, 0));
  }

  private static Area stack(List<Area> areas, int atLeast) {
    int points = areas.stream().mapToInt(Area::pointCount).sum();
    return resolve(
        points,
        WindingRule.atLeast(atLeast),
        edges -> areas.forEach(area -> edges.addRings(area, 1, 0)));
  }

  /** The arrangement of a clean area as the first operand and any rings as the second. */
  private static <T> T overlay(Area a, Area b, Function<Arrangement, T> result) {
    return resolve(
        a.pointCount() + b.pointCount(),
        edges -> {
          edges.addRings(a, 1, 0);
          edges.addRings(b, 0, 1);
        },
        result);
  }

  /**
   * @param points about how many points the rings have
   * @param rings adds them to the edges
   */
  private static Area resolve(int points, WindingRule rule, Consumer<EdgeList> rings) {
    return resolve(points, rings, found -> found.area(rule));
  }

  private static <T> T resolve(
      int points, Consumer<EdgeList> rings, Function<Arrangement, T> result) {
    Interruption.check();
    try (Scratch scratch = Scratch.open()) {
      EdgeList edges = new EdgeList(points, scratch);
      rings.accept(edges);
      return result.apply(new Arrangement(new Noder(edges).split()));
    }
  }

  private static boolean apart(Area a, Area b) {
    double[] p = a.boundsMm();
    double[] q = b.boundsMm();
    return p[0] > q[2] || q[0] > p[2] || p[1] > q[3] || q[1] > p[3];
  }
}

package org.stratonomy.engine.plane;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.function.Predicate;
import org.stratonomy.engine.guard.Interruption;

/**
 * The connected parts of an area, each an outline with the holes in it; parts that touch in a point
 * are separate. Which part a place is in is told by the nearest edge on its left: it belongs to the
 * outline or to a hole of that part. The outline of a hole is found the same way.
 */
public final class ConnectedParts {
  private final Area area;
  private final EdgeGrid grid;
  private final int[] ringOfPoint;
  private final int[] partOfRing;
  private int count;

  public ConnectedParts(Area area) {
    this.area = area;
    grid = new EdgeGrid(area);
    ringOfPoint = new int[area.pointCount()];
    partOfRing = new int[area.ringCount()];
    Arrays.fill(partOfRing, -1);
    for (int ring = 0; ring < area.ringCount(); ring++) {
      Arrays.fill(ringOfPoint, area.ringStart(ring), area.ringStart(ring + 1), ring);
      if (area.ringAreaMm2(ring) > 0) {
        partOfRing[ring] = count++;
      }
    }
    for (int ring = 0; ring < area.ringCount() && count > 0; ring++) {
      resolve(ring);
    }
  }

  public int count() {
    return count;
  }

  /**
   * A hole is in the part that the ring next to its left belongs to; a chain of holes may follow.
   */
  private void resolve(int ring) {
    Interruption.check();
    List<Integer> chain = new ArrayList<>();
    int at = ring;
    while (at >= 0 && partOfRing[at] < 0 && !chain.contains(at)) {
      chain.add(at);
      at = leftOfHole(at);
    }
    int part = at < 0 || partOfRing[at] < 0 ? 0 : partOfRing[at];
    for (int hole : chain) {
      partOfRing[hole] = part;
    }
  }

  private int leftOfHole(int hole) {
    int leftmost = area.ringStart(hole);
    for (int i = leftmost; i < area.ringStart(hole + 1); i++) {
      leftmost = area.x(i) < area.x(leftmost) ? i : leftmost;
    }
    // Rings may touch in points, so the middle of an edge is asked.
    int next = grid.next[leftmost];
    double x = (area.x(leftmost) + (double) area.x(next)) / 2;
    double y = (area.y(leftmost) + (double) area.y(next)) / 2;
    return ringOnLeft(x, y, hole);
  }

  /** The ring of the nearest edge on the left of a place, but for one ring; -1 if there is none. */
  private int ringOnLeft(double x, double y, int butFor) {
    int row = grid.row((long) Math.floor(y));
    double best = Double.NEGATIVE_INFINITY;
    int ring = -1;
    for (int column = grid.column((long) Math.floor(x)); column >= 0; column--) {
      if (best >= grid.columnEnd(column)) {
        break;
      }
      for (int k = grid.start(column, row); k < grid.end(column, row); k++) {
        int edge = grid.edge(k);
        double ya = area.y(edge);
        double yb = area.y(grid.next[edge]);
        if (ringOfPoint[edge] == butFor || (ya > y) == (yb > y)) {
          continue;
        }
        double xa = area.x(edge);
        double cross = xa + (y - ya) / (yb - ya) * (area.x(grid.next[edge]) - xa);
        if (cross < x && cross > best) {
          best = cross;
          ring = ringOfPoint[edge];
        }
      }
    }
    return ring;
  }

  /** Index of the part that a place lies in; of one near by, or 0, if it lies in none. */
  public int at(double xMm, double yMm) {
    return partOf(ringOnLeft(xMm * Area.UNITS_PER_MM, yMm * Area.UNITS_PER_MM, -1));
  }

  private int partOf(int ring) {
    return ring < 0 ? 0 : partOfRing[ring];
  }

  /** Numbers of the parts that satisfy a condition. */
  public BitSet which(Predicate<Area> condition) {
    List<Area> parts = list();
    BitSet which = new BitSet(count);
    for (int part = 0; part < parts.size(); part++) {
      which.set(part, condition.test(parts.get(part)));
    }
    return which;
  }

  /** Numbers of the parts that another area, which lies in this one, has places in. */
  public BitSet met(Area places) {
    BitSet met = new BitSet(count);
    for (int ring = 0; ring < places.ringCount(); ring++) {
      int point = places.ringStart(ring);
      met.set(partOf(ringOnLeft(places.x(point), places.y(point), -1)));
    }
    return met;
  }

  /** Some of the parts as one area. */
  public Area only(BitSet some) {
    RingList rings = new RingList(area.pointCount());
    for (int ring = 0; ring < area.ringCount(); ring++) {
      if (some.get(partOfRing[ring])) {
        rings.addRing(area, ring);
      }
    }
    return rings.toRawArea();
  }

  /** All parts but some, as one area. */
  public Area without(BitSet some) {
    BitSet others = (BitSet) some.clone();
    others.flip(0, count);
    return only(others);
  }

  /** The parts as areas. */
  public List<Area> list() {
    if (count <= 1) {
      return area.isEmpty() ? List.of() : List.of(area);
    }
    List<RingList> rings = new ArrayList<>();
    for (int part = 0; part < count; part++) {
      rings.add(new RingList());
    }
    for (int ring = 0; ring < area.ringCount(); ring++) {
      rings.get(partOfRing[ring]).addRing(area, ring);
    }
    return rings.stream().map(RingList::toRawArea).toList();
  }
}

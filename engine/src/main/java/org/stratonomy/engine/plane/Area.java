package org.stratonomy.engine.plane;

import java.util.Arrays;
import java.util.List;

/**
 * A region of the plane, bounded by closed rings that run with the inside on their left: outlines
 * counter-clockwise, holes clockwise. Also called a multipolygon.
 *
 * <p>Coordinates are integers in units of {@value #UNIT_MM} mm with |c| &lt; 2^29. Ring {@code r}
 * takes the points {@code starts[r]} to {@code starts[r + 1] - 1}; point {@code i} is {@code
 * (xy[2i], xy[2i + 1])}. An area made by {@link Plane} is always clean: its rings neither cross nor
 * overlap, they may touch in points.
 */
public final class Area {
  /** Length of one coordinate unit, mm. */
  public static final double UNIT_MM = 1e-4;

  /** Coordinate units in one millimetre. */
  public static final double UNITS_PER_MM = 1e4;

  /** Largest magnitude of a coordinate, so that cross products fit in a {@code long}. */
  public static final int LIMIT = 1 << 29;

  public static final Area EMPTY = new Area(new int[0], new int[] {0});

  private final int[] xy;
  private final int[] starts;

  Area(int[] xy, int[] starts) {
    this.xy = xy;
    this.starts = starts;
  }

  /**
   * The area of rings given in mm; the rings may cross and overlap, every place that they wind
   * around a number of times other than zero is inside.
   *
   * @param ringsMm one array of x, y, x, y … for each ring, in mm, without a repeated last point
   */
  public static Area ofMm(double[]... ringsMm) {
    RingList rings = new RingList();
    for (double[] ring : ringsMm) {
      for (int i = 0; i < ring.length; i += 2) {
        rings.add(unit(ring[i]), unit(ring[i + 1]));
      }
      rings.close();
    }
    return Plane.nonZero(rings);
  }

  /** An axis-parallel rectangle, mm. */
  public static Area rectangle(double x0, double y0, double x1, double y1) {
    return ofMm(new double[] {x0, y0, x1, y0, x1, y1, x0, y1});
  }

  /** Nearest coordinate unit to a length in mm. */
  public static int unit(double mm) {
    return (int) Math.floor(mm * UNITS_PER_MM + 0.5);
  }

  public boolean isEmpty() {
    return xy.length == 0;
  }

  public int ringCount() {
    return starts.length - 1;
  }

  public int pointCount() {
    return xy.length / 2;
  }

  /** Index of the first point of a ring; {@code ringStart(ringCount())} is the number of points. */
  public int ringStart(int ring) {
    return starts[ring];
  }

  /** X of a point in coordinate units. */
  public int x(int point) {
    return xy[2 * point];
  }

  /** Y of a point in coordinate units. */
  public int y(int point) {
    return xy[2 * point + 1];
  }

  /** Size of the area, mm². */
  public double areaMm2() {
    double sum = 0;
    for (int ring = 0; ring < ringCount(); ring++) {
      sum += ringAreaMm2(ring);
    }
    return sum;
  }

  /** Signed area that one ring goes around, mm²: positive for an outline, negative for a hole. */
  public double ringAreaMm2(int ring) {
    int from = starts[ring];
    int to = starts[ring + 1];
    double twice = 0;
    long ox = x(from);
    long oy = y(from);
    for (int i = from, j = to - 1; i < to; j = i++) {
      twice += (double) ((x(j) - ox) * (y(i) - oy) - (x(i) - ox) * (y(j) - oy));
    }
    return twice / 2 * UNIT_MM * UNIT_MM;
  }

  /** Length of all rings together, mm. */
  public double perimeterMm() {
    double sum = 0;
    for (int ring = 0; ring < ringCount(); ring++) {
      for (int i = starts[ring], j = starts[ring + 1] - 1; i < starts[ring + 1]; j = i++) {
        sum += Distance.of((double) x(i) - x(j), (double) y(i) - y(j));
      }
    }
    return sum * UNIT_MM;
  }

  /** Bounds in mm: x min, y min, x max, y max; of an empty area min &gt; max. */
  public double[] boundsMm() {
    return boundsMm(0, pointCount());
  }

  /** Bounds of one ring, as {@link #boundsMm()}. */
  public double[] ringBoundsMm(int ring) {
    return boundsMm(starts[ring], starts[ring + 1]);
  }

  private double[] boundsMm(int from, int to) {
    int[] b = {Integer.MAX_VALUE, Integer.MAX_VALUE, Integer.MIN_VALUE, Integer.MIN_VALUE};
    for (int i = 2 * from; i < 2 * to; i += 2) {
      b[0] = Math.min(b[0], xy[i]);
      b[1] = Math.min(b[1], xy[i + 1]);
      b[2] = Math.max(b[2], xy[i]);
      b[3] = Math.max(b[3], xy[i + 1]);
    }
    return new double[] {b[0] * UNIT_MM, b[1] * UNIT_MM, b[2] * UNIT_MM, b[3] * UNIT_MM};
  }

  /** The area without its outlines and holes that go around less than a size. */
  public Area withoutSmall(double leastMm2) {
    RingList rings = new RingList();
    for (int ring = 0; ring < ringCount(); ring++) {
      if (Math.abs(ringAreaMm2(ring)) >= leastMm2) {
        rings.addRing(this, ring);
      }
    }
    return rings.toRawArea();
  }

  /** The connected parts of the area, each an outline with the holes in it. */
  public List<Area> parts() {
    return new ConnectedParts(this).list();
  }

  /** Areas that have no place in common, as one. */
  public static Area ofApart(List<Area> areas) {
    RingList rings = new RingList();
    for (Area area : areas) {
      for (int ring = 0; ring < area.ringCount(); ring++) {
        rings.addRing(area, ring);
      }
    }
    return rings.toRawArea();
  }

  private boolean ringContains(int ring, double px, double py) {
    boolean inside = false;
    for (int i = starts[ring], j = starts[ring + 1] - 1; i < starts[ring + 1]; j = i++) {
      double yi = y(i);
      double yj = y(j);
      if ((yi > py) != (yj > py) && px < x(i) + (py - yi) / (yj - yi) * ((double) x(j) - x(i))) {
        inside = !inside;
      }
    }
    return inside;
  }

  /** Whether a place lies inside; places on a ring may go either way. */
  public boolean contains(double xMm, double yMm) {
    double px = xMm * UNITS_PER_MM;
    double py = yMm * UNITS_PER_MM;
    boolean inside = false;
    for (int ring = 0; ring < ringCount(); ring++) {
      inside ^= ringContains(ring, px, py);
    }
    return inside;
  }

  @Override
  public boolean equals(Object o) {
    return o instanceof Area a && Arrays.equals(xy, a.xy) && Arrays.equals(starts, a.starts);
  }

  @Override
  public int hashCode() {
    return 31 * Arrays.hashCode(xy) + Arrays.hashCode(starts);
  }

  @Override
  public String toString() {
    return "Area[rings=%d, points=%d, %.4f mm²]".formatted(ringCount(), pointCount(), areaMm2());
  }
}

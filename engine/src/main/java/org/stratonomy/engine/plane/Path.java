package org.stratonomy.engine.plane;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * A line through points in the plane, mm; a closed one returns from its last point to its first.
 */
public final class Path {
  private final boolean closed;
  private final double[] xy;

  /** Length, mm, once it was asked for; threads that ask at once find the same. */
  private double length = Double.NaN;

  /**
   * @param xy x, y, x, y … in mm, at least two points; taken over, not copied
   */
  public Path(boolean closed, double... xy) {
    this.closed = closed;
    this.xy = xy;
  }

  /** The rings of an area as closed paths. */
  public static List<Path> ofRings(Area area) {
    List<Path> paths = new ArrayList<>(area.ringCount());
    for (int ring = 0; ring < area.ringCount(); ring++) {
      Builder path = new Builder();
      for (int i = area.ringStart(ring); i < area.ringStart(ring + 1); i++) {
        path.add(area.x(i) * Area.UNIT_MM, area.y(i) * Area.UNIT_MM);
      }
      paths.add(path.closed());
    }
    return paths;
  }

  public boolean isClosed() {
    return closed;
  }

  public int size() {
    return xy.length / 2;
  }

  public double x(int i) {
    return xy[2 * i];
  }

  public double y(int i) {
    return xy[2 * i + 1];
  }

  /** Length, mm, with the way back to the start if closed. */
  public double lengthMm() {
    double known = length;
    if (Double.isNaN(known)) {
      known = measure();
      length = known;
    }
    return known;
  }

  private double measure() {
    double sum = closed ? Distance.of(x(0) - x(size() - 1), y(0) - y(size() - 1)) : 0;
    for (int i = 1; i < size(); i++) {
      sum += Distance.of(x(i) - x(i - 1), y(i) - y(i - 1));
    }
    return sum;
  }

  /** Where one comes who runs along the path: to its start if it is closed. */
  public double endX() {
    return x(closed ? 0 : size() - 1);
  }

  public double endY() {
    return y(closed ? 0 : size() - 1);
  }

  /** How many straight segments the path has; a closed one returns to its start. */
  public int segmentCount() {
    return closed ? size() : size() - 1;
  }

  /** Index of the point at the end of a segment. */
  public int segmentEnd(int segment) {
    return segment + 1 == size() ? 0 : segment + 1;
  }

  /** Length of segment i, which leads from point i to the next one, mm. */
  public double segmentLengthMm(int i) {
    int j = segmentEnd(i);
    return Distance.of(x(j) - x(i), y(j) - y(i));
  }

  /** The open path of segments {@code from} to {@code to - 1}. */
  public Path part(int from, int to) {
    Builder part = new Builder();
    part.add(x(from), y(from));
    for (int i = from; i < to; i++) {
      part.add(x(segmentEnd(i)), y(segmentEnd(i)));
    }
    return part.open();
  }

  /** The same closed path, started at another of its points. */
  public Path startingAt(int point) {
    double[] turned = new double[xy.length];
    int head = xy.length - 2 * point;
    System.arraycopy(xy, 2 * point, turned, 0, head);
    System.arraycopy(xy, 0, turned, head, 2 * point);
    return new Path(closed, turned);
  }

  /** This open path and, from its end, another one that begins there. */
  public Path followedBy(Path other) {
    Builder path = new Builder();
    for (Path part : new Path[] {this, other}) {
      for (int i = 0; i < part.size(); i++) {
        path.add(part.x(i), part.y(i));
      }
    }
    return path.open();
  }

  /** The same path, run from its end to its start. */
  public Path reversed() {
    double[] back = new double[xy.length];
    for (int i = 0; i < size(); i++) {
      back[2 * i] = x(size() - 1 - i);
      back[2 * i + 1] = y(size() - 1 - i);
    }
    return new Path(closed, back);
  }

  @Override
  public boolean equals(Object o) {
    return o instanceof Path p && closed == p.closed && Arrays.equals(xy, p.xy);
  }

  @Override
  public int hashCode() {
    return Arrays.hashCode(xy);
  }

  @Override
  public String toString() {
    return "Path[%d points, %.3f mm]".formatted(size(), lengthMm());
  }

  /** Collects points; one that repeats its predecessor is left out. */
  public static final class Builder {
    private double[] xy = new double[16];
    private int length;

    public void add(double x, double y) {
      if (length >= 2 && xy[length - 2] == x && xy[length - 1] == y) {
        return;
      }
      if (length == xy.length) {
        xy = Arrays.copyOf(xy, 2 * length);
      }
      xy[length++] = x;
      xy[length++] = y;
    }

    public int size() {
      return length / 2;
    }

    public Path open() {
      return new Path(false, Arrays.copyOf(xy, length));
    }

    public Path closed() {
      return new Path(true, Arrays.copyOf(xy, length));
    }
  }
}

package org.stratonomy.engine.plane;

import java.util.Arrays;

/** Collects closed rings point by point, in coordinate units; the rings may be of any quality. */
public final class RingList {
  private int[] xy;
  private int points;
  private int[] starts = {0, 0, 0, 0};
  private int rings;

  public RingList() {
    this(64);
  }

  /**
   * @param expected about how many points there will be
   */
  RingList(int expected) {
    xy = new int[2 * Math.max(16, expected)];
  }

  /** Adds a point to the open ring. */
  public void add(int x, int y) {
    if (2 * points == xy.length) {
      xy = Arrays.copyOf(xy, 2 * xy.length);
    }
    xy[2 * points] = x;
    xy[2 * points + 1] = y;
    points++;
  }

  /** Closes the open ring; one of fewer than three points bounds nothing and is dropped. */
  public void close() {
    if (points - starts[rings] < 3) {
      points = starts[rings];
      return;
    }
    rings++;
    if (rings == starts.length) {
      starts = Arrays.copyOf(starts, 2 * starts.length);
    }
    starts[rings] = points;
  }

  /** Adds one ring of an area. */
  void addRing(Area area, int ring) {
    for (int i = area.ringStart(ring); i < area.ringStart(ring + 1); i++) {
      add(area.x(i), area.y(i));
    }
    close();
  }

  /** The rings as they are. */
  Area toRawArea() {
    return new Area(Arrays.copyOf(xy, 2 * starts[rings]), Arrays.copyOf(starts, rings + 1));
  }
}

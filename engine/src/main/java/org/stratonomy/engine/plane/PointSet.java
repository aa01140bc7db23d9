package org.stratonomy.engine.plane;

import java.util.Arrays;

/** A set of grid points: open addressing over packed coordinates whose order is (x, then y). */
final class PointSet {
  private static final long NONE = Long.MIN_VALUE;

  private long[] slots;
  private long[] points;
  private int size;

  PointSet(int expected) {
    int capacity = Integer.highestOneBit(Math.max(8, expected)) * 4;
    slots = new long[capacity];
    Arrays.fill(slots, NONE);
    points = new long[Math.max(16, expected)];
  }

  static long pack(int x, int y) {
    return ((long) x << 32) | ((y ^ 0x8000_0000) & 0xffff_ffffL);
  }

  static int unpackX(long packed) {
    return (int) (packed >> 32);
  }

  static int unpackY(long packed) {
    return (int) packed ^ 0x8000_0000;
  }

  static int hash(long key) {
    long h = key * 0x9e37_79b9_7f4a_7c15L;
    return (int) (h >>> 32) ^ (int) h;
  }

  void add(int x, int y) {
    long key = pack(x, y);
    int mask = slots.length - 1;
    int slot = hash(key) & mask;
    while (slots[slot] != NONE) {
      if (slots[slot] == key) {
        return;
      }
      slot = (slot + 1) & mask;
    }
    slots[slot] = key;
    if (size == points.length) {
      points = Arrays.copyOf(points, 2 * size);
    }
    points[size++] = key;
    if (2 * size > slots.length) {
      grow();
    }
  }

  private void grow() {
    slots = new long[2 * slots.length];
    Arrays.fill(slots, NONE);
    int mask = slots.length - 1;
    for (int i = 0; i < size; i++) {
      int slot = hash(points[i]) & mask;
      while (slots[slot] != NONE) {
        slot = (slot + 1) & mask;
      }
      slots[slot] = points[i];
    }
  }

  int size() {
    return size;
  }

  long packed(int i) {
    return points[i];
  }

  int x(int i) {
    return unpackX(points[i]);
  }

  int y(int i) {
    return unpackY(points[i]);
  }
}

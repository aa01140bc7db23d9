package org.stratonomy.engine.plane;

import java.util.Arrays;

/**
 * A set of grid points, numbered in the order in which they are added: open addressing over packed
 * coordinates whose order is (x, then y).
 */
final class PointSet {
  /** Number of a point plus one; zero where there is none. */
  private int[] slots;

  private long[] points;
  private int size;

  PointSet(int expected) {
    slots = new int[4 * Integer.highestOneBit(Math.max(8, expected))];
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

  /** The number of a point, which is added if it is new. */
  int add(int x, int y) {
    long key = pack(x, y);
    int slot = slotOf(key);
    if (slots[slot] != 0) {
      return slots[slot] - 1;
    }
    if (size == points.length) {
      points = Arrays.copyOf(points, 2 * size);
    }
    points[size++] = key;
    slots[slot] = size;
    if (2 * size > slots.length) {
      grow();
    }
    return size - 1;
  }

  /** The number of a point that is in the set. */
  int number(long packed) {
    return slots[slotOf(packed)] - 1;
  }

  private int slotOf(long key) {
    int mask = slots.length - 1;
    int slot = hash(key) & mask;
    while (slots[slot] != 0 && points[slots[slot] - 1] != key) {
      slot = (slot + 1) & mask;
    }
    return slot;
  }

  private void grow() {
    slots = new int[2 * slots.length];
    for (int i = 0; i < size; i++) {
      slots[slotOf(points[i])] = i + 1;
    }
  }

  int size() {
    return size;
  }

  /** The points from the left to the right, and from below among those of one x. */
  long[] sorted() {
    long[] sorted = Arrays.copyOf(points, size);
    Arrays.sort(sorted);
    return sorted;
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

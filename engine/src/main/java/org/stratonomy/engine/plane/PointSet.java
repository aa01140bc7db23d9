package org.stratonomy.engine.plane;

import java.util.Arrays;

/**
 * A set of grid points, numbered in the order in which they are added: open addressing over packed
 * coordinates whose order is (x, then y).
 */
final class PointSet {
  /** Bits by which points are sorted at once, at the most. */
  private static final int MOST_DIGIT = 11;

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

  /**
   * The numbers of the points from the left to the right, and from below among those of one x: a
   * radix sort, over as many bits as the points' extent takes.
   */
  int[] sorted() {
    int[] order = new int[size];
    Arrays.setAll(order, i -> i);
    if (size > 1) {
      int[] ys = new int[size];
      int[] xs = new int[size];
      for (int i = 0; i < size; i++) {
        xs[i] = x(i);
        ys[i] = y(i);
      }
      order = sortedBy(xs, sortedBy(ys, order));
    }
    return order;
  }

  /** Numbers sorted by a coordinate; those of the same stay in their order. */
  private int[] sortedBy(int[] coordinates, int[] numbers) {
    int least = coordinates[0];
    int most = least;
    for (int c : coordinates) {
      least = Math.min(least, c);
      most = Math.max(most, c);
    }
    int digit = Math.clamp(Integer.SIZE - Integer.numberOfLeadingZeros(size), 4, MOST_DIGIT);
    int[] from = numbers;
    int[] to = new int[size];
    for (int shift = 0; shift < Integer.SIZE && (most - least) >>> shift != 0; shift += digit) {
      int[] next = new int[(1 << digit) + 1];
      int mask = (1 << digit) - 1;
      for (int c : coordinates) {
        next[((c - least) >>> shift & mask) + 1]++;
      }
      for (int d = 0; d < mask; d++) {
        next[d + 1] += next[d];
      }
      for (int number : from) {
        to[next[(coordinates[number] - least) >>> shift & mask]++] = number;
      }
      int[] swap = from;
      from = to;
      to = swap;
    }
    return from;
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

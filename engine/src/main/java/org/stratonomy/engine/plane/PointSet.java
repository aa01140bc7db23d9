package org.stratonomy.engine.plane;

import java.util.Arrays;
import org.stratonomy.engine.guard.Interruption;

/**
 * A set of grid points, numbered in the order in which they are added: open addressing over packed
 * coordinates whose order is (x, then y).
 */
final class PointSet {
  /** Bits by which points are sorted at once, at the most. */
  private static final int MOST_DIGIT = 11;

  /** Number of a point plus one; zero where there is none. */
  private int[] slots;

  /** Length of the slots less one, all bits set. */
  private int mask;

  private long[] points;
  private int size;
  private final Scratch scratch;

  PointSet(int expected, Scratch scratch) {
    this.scratch = scratch;
    int length = 4 * Integer.highestOneBit(Math.max(8, expected));
    slots = scratch.filled(length, 0);
    mask = length - 1;
    points = scratch.longs(Math.max(16, expected));
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
      points = scratch.copy(points, size, 2 * size);
    }
    points[size++] = key;
    slots[slot] = size;
    if (2 * size > mask) {
      grow();
    }
    return size - 1;
  }

  /** The number of a point that is in the set. */
  int number(long packed) {
    return slots[slotOf(packed)] - 1;
  }

  private int slotOf(long key) {
    int slot = hash(key) & mask;
    while (slots[slot] != 0 && points[slots[slot] - 1] != key) {
      slot = (slot + 1) & mask;
    }
    return slot;
  }

  private void grow() {
    int length = 2 * (mask + 1);
    slots = scratch.filled(length, 0);
    mask = length - 1;
    for (int i = 0; i < size; i++) {
      slots[slotOf(points[i])] = i + 1;
    }
  }

  int size() {
    return size;
  }

  /**
   * The numbers of the points from the left to the right, and from below among those of one x: a
   * radix sort, over as many bits as the points' extent takes. As many as there are points; the
   * array may be longer.
   */
  int[] sorted() {
    int[] order = scratch.ints(size);
    int[] other = scratch.ints(size);
    int[] xs = scratch.ints(size);
    int[] ys = scratch.ints(size);
    for (int i = 0; i < size; i++) {
      order[i] = i;
      xs[i] = x(i);
      ys[i] = y(i);
    }
    int[] byY = sortedBy(ys, order, other);
    return sortedBy(xs, byY, byY == order ? other : order);
  }

  /**
   * Numbers sorted by a coordinate; those of the same stay in their order.
   *
   * @param numbers overwritten, as is the spare array; one of them is the result
   */
  private int[] sortedBy(int[] coordinates, int[] numbers, int[] spare) {
    int least = Integer.MAX_VALUE;
    int most = Integer.MIN_VALUE;
    for (int i = 0; i < size; i++) {
      least = Math.min(least, coordinates[i]);
      most = Math.max(most, coordinates[i]);
    }
    int digit = Math.clamp(Integer.SIZE - Integer.numberOfLeadingZeros(size), 4, MOST_DIGIT);
    int digits = (1 << digit) - 1;
    int[] next = scratch.ints(digits + 2);
    int[] from = numbers;
    int[] to = spare;
    for (int shift = 0; shift < Integer.SIZE && (most - least) >>> shift != 0; shift += digit) {
      Arrays.fill(next, 0, digits + 2, 0);
      for (int i = 0; i < size; i++) {
        next[((coordinates[i] - least) >>> shift & digits) + 1]++;
      }
      for (int d = 0; d < digits; d++) {
        next[d + 1] += next[d];
      }
      for (int i = 0; i < size; i++) {
        Interruption.check(i);
        int number = from[i];
        to[next[(coordinates[number] - least) >>> shift & digits]++] = number;
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

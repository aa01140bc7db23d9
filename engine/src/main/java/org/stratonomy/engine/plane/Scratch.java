package org.stratonomy.engine.plane;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Arrays that one thread uses again and again for its polygon work: fresh ones lie in memory that
 * is far from the processor, and to fetch that takes longer than the work on small areas itself.
 *
 * <p>Arrays are at least as long as asked for, and hold what was left in them. All that were taken
 * are free again when the scratch is closed.
 */
final class Scratch implements AutoCloseable {
  /** Longer arrays are not kept, two to the power of this many elements. */
  private static final int MOST = 17;

  private static final ThreadLocal<Scratch> OWN = ThreadLocal.withInitial(Scratch::new);

  private final List<List<int[]>> ints = new ArrayList<>();
  private final List<List<long[]>> longs = new ArrayList<>();
  private final int[] usedInts = new int[MOST + 1];
  private final int[] usedLongs = new int[MOST + 1];
  private boolean isOpen;

  Scratch() {
    for (int power = 0; power <= MOST; power++) {
      ints.add(new ArrayList<>());
      longs.add(new ArrayList<>());
    }
  }

  /** The thread's own, or a new one while that is in use. */
  static Scratch open() {
    Scratch own = OWN.get();
    Scratch free = own.isOpen ? new Scratch() : own;
    free.isOpen = true;
    return free;
  }

  int[] ints(int size) {
    int power = power(size);
    if (power > MOST) {
      return new int[size];
    }
    List<int[]> made = ints.get(power);
    if (usedInts[power] == made.size()) {
      made.add(new int[1 << power]);
    }
    return made.get(usedInts[power]++);
  }

  long[] longs(int size) {
    int power = power(size);
    if (power > MOST) {
      return new long[size];
    }
    List<long[]> made = longs.get(power);
    if (usedLongs[power] == made.size()) {
      made.add(new long[1 << power]);
    }
    return made.get(usedLongs[power]++);
  }

  /** An array whose first elements have a value. */
  int[] filled(int size, int value) {
    int[] filled = ints(size);
    Arrays.fill(filled, 0, size, value);
    return filled;
  }

  /** An array with the first elements of another one. */
  int[] copy(int[] from, int count, int size) {
    int[] copy = ints(size);
    System.arraycopy(from, 0, copy, 0, count);
    return copy;
  }

  long[] copy(long[] from, int count, int size) {
    long[] copy = longs(size);
    System.arraycopy(from, 0, copy, 0, count);
    return copy;
  }

  private static int power(int size) {
    return size <= 1 ? 0 : Integer.SIZE - Integer.numberOfLeadingZeros(size - 1);
  }

  @Override
  public void close() {
    Arrays.fill(usedInts, 0);
    Arrays.fill(usedLongs, 0);
    isOpen = false;
  }
}

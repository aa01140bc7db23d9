package org.stratonomy.engine.plane;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.IntFunction;

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

  private final Pool<int[]> ints = new Pool<>(int[]::new);
  private final Pool<long[]> longs = new Pool<>(long[]::new);
  private boolean isOpen;

  /** Arrays of one kind, by the power of two that their length is. */
  private static final class Pool<A> {
    private final IntFunction<A> maker;
    private final List<List<A>> made = new ArrayList<>();
    private final int[] used = new int[MOST + 1];

    Pool(IntFunction<A> maker) {
      this.maker = maker;
      for (int power = 0; power <= MOST; power++) {
        made.add(new ArrayList<>());
      }
    }

    A take(int size) {
      int power = size <= 1 ? 0 : Integer.SIZE - Integer.numberOfLeadingZeros(size - 1);
      if (power > MOST) {
        return maker.apply(size);
      }
      List<A> ofLength = made.get(power);
      if (used[power] == ofLength.size()) {
        ofLength.add(maker.apply(1 << power));
      }
      return ofLength.get(used[power]++);
    }

    void free() {
      Arrays.fill(used, 0);
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
    return ints.take(size);
  }

  long[] longs(int size) {
    return longs.take(size);
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

  @Override
  public void close() {
    ints.free();
    longs.free();
    isOpen = false;
  }
}

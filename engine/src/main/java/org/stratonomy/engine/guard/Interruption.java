package org.stratonomy.engine.guard;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.Comparator;
import java.util.concurrent.CancellationException;

/**
 * Ends long loops on a thread that was interrupted. Whoever starts work decides how long it may
 * take, and interrupts its thread when time is up or nobody wants the result any more; the loops
 * ask here every few thousand steps, so that they end within some milliseconds.
 */
public final class Interruption {
  /** Loops with short bodies ask when {@code (i & MASK) == 0}. */
  public static final int MASK = 0xfff;

  private Interruption() {}

  /**
   * @throws CancellationException if the current thread was interrupted
   */
  public static void check() {
    if (Thread.currentThread().isInterrupted()) {
      throw new CancellationException("the thread was interrupted");
    }
  }

  /** As {@link #check()}, for a loop with a short body. */
  public static void check(int step) {
    if ((step & MASK) == 0) {
      check();
    }
  }

  /** The same order, for sorting that can be ended. */
  public static <T> Comparator<T> asking(Comparator<T> order) {
    int[] steps = {0};
    return (a, b) -> {
      check(++steps[0]);
      return order.compare(a, b);
    };
  }

  /** The same bytes; a reader of them ends when its thread is interrupted. */
  public static InputStream asking(InputStream in) {
    return new FilterInputStream(in) {
      @Override
      public int read() throws IOException {
        check();
        return super.read();
      }

      @Override
      public int read(byte[] buffer, int offset, int length) throws IOException {
        check();
        return super.read(buffer, offset, Math.min(length, 1 << 16));
      }
    };
  }
}

package org.stratonomy.engine.guard;

import java.util.Optional;
import java.util.concurrent.atomic.AtomicLong;

/**
 * Memory that is set aside while a file is read. What all readers take at once stays below a share
 * of the heap, so that a file that is too large is refused before it takes the memory of other
 * work.
 */
public final class MemoryShare implements AutoCloseable {
  /** Of the heap, for all files that are being read together. */
  private static final double MOST = 0.6;

  private static final AtomicLong TAKEN = new AtomicLong();

  private final long bytes;

  private MemoryShare(long bytes) {
    this.bytes = bytes;
  }

  /**
   * Sets memory aside until it is closed.
   *
   * @return nothing if so much is not there
   */
  public static Optional<MemoryShare> take(long bytes) {
    long most = (long) (MOST * Runtime.getRuntime().maxMemory());
    if (TAKEN.addAndGet(bytes) > most) {
      TAKEN.addAndGet(-bytes);
      return Optional.empty();
    }
    return Optional.of(new MemoryShare(bytes));
  }

  @Override
  public void close() {
    TAKEN.addAndGet(-bytes);
  }
}

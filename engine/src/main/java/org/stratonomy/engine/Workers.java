package org.stratonomy.engine;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Consumer;
import java.util.function.IntConsumer;
import org.stratonomy.engine.problem.Problem;

/** Threads that do the work of a stage together, and end it soon after the watch says so. */
final class Workers implements AutoCloseable {
  private static final long ASK_MILLIS = 40;

  private final int threads;
  private final ExecutorService pool;

  /**
   * @param threads how many tasks are done at once
   */
  Workers(int threads) {
    this.threads = threads;
    this.pool = Executors.newFixedThreadPool(threads);
  }

  <T> void forEach(String stage, List<T> all, Watch watch, Consumer<T> task) {
    forEach(stage, all.size(), watch, i -> task.accept(all.get(i)));
  }

  /**
   * Each thread takes the next index when it is done with one: after an edit the work lies close.
   *
   * @param task what is done for each index below the count
   * @throws Problem if a task or the watch does, or the thread is interrupted
   */
  void forEach(String stage, int count, Watch watch, IntConsumer task) {
    AtomicInteger next = new AtomicInteger();
    AtomicInteger done = new AtomicInteger();
    watch.at(stage, 0, count);
    Runnable worker =
        () -> {
          try {
            for (int i = next.getAndIncrement(); i < count; i = next.getAndIncrement()) {
              task.accept(i);
              watch.at(stage, done.incrementAndGet(), count);
            }
          } finally {
            next.set(count);
          }
        };
    List<Future<?>> running = new ArrayList<>();
    for (int t = 0; t < threads; t++) {
      running.add(pool.submit(worker));
    }
    try {
      for (Future<?> one : running) {
        await(one, () -> watch.at(stage, done.get(), count));
      }
    } catch (ExecutionException e) {
      switch (e.getCause()) {
        case Problem problem -> throw problem;
        case Error error -> throw error;
        default -> throw new IllegalStateException(e.getCause());
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new Problem(
          Problem.Kind.SUPERSEDED, "plan", "The computation was stopped.", "Start it again.");
    } finally {
      next.set(count);
      running.forEach(one -> one.cancel(true));
    }
  }

  /** Waits for a worker and meanwhile asks often whether the work is to be stopped. */
  private static void await(Future<?> worker, Runnable ask)
      throws ExecutionException, InterruptedException {
    while (true) {
      try {
        worker.get(ASK_MILLIS, TimeUnit.MILLISECONDS);
        return;
      } catch (TimeoutException e) {
        ask.run();
      }
    }
  }

  @Override
  public void close() {
    pool.shutdownNow();
  }
}

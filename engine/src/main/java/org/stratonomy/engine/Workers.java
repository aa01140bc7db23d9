package org.stratonomy.engine;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Executors;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Consumer;
import java.util.function.IntConsumer;
import org.stratonomy.engine.problem.Problem;

/**
 * Threads that do the work of a stage together, and end it soon after they are to stop. Stages of
 * several computations take turns, so that a small one does not wait for a large one.
 */
final class Workers implements AutoCloseable {
  private static final long ASK_MILLIS = 40;

  /** A thread works so long for one computation while another one waits. */
  private static final long TURN_NANOS = TimeUnit.MILLISECONDS.toNanos(20);

  private final int threads;
  private final ThreadPoolExecutor pool;

  /**
   * @param threads how many tasks are done at once
   */
  Workers(int threads) {
    this.threads = threads;
    this.pool = (ThreadPoolExecutor) Executors.newFixedThreadPool(threads);
  }

  <T> void forEach(String stage, List<T> all, Progress progress, Consumer<T> task) {
    forEach(stage, all.size(), progress, i -> task.accept(all.get(i)));
  }

  /**
   * Each thread takes the next index when it is done with one: after an edit the work lies close.
   *
   * @param task what is done for each index below the count
   * @throws Problem if a task does, or the progress stops it, or the thread is interrupted
   */
  void forEach(String stage, int count, Progress progress, IntConsumer task) {
    AtomicInteger next = new AtomicInteger();
    AtomicInteger done = new AtomicInteger();
    progress.at(stage, 0, count);
    IntConsumer counted =
        i -> {
          task.accept(i);
          progress.at(stage, done.incrementAndGet(), count);
        };
    List<Share> shares = new ArrayList<>();
    try {
      for (int t = 0; t < Math.min(threads, count); t++) {
        shares.add(new Share(next, count, counted));
        pool.execute(shares.getLast());
      }
      for (Share share : shares) {
        await(share, () -> progress.at(stage, done.get(), count));
      }
    } catch (ExecutionException e) {
      switch (e.getCause()) {
        case Problem problem -> throw problem;
        case Error error -> throw error;
        case CancellationException _ -> throw stopped();
        default -> throw new IllegalStateException(e.getCause());
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw stopped();
    } finally {
      shares.forEach(Share::stop);
    }
  }

  private static Problem stopped() {
    return new Problem(
        Problem.Kind.SUPERSEDED, "the plan", "The computation was stopped.", "Start it again.");
  }

  /** Waits for a share to be done and meanwhile asks often whether the work is to be stopped. */
  private static void await(Share share, Runnable ask)
      throws ExecutionException, InterruptedException {
    while (true) {
      try {
        share.end.get(ASK_MILLIS, TimeUnit.MILLISECONDS);
        return;
      } catch (TimeoutException e) {
        ask.run();
      }
    }
  }

  /** What one thread does of a stage; when its turn is over and others wait, it queues up again. */
  private final class Share implements Runnable {
    private final AtomicInteger next;
    private final int count;
    private final IntConsumer task;
    private final CompletableFuture<Void> end = new CompletableFuture<>();
    private boolean stopped;
    private Thread thread;

    Share(AtomicInteger next, int count, IntConsumer task) {
      this.next = next;
      this.count = count;
      this.task = task;
    }

    @Override
    public void run() {
      if (!enter()) {
        end.cancel(false);
        return;
      }
      boolean done = true;
      try {
        done = turn();
      } catch (Throwable e) {
        next.set(count);
        end.completeExceptionally(e);
      } finally {
        leave();
      }
      if (done) {
        end.complete(null);
      } else {
        queueUp();
      }
    }

    private void queueUp() {
      try {
        pool.execute(this);
      } catch (RejectedExecutionException e) {
        end.cancel(false);
      }
    }

    /** Whether nothing is left to do. */
    private boolean turn() {
      long over = System.nanoTime() + TURN_NANOS;
      for (int i = next.getAndIncrement(); i < count; i = next.getAndIncrement()) {
        task.accept(i);
        if (!pool.getQueue().isEmpty() && System.nanoTime() > over) {
          return false;
        }
      }
      return true;
    }

    private synchronized boolean enter() {
      thread = stopped ? null : Thread.currentThread();
      return !stopped;
    }

    /** An interrupt that was meant for this work must not reach the next. */
    private synchronized void leave() {
      thread = null;
      Thread.interrupted();
    }

    /** Ends the work, if it is not done. */
    synchronized void stop() {
      stopped = true;
      if (!end.isDone()) {
        next.set(count);
        if (thread != null) {
          thread.interrupt();
        }
      }
    }
  }

  @Override
  public void close() {
    pool.shutdownNow();
  }
}

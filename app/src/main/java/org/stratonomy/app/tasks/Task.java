package org.stratonomy.app.tasks;

import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.function.Consumer;
import org.stratonomy.engine.problem.Problem;

/**
 * Work that is queued, runs or has ended. Safe to use from several threads.
 *
 * @param <T> type of its result
 */
public final class Task<T> {
  private final Track track;
  private final Work<T> work;
  private final Consumer<Task<?>> unfinished;
  private final CompletableFuture<T> end = new CompletableFuture<>();
  private volatile long began;

  /** Why it is to end early. */
  private volatile Problem stopped;

  private Thread thread;

  /**
   * @param hasResult whether its result is the answer of a request
   * @param unfinished called when somebody stops waiting for it
   */
  Task(boolean hasResult, Work<T> work, Consumer<Task<?>> unfinished) {
    track = new Track(hasResult);
    this.work = work;
    this.unfinished = unfinished;
    end.whenComplete((result, failure) -> track.end());
  }

  public Track track() {
    return track;
  }

  public boolean isEnded() {
    return end.isDone();
  }

  public boolean hasFailed() {
    return end.isCompletedExceptionally();
  }

  /** How long ago it began, s; 0 if it has not. */
  public double seconds() {
    return began == 0 ? 0 : (System.nanoTime() - began) / 1e9;
  }

  /** Runs it on this thread. */
  void run() {
    began = System.nanoTime();
    synchronized (this) {
      thread = Thread.currentThread();
    }
    try {
      check();
      end.complete(work.run(this::at));
    } catch (Throwable e) {
      // Whatever an interrupted loop throws, the reason is why it was interrupted.
      end.completeExceptionally(stopped == null ? e : stopped);
    } finally {
      synchronized (this) {
        thread = null;
        Thread.interrupted();
      }
    }
  }

  private void at(String name, int done, int total) {
    check();
    track.at(name, done, total);
  }

  private void check() {
    Problem why = stopped;
    if (why != null) {
      throw why;
    }
  }

  /** Ends it; if it has ended already, nothing happens. */
  public synchronized void stop(Problem why) {
    if (end.isDone() || stopped != null) {
      return;
    }
    stopped = why;
    if (thread != null) {
      thread.interrupt();
    } else if (began == 0) {
      end.completeExceptionally(why);
    }
  }

  /**
   * Waits for its result.
   *
   * @throws UnfinishedException if it takes longer
   * @throws Problem if that is how it ended
   */
  public T await(long millis) {
    try {
      return end.get(millis, TimeUnit.MILLISECONDS);
    } catch (TimeoutException e) {
      unfinished.accept(this);
      throw new UnfinishedException(track.view());
    } catch (ExecutionException e) {
      throw asUnchecked(e.getCause());
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new CancellationException("the thread was interrupted");
    }
  }

  CompletableFuture<T> future() {
    return end.exceptionallyCompose(
        failure -> CompletableFuture.failedFuture(asUnchecked(failure)));
  }

  private static RuntimeException asUnchecked(Throwable failure) {
    return switch (failure) {
      case OutOfMemoryError _ -> Problem.ofMemory(Problem.Kind.PLAN, "the plan");
      case Error error -> throw error;
      case RuntimeException unchecked -> unchecked;
      default -> new IllegalStateException(failure);
    };
  }
}

package org.stratonomy.app.tasks;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import jakarta.annotation.PreDestroy;
import java.lang.ref.WeakReference;
import java.time.Duration;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Queue;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Executor;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Service;
import org.stratonomy.app.StratonomyProperties;
import org.stratonomy.engine.problem.Problem;

/**
 * Does work beside the requests that ask for it, within bounds and fairly: the tasks of a {@link
 * Lane} are taken from one plan after the other, so that a plan with many waits behind itself only.
 * A request waits some seconds for its task; after that it answers how far the task is, and the
 * browser follows it.
 */
@Service
public class TaskService {
  private static final int WAITING_EACH = 24;
  private static final int WAITING_IN_ALL = 400;

  /** A task that runs longer than this gives its place to others. */
  private static final double LONG_SECONDS = 2;

  private static final long LOOK_AFTER_MS = 200;
  private static final int KNOWN = 500;
  private static final Duration KNOWN_FOR = Duration.ofMinutes(10);

  private final long patienceMs;

  private final Map<Lane, Line> lines = new EnumMap<>(Lane.class);

  /** Tasks that somebody stopped waiting for, and will ask for again. */
  private final Cache<UUID, Followed> followed =
      Caffeine.newBuilder().maximumSize(KNOWN).expireAfterAccess(KNOWN_FOR).build();

  /**
   * A task that is followed.
   *
   * @param task only as long as somebody else needs it, unless its result will be asked for
   */
  private record Followed(Track track, Supplier<Task<?>> task) {}

  /** Threads are kept for a while: beginning one takes long when the machine is busy. */
  private final ExecutorService threads =
      Executors.newCachedThreadPool(Thread.ofPlatform().daemon().name("task-", 0).factory());

  private final ScheduledExecutorService keeper =
      Executors.newSingleThreadScheduledExecutor(
          Thread.ofPlatform().daemon().name("tasks").factory());

  @Autowired
  TaskService(StratonomyProperties properties) {
    this(properties.patience());
  }

  /**
   * @param patience no request waits longer
   */
  public TaskService(Duration patience) {
    patienceMs = patience.toMillis();
    for (Lane lane : Lane.values()) {
      lines.put(lane, new Line(lane, threads));
    }
    keeper.scheduleWithFixedDelay(
        () -> lines.values().forEach(Line::lookAfter),
        LOOK_AFTER_MS,
        LOOK_AFTER_MS,
        TimeUnit.MILLISECONDS);
  }

  /**
   * Does work and waits for its result, which is the answer of the request.
   *
   * @param of what it is for; the tasks of one such thing wait behind each other
   * @throws BusyException if too much is waiting
   * @throws UnfinishedException if it takes longer than a request waits
   */
  public <T> T run(Lane lane, Object of, Work<T> work) {
    return submit(lane, of, true, work).await(patienceMs);
  }

  /** As {@link #run}; something is done at the end, even if the work never began. */
  public <T> T run(Lane lane, Object of, Work<T> work, Runnable atEnd) {
    Task<T> task;
    try {
      task = submit(lane, of, true, work);
    } catch (BusyException e) {
      atEnd.run();
      throw e;
    }
    task.track().whenEnded(atEnd);
    return task.await(patienceMs);
  }

  /**
   * Does work for an answer that the browser waits for as long as it takes, such as a picture or a
   * file; no thread waits with it.
   *
   * @throws BusyException if too much is waiting
   */
  public <T> CompletableFuture<T> later(Lane lane, Object of, Work<T> work) {
    return submit(lane, of, true, work).future();
  }

  /**
   * Begins work, or queues it.
   *
   * @param hasResult whether its result is the answer of a request
   * @throws BusyException if too much is waiting
   */
  public <T> Task<T> submit(Lane lane, Object of, boolean hasResult, Work<T> work) {
    Task<T> task = new Task<>(hasResult, work, this::follow);
    lines.get(lane).add(of, task);
    return task;
  }

  private void follow(Task<?> task) {
    Track track = task.track();
    Supplier<Task<?>> needed = track.hasResult() ? () -> task : new WeakReference<>(task)::get;
    followed.put(track.id(), new Followed(track, needed));
  }

  /** How long requests wait, ms. */
  public long patienceMs() {
    return patienceMs;
  }

  /** How far a task is that a request did not wait for. */
  Optional<Track> track(UUID id) {
    return Optional.ofNullable(followed.getIfPresent(id)).map(Followed::track);
  }

  /** A task that a request did not wait for, if it still runs or its result is kept. */
  Optional<Task<?>> find(UUID id) {
    return Optional.ofNullable(followed.getIfPresent(id)).map(found -> found.task().get());
  }

  static Problem cancelled() {
    return new Problem(
        Problem.Kind.CANCELLED, "the task", "It was cancelled.", "Start it again if you need it.");
  }

  @PreDestroy
  public void stop() {
    keeper.shutdownNow();
    lines.values().forEach(Line::stop);
    threads.shutdown();
  }

  /** What waits and runs in a lane. */
  private static final class Line {
    private final Lane lane;
    private final Executor threads;

    /** The next of each thing; that which was served last stands last. */
    private final Map<Object, Queue<Task<?>>> waiting = new LinkedHashMap<>();

    private final List<Task<?>> running = new ArrayList<>();
    private int count;

    Line(Lane lane, Executor threads) {
      this.lane = lane;
      this.threads = threads;
    }

    void add(Object of, Task<?> task) {
      queue(of, task);
      begin();
    }

    private synchronized void queue(Object of, Task<?> task) {
      Queue<Task<?>> queue = waiting.computeIfAbsent(of, key -> new ArrayDeque<>());
      if (queue.size() >= WAITING_EACH || count >= WAITING_IN_ALL) {
        if (queue.isEmpty()) {
          waiting.remove(of);
        }
        throw new BusyException();
      }
      queue.add(task);
      count++;
    }

    /** Begins what there is a place for; threads are asked for outside of the lock. */
    private void begin() {
      for (var next = next(); next.isPresent(); next = next()) {
        Task<?> first = next.get();
        threads.execute(() -> run(first));
      }
    }

    private synchronized Optional<Task<?>> after(Task<?> ended) {
      running.remove(ended);
      return next();
    }

    /** Takes the next task out of the queue, if there is one and a place for it. */
    private synchronized Optional<Task<?>> next() {
      while (count > 0 && hasPlace()) {
        Task<?> next = takeNext();
        if (!next.isEnded()) {
          running.add(next);
          return Optional.of(next);
        }
      }
      return Optional.empty();
    }

    private boolean hasPlace() {
      long young = running.stream().filter(task -> task.seconds() < LONG_SECONDS).count();
      return running.size() < lane.most() && young < lane.places();
    }

    private Task<?> takeNext() {
      Iterator<Map.Entry<Object, Queue<Task<?>>>> first = waiting.entrySet().iterator();
      Map.Entry<Object, Queue<Task<?>>> entry = first.next();
      Object of = entry.getKey();
      Queue<Task<?>> queue = entry.getValue();
      first.remove();
      Task<?> next = queue.remove();
      count--;
      if (!queue.isEmpty()) {
        waiting.put(of, queue);
      }
      return next;
    }

    private void run(Task<?> first) {
      Optional<Task<?>> task = Optional.of(first);
      while (task.isPresent()) {
        task.get().run();
        task = after(task.get());
      }
    }

    /** Ends what takes too long, and begins what waits while long tasks run. */
    void lookAfter() {
      stopLong();
      begin();
    }

    private synchronized void stopLong() {
      for (Task<?> task : running) {
        if (task.seconds() > lane.limit().toSeconds()) {
          task.stop(
              new Problem(
                  Problem.Kind.PLAN,
                  lane == Lane.PARSE ? "the files" : "the plan",
                  "It took longer than %d minutes.".formatted(lane.limit().toMinutes()),
                  "Choose thicker layers, or models with fewer triangles."));
        }
      }
    }

    synchronized void stop() {
      running.forEach(task -> task.stop(cancelled()));
      waiting.values().forEach(queue -> queue.forEach(task -> task.stop(cancelled())));
    }
  }
}

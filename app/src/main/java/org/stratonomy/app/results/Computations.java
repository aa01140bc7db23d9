package org.stratonomy.app.results;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.Timer;
import jakarta.annotation.PreDestroy;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.springframework.stereotype.Service;
import org.stratonomy.app.meshes.MeshService;
import org.stratonomy.app.plans.PlanService;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.Planner;
import org.stratonomy.engine.merge.LayerSchedule;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Shelf;
import org.stratonomy.engine.problem.Problem;

/**
 * Computes revisions of plans. For each plan only the newest revision that was asked for is
 * computed: it supersedes a running computation of an older one.
 */
@Service
public class Computations {
  private static final int RESULTS_KEPT = 12;

  /** No plan that makes sense takes longer. */
  private static final long MOST_MINUTES = 20;

  private final PlanService plans;
  private final MeshService meshes;
  private final Planner planner;
  private final Timer timer;
  private final ExecutorService executor = Executors.newVirtualThreadPerTaskExecutor();
  private volatile boolean started;
  private final Map<UUID, Running> running = new ConcurrentHashMap<>();
  private final Cache<UUID, Known> results =
      Caffeine.newBuilder().maximumSize(RESULTS_KEPT).build();

  Computations(PlanService plans, MeshService meshes, Planner planner, MeterRegistry metrics) {
    this.plans = plans;
    this.meshes = meshes;
    this.planner = planner;
    this.timer = metrics.timer("stratonomy.computation");
  }

  /** A result holds for the machines and filaments that it was computed with. */
  private record Known(Shelf shelf, PlanResult result) {}

  /** How far a computation is. */
  public record Stage(String name, int done, int total) {}

  /** How long a computation may take. */
  private static final class Limit {
    private final long began = System.nanoTime();

    void check(String name) {
      if (System.nanoTime() - began > TimeUnit.MINUTES.toNanos(MOST_MINUTES)) {
        throw new Problem(
            Problem.Kind.PLAN,
            "the plan",
            "It took longer than %d minutes at the %s.".formatted(MOST_MINUTES, name),
            "Choose thicker layers, or a model with fewer triangles.");
      }
    }
  }

  private static final class Running {
    final UUID revision;
    final CompletableFuture<PlanResult> future = new CompletableFuture<>();
    final Shelf shelf;
    final Limit limit = new Limit();
    volatile boolean superseded;
    volatile Stage stage = new Stage("start", 0, 1);

    Running(UUID revision, Shelf shelf) {
      this.revision = revision;
      this.shelf = shelf;
    }

    boolean isOf(UUID other, Shelf otherShelf) {
      return revision.equals(other) && shelf == otherShelf;
    }

    void at(String name, int done, int total) {
      if (superseded) {
        throw new Problem(
            Problem.Kind.SUPERSEDED,
            "the plan",
            "A newer edit took the place of this one.",
            "Ask for the newest revision.");
      }
      limit.check(name);
      stage = new Stage(name, done, total);
    }
  }

  /** What there is after waiting: a result, or how far it is. */
  public sealed interface Outcome {
    record Done(PlanResult result) implements Outcome {}

    record Pending(Stage stage) implements Outcome {}
  }

  /**
   * Waits for a result for some time.
   *
   * @throws Problem if the plan asks for something impossible, or a newer revision took over
   */
  public Outcome await(UUID revision, long millis) {
    Known known = results.getIfPresent(revision);
    if (known != null && known.shelf == planner.shelf()) {
      return new Outcome.Done(known.result);
    }
    Running computation = start(revision);
    try {
      return new Outcome.Done(computation.future.get(millis, TimeUnit.MILLISECONDS));
    } catch (TimeoutException e) {
      return new Outcome.Pending(computation.stage);
    } catch (ExecutionException e) {
      throw e.getCause() instanceof RuntimeException cause ? cause : new CompletionException(e);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new CompletionException(e);
    }
  }

  /** The result of a revision, however long it takes. */
  public PlanResult result(UUID revision) {
    return switch (await(revision, TimeUnit.HOURS.toMillis(1))) {
      case Outcome.Done done -> done.result();
      case Outcome.Pending pending ->
          throw new IllegalStateException("no result within an hour: " + pending.stage());
    };
  }

  /**
   * The result of a plan that is no revision, to be looked at and forgotten.
   *
   * @throws Problem if the plan asks for something impossible
   */
  public PlanResult tryOut(Plan plan) {
    Limit limit = new Limit();
    return planner.compute(plan, meshes, (stage, done, total) -> limit.check(stage));
  }

  /**
   * One layer of a revision before all of it is computed. Requests may come late, so they stop no
   * computation of another revision.
   *
   * @param height in the layer, mm
   */
  public Optional<LayerSchedule> preview(UUID revision, double height) {
    return planner.preview(plans.plan(revision), meshes, height);
  }

  /** Whether anything was ever asked for. */
  boolean hasStarted() {
    return started;
  }

  private Running start(UUID revision) {
    started = true;
    UUID plan = plans.planOf(revision);
    return running.compute(
        plan,
        (id, current) -> {
          if (current != null && current.isOf(revision, planner.shelf())) {
            return current;
          }
          if (current != null) {
            current.superseded = true;
          }
          Running next = new Running(revision, planner.shelf());
          executor.submit(() -> run(id, next));
          return next;
        });
  }

  private void run(UUID plan, Running computation) {
    try {
      PlanResult result =
          timer.recordCallable(
              () -> planner.compute(plans.plan(computation.revision), meshes, computation::at));
      results.put(computation.revision, new Known(computation.shelf, result));
      computation.future.complete(result);
    } catch (Exception | Error e) {
      computation.future.completeExceptionally(e);
    } finally {
      running.remove(plan, computation);
    }
  }

  @PreDestroy
  void stop() {
    running.values().forEach(computation -> computation.superseded = true);
    executor.shutdownNow();
  }
}

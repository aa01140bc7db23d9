package org.stratonomy.app.results;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.Timer;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Service;
import org.stratonomy.app.meshes.MeshService;
import org.stratonomy.app.plans.PlanService;
import org.stratonomy.app.tasks.Lane;
import org.stratonomy.app.tasks.Task;
import org.stratonomy.app.tasks.TaskService;
import org.stratonomy.app.tasks.TaskView;
import org.stratonomy.app.tasks.UnfinishedException;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.Planner;
import org.stratonomy.engine.Progress;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.schedule.LayerSchedule;

/**
 * Computes revisions of plans. For each plan only the newest revision that was asked for is
 * computed: it supersedes a running computation of an older one.
 */
@Service
public class Computations {
  /** A quarter of the heap is for results; lines are remembered apart from them. */
  private static final long MOST_KILOBYTES = Runtime.getRuntime().maxMemory() / 4 >> 10;

  /** Since it began: a computation that failed is tried anew only after this. */
  private static final double FAILED_SECONDS = 60;

  private final PlanService plans;
  private final MeshService meshes;
  private final Planner planner;
  private final TaskService tasks;
  private final Timer timer;
  private volatile boolean started;
  private final Map<UUID, Running> running = new ConcurrentHashMap<>();
  private final Cache<UUID, PlanResult> results =
      Caffeine.newBuilder()
          .maximumWeight(MOST_KILOBYTES)
          .weigher((UUID revision, PlanResult result) -> weight(result))
          .build();

  Computations(
      PlanService plans,
      MeshService meshes,
      Planner planner,
      TaskService tasks,
      MeterRegistry metrics) {
    this.plans = plans;
    this.meshes = meshes;
    this.planner = planner;
    this.tasks = tasks;
    this.timer = metrics.timer("stratonomy.computation");
  }

  /** However large a result is, there is room for two. */
  private static int weight(PlanResult result) {
    return (int) Math.min(MOST_KILOBYTES / 2, result.kilobytes());
  }

  /** The job of a revision from before snapshots changes with the shelf. */
  private record Running(UUID revision, Job job, Task<PlanResult> task) {
    boolean serves(UUID wanted, Job with) {
      return revision.equals(wanted)
          && job.used().equals(with.used())
          && (!task.isEnded() || (task.hasFailed() && task.seconds() < FAILED_SECONDS));
    }
  }

  /** What there is after waiting: a result, or how far it is. */
  public sealed interface Outcome {
    record Done(PlanResult result) implements Outcome {}

    record Pending(TaskView task) implements Outcome {}
  }

  /**
   * Waits for a result for some time.
   *
   * @throws Problem if the plan asks for something impossible, or a newer revision took over
   */
  public Outcome await(UUID revision, long millis) {
    try {
      return new Outcome.Done(waited(revision, millis));
    } catch (UnfinishedException e) {
      return new Outcome.Pending(e.task());
    }
  }

  /**
   * The result of a revision.
   *
   * @throws UnfinishedException if it takes longer than a request waits
   */
  public PlanResult result(UUID revision) {
    return waited(revision, tasks.patienceMs());
  }

  /** The result of a revision, for work that is a task itself and may wait for long. */
  public PlanResult waitedFor(UUID revision) {
    return waited(revision, Long.MAX_VALUE / 1_000_000);
  }

  private PlanResult waited(UUID revision, long millis) {
    UUID plan = plans.planOf(revision);
    Job job = plans.job(revision);
    PlanResult known = results.getIfPresent(revision);
    return known != null && known.job().used().equals(job.used())
        ? known
        : started(plan, revision, job).await(millis);
  }

  /**
   * The result of a job that is no revision, to be looked at and forgotten.
   *
   * @throws Problem if the plan asks for something impossible
   */
  public PlanResult tryOut(Job job, Progress progress) {
    return planner.compute(job, meshes, progress);
  }

  /**
   * One layer of a revision before all of it is computed. Requests may come late, so they stop no
   * computation of another revision.
   *
   * @param height in the layer, mm
   */
  public Optional<LayerSchedule> preview(UUID revision, double height) {
    return planner.preview(plans.job(revision), meshes, height);
  }

  /** Whether anything was ever asked for. */
  boolean hasStarted() {
    return started;
  }

  private Task<PlanResult> started(UUID plan, UUID revision, Job job) {
    started = true;
    Task<PlanResult> task =
        running.compute(
                plan,
                (id, current) -> {
                  if (current != null && current.serves(revision, job)) {
                    return current;
                  }
                  if (current != null) {
                    current.task.stop(superseded());
                  }
                  return new Running(
                      revision,
                      job,
                      tasks.submit(
                          Lane.COMPUTE, id, false, progress -> compute(revision, job, progress)));
                })
            .task;
    task.track().whenEnded(() -> forget(plan, task));
    return task;
  }

  /** Results are kept elsewhere; a failure stays for those who ask again. */
  private void forget(UUID plan, Task<PlanResult> task) {
    running.computeIfPresent(
        plan, (id, current) -> current.task == task && !task.hasFailed() ? null : current);
  }

  private static Problem superseded() {
    return new Problem(
        Problem.Kind.SUPERSEDED,
        "the plan",
        "A newer edit took the place of this one.",
        "Ask for the newest revision.");
  }

  private PlanResult compute(UUID revision, Job job, Progress progress) throws Exception {
    PlanResult result = timer.recordCallable(() -> planner.compute(job, meshes, progress));
    results.put(revision, result);
    return result;
  }
}

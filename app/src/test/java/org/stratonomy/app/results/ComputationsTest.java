package org.stratonomy.app.results;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import io.micrometer.core.instrument.simple.SimpleMeterRegistry;
import java.time.Duration;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.CountDownLatch;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.stratonomy.app.meshes.MeshService;
import org.stratonomy.app.plans.PlanService;
import org.stratonomy.app.tasks.TaskService;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.Planner;
import org.stratonomy.engine.Progress;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.problem.Problem;

class ComputationsTest {
  private final PlanService plans = mock();
  private final Planner planner = mock();
  private final TaskService tasks = new TaskService(Duration.ofSeconds(4));
  private final Computations computations =
      new Computations(plans, mock(MeshService.class), planner, tasks, new SimpleMeterRegistry());
  private final UUID older = UUID.randomUUID();
  private final UUID newer = UUID.randomUUID();
  private final PlanResult result = mock();

  private static Job job(String name) {
    Plan plan = new Plan(name, "workshop-one", List.of("chalk"), List.of(), List.of(), List.of());
    return new Job(plan, ShelfReader.standard());
  }

  @BeforeEach
  void onePlan() {
    when(plans.planOf(any())).thenReturn(UUID.randomUUID());
    when(result.job()).thenReturn(job("any"));
    when(plans.job(older)).thenReturn(job("older"));
    when(plans.job(newer)).thenReturn(job("newer"));
  }

  @AfterEach
  void stop() {
    tasks.stop();
  }

  @Test
  void aResultIsComputedOnce() {
    when(planner.compute(any(), any(), any())).thenReturn(result);
    assertThat(computations.result(older)).isSameAs(result);
    assertThat(computations.result(older)).isSameAs(result);
    verify(planner, times(1)).compute(any(), any(), any());
  }

  @Test
  void aLongComputationSaysHowFarItIs() throws Exception {
    CountDownLatch reached = new CountDownLatch(1);
    CountDownLatch goOn = new CountDownLatch(1);
    when(planner.compute(any(), any(), any()))
        .thenAnswer(
            call -> {
              call.getArgument(2, Progress.class).at("toolpaths", 3, 10);
              reached.countDown();
              goOn.await();
              return result;
            });
    computations.await(older, 1);
    reached.await();
    assertThat(computations.await(older, 1))
        .isInstanceOfSatisfying(
            Computations.Outcome.Pending.class,
            pending -> {
              assertThat(pending.task().stage()).isEqualTo("toolpaths");
              assertThat(pending.task().done()).isEqualTo(3);
              assertThat(pending.task().total()).isEqualTo(10);
            });
    goOn.countDown();
    assertThat(computations.result(older)).isSameAs(result);
  }

  @Test
  void aNewerRevisionSupersedesTheOlder() throws Exception {
    CountDownLatch started = new CountDownLatch(1);
    CountDownLatch goOn = new CountDownLatch(1);
    when(planner.compute(any(), any(), any()))
        .thenAnswer(
            call -> {
              if (call.getArgument(0, Job.class).plan().name().equals("newer")) {
                return result;
              }
              started.countDown();
              goOn.await();
              call.getArgument(2, Progress.class).at("toolpaths", 1, 2);
              return result;
            });
    computations.await(older, 1);
    started.await();
    var outcome = new java.util.concurrent.CompletableFuture<Throwable>();
    Thread waiting =
        Thread.ofVirtual()
            .start(
                () -> {
                  try {
                    computations.result(older);
                    outcome.complete(null);
                  } catch (Problem problem) {
                    outcome.complete(problem);
                  }
                });
    while (waiting.getState() != Thread.State.TIMED_WAITING) {
      Thread.onSpinWait();
    }
    assertThat(computations.result(newer)).isSameAs(result);
    goOn.countDown();
    assertThat(outcome.get())
        .isInstanceOfSatisfying(
            Problem.class, p -> assertThat(p.kind()).isEqualTo(Problem.Kind.SUPERSEDED));
  }

  @Test
  void aProblemOfTheEngineReachesTheCaller() {
    when(planner.compute(any(), any(), any()))
        .thenThrow(new Problem(Problem.Kind.PLAN, "piece", "It is too thin.", "Scale it."));
    assertThatThrownBy(() -> computations.result(older))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("too thin");
  }
}

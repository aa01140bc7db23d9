package org.stratonomy.app.tasks;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.stratonomy.engine.guard.Interruption;
import org.stratonomy.engine.problem.Problem;

@Timeout(60)
class TaskServiceTest {
  private final TaskService tasks = new TaskService(Duration.ofSeconds(4));
  private final CountDownLatch goOn = new CountDownLatch(1);

  @AfterEach
  void stop() {
    goOn.countDown();
    tasks.stop();
  }

  private Task<String> blocked(Object of) {
    return tasks.submit(
        Lane.PARSE,
        of,
        true,
        progress -> {
          goOn.await();
          return "read";
        });
  }

  @Test
  void workThatIsDoneSoonIsTheAnswer() {
    assertThat(tasks.<String>run(Lane.LOOK, "plan", progress -> "seen")).isEqualTo("seen");
  }

  @Test
  void whatFailsFailsWithItsReason() {
    assertThatThrownBy(
            () ->
                tasks.run(
                    Lane.LOOK,
                    "plan",
                    progress -> {
                      throw new Problem(Problem.Kind.PLAN, "here", "It is bad.", "Mend it.");
                    }))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("It is bad.");
  }

  @Test
  void plansTakeTurnsHoweverMuchOneOfThemAsks() throws Exception {
    blocked("first");
    blocked("second");
    List<String> order = Collections.synchronizedList(new ArrayList<>());
    List<Task<?>> all = new ArrayList<>();
    for (String of : List.of("greedy", "greedy", "greedy", "modest")) {
      all.add(tasks.submit(Lane.PARSE, of, true, progress -> order.add(of)));
    }
    goOn.countDown();
    for (Task<?> task : all) {
      task.await(30_000);
    }
    assertThat(order.indexOf("modest")).isLessThanOrEqualTo(2);
  }

  @Test
  void noMoreWaitsThanIsBearable() {
    blocked("first");
    blocked("second");
    assertThatThrownBy(
            () -> {
              for (int i = 0; i < 1_000; i++) {
                tasks.submit(Lane.PARSE, "greedy", true, progress -> "");
              }
            })
        .isInstanceOf(BusyException.class);
    tasks.submit(Lane.PARSE, "modest", true, progress -> "");
  }

  @Test
  void aCancelledTaskEndsInTheMiddleOfALoop() throws Exception {
    CountDownLatch started = new CountDownLatch(1);
    Task<String> task =
        tasks.submit(
            Lane.COMPUTE,
            "plan",
            true,
            progress -> {
              started.countDown();
              for (int i = 0; ; i++) {
                Interruption.check(i);
              }
            });
    started.await();
    task.stop(TaskService.cancelled());
    assertThatThrownBy(() -> task.await(30_000)).hasMessageContaining("cancelled");
  }

  @Test
  void aTaskThatWaitsCanBeCancelledAndNeverBegins() {
    blocked("first");
    blocked("second");
    List<String> begun = new ArrayList<>();
    Task<Boolean> waiting = tasks.submit(Lane.PARSE, "third", true, progress -> begun.add("third"));
    waiting.stop(TaskService.cancelled());
    assertThatThrownBy(() -> waiting.await(30_000)).isInstanceOf(Problem.class);
    goOn.countDown();
    assertThat(tasks.<String>run(Lane.PARSE, "fourth", progress -> "read")).isEqualTo("read");
    assertThat(begun).isEmpty();
  }

  @Test
  void longTasksGiveTheirPlacesToOthers() {
    List<Task<String>> longOnes = new ArrayList<>();
    for (int i = 0; i < Lane.COMPUTE.places(); i++) {
      longOnes.add(
          tasks.submit(
              Lane.COMPUTE,
              "large " + i,
              true,
              progress -> {
                goOn.await();
                return "computed";
              }));
    }
    assertThat(tasks.submit(Lane.COMPUTE, "small", true, progress -> "soon").await(30_000))
        .isEqualTo("soon");
    assertThat(longOnes).noneMatch(Task::isEnded);
  }

  @Test
  void theEndIsToldEvenIfNothingBegan() throws Exception {
    CountDownLatch ended = new CountDownLatch(1);
    assertThat(tasks.<String>run(Lane.PARSE, "plan", progress -> "read", ended::countDown))
        .isEqualTo("read");
    assertThat(ended.await(10, TimeUnit.SECONDS)).isTrue();
  }
}

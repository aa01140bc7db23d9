package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.check.Finding;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.settings.Scope.Layers.From;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;

/** Short layers that are waited for, and a bed whose temperature goes by the layer. */
class CoolingTest {
  private static final double LEAST_S = 20;

  private static Plan plan(String shortLayers) {
    Map<Setting, Value> set = new HashMap<>();
    set.put(Setting.MIN_LAYER_TIME, Value.of(LEAST_S));
    set.put(Setting.SHORT_LAYERS, Value.of(shortLayers));
    return Shapes.plan(List.of(), Shapes.everywhere(set));
  }

  private static PlanResult compute(Plan plan) {
    return Shapes.compute(plan, Shapes.bar(6, 6, 2));
  }

  private static List<Double> waits(PlanResult result) throws IOException {
    return GcodeReader.text(result)
        .lines()
        .filter(line -> line.startsWith("G4 P"))
        .map(line -> Double.parseDouble(line.substring(4)) / 1000)
        .toList();
  }

  @Test
  void aShortLayerIsWaitedForAsideAndTakesTheLeastTime() throws IOException {
    PlanResult result = compute(plan("wait"));
    List<LayerSchedule> layers = result.schedule().layers();
    assertThat(layers)
        .allSatisfy(
            layer -> {
              assertThat(layer.time().slowdown()).isEqualTo(1);
              assertThat(layer.time().seconds()).isCloseTo(LEAST_S, within(1e-9));
            });
    double cooling = layers.stream().mapToDouble(layer -> layer.time().waitSeconds()).sum();
    assertThat(result.ledger().coolingSeconds()).isCloseTo(cooling, within(1e-9));
    List<Double> waits = waits(result);
    assertThat(waits).hasSameSizeAs(layers);
    for (int i = 0; i < waits.size(); i++) {
      // From the middle of the bed aside and back it is about three seconds.
      assertThat(waits.get(i))
          .isBetween(
              layers.get(i).time().waitSeconds() - 3, layers.get(i).time().waitSeconds() - 1);
    }
    assertThat(GcodeReader.of(result).faults).isEmpty();
  }

  @Test
  void slowingComesFirstAndWaitingDoesTheRest() throws IOException {
    PlanResult slowed = compute(plan("slow down"));
    PlanResult both = compute(plan("slow down, then wait"));
    assertThat(waits(slowed)).isEmpty();
    assertThat(slowed.ledger().coolingSeconds()).isZero();
    assertThat(both.ledger().coolingSeconds())
        .isPositive()
        .isLessThan(compute(plan("wait")).ledger().coolingSeconds());
    assertThat(both.schedule().layers())
        .allMatch(layer -> layer.time().seconds() >= 0.99 * LEAST_S);
  }

  @Test
  void theFindingOfShortLayersOffersToWait() {
    List<Finding> found = compute(plan("slow down")).findings();
    Finding tooShort =
        found.stream().filter(f -> f.id().equals("short-layers")).findFirst().orElseThrow();
    Finding.Remedy wait = tooShort.remedies().getFirst();
    assertThat(wait.label()).isEqualTo("Wait after them");
    assertThat(compute(wait.plan()).findings()).noneMatch(f -> f.id().equals("short-layers"));
  }

  private static Plan bed(Value.Course course) {
    return Shapes.plan(List.of(), Shapes.everywhere(Map.of(Setting.BED_TEMPERATURE, course)));
  }

  private static Value.Course course(From from, double first, double last) {
    return new Value.Course(
        from, true, List.of(new Value.Course.Step(1, first), new Value.Course.Step(5, last)));
  }

  @Test
  void theBedFollowsItsCourseWithoutAWait() throws IOException {
    String text = GcodeReader.text(compute(bed(course(From.PIECE, 65, 57))));
    assertThat(text.lines().filter(line -> line.startsWith("M140 S") || line.startsWith("M190")))
        .containsExactly(
            "M140 S65", "M190 S65", "M140 S63", "M140 S61", "M140 S59", "M140 S57", "M140 S0");
  }

  @Test
  void aBedThatWouldGetTooHotLaterIsRefused() {
    Plan plan = bed(course(From.PIECE, 60, 130));
    assertThatThrownBy(() -> compute(plan))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("130 is not possible");
  }

  @Test
  void aBedHasNoStrata() {
    Plan plan = bed(course(From.STRATUM, 60, 65));
    assertThatThrownBy(() -> compute(plan))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("whole plan");
  }
}

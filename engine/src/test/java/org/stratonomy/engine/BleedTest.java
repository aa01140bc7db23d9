package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.check.Finding;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Purging;
import org.stratonomy.engine.schedule.Bleed;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.stroke.Stroke;

/** What the filament before a change still colours, stroke by stroke. */
class BleedTest {
  private static final int CHALK = 0xece7da;
  private static final int SLATE = 0x4d5863;

  /** Two bands of colour, purged into something or nothing. */
  private static PlanResult compute(String machine, String into) {
    Plan plan =
        Shapes.plan(
            List.of(3.0),
            Shapes.stratum(2, Map.of(Setting.FILAMENT, Value.of(2))),
            Shapes.everywhere(Map.of(Setting.PURGE_INTO, Value.of(into))));
    return Shapes.compute(plan.withMachine(machine), Shapes.bar(20, 16, 6));
  }

  private static List<Bleed.Run> bleed(PlanResult result, int layer) {
    return Bleed.of(result.schedule(), result.resolver(), layer - 1);
  }

  @Test
  void withoutPurgingTheShareFallsAsTheMeltIsFlushed() {
    PlanResult result = compute("workshop-four", "nothing");
    LayerSchedule layer = result.schedule().layers().get(15);
    List<Bleed.Run> runs = bleed(result, 16);
    double melt = result.resolver().machine().meltMm3();
    double flowed = 0;
    int stroke = 0;
    for (int i = 0; i < runs.size(); i++) {
      Bleed.Run run = runs.get(i);
      for (; stroke < run.stroke(); stroke++) {
        flowed += layer.strokes().get(stroke).volumeMm3();
      }
      Stroke own = layer.strokes().get(stroke);
      boolean last = i + 1 == runs.size() || runs.get(i + 1).stroke() != run.stroke();
      double end = last ? own.path().lengthMm() : runs.get(i + 1).fromMm();
      double middle = flowed + own.crossSectionMm2() * (run.fromMm() + end) / 2;
      if (run.share() > 0) {
        assertThat(run.share()).isCloseTo(Math.exp(-middle / melt), within(1e-9));
      }
    }
    assertThat(runs.getFirst().colour()).isNotIn(CHALK, SLATE);
    assertThat(runs.getFirst().share()).isGreaterThan(0.9);
    assertThat(bleed(result, 15)).isEmpty();
  }

  @Test
  void behindTheTowerNoStrokeOfThePieceBleeds() {
    PlanResult result = compute("workshop-four", "tower");
    List<Stroke> strokes = result.schedule().layers().get(15).strokes();
    assertThat(bleed(result, 16))
        .isNotEmpty()
        .allMatch(run -> strokes.get(run.stroke()).role() == Role.PURGE);
  }

  @Test
  void byHandAndWithSeveralNozzlesNothingBleeds() {
    for (String machine : List.of("workshop-one", "pair")) {
      PlanResult result = compute(machine, "nothing");
      for (int layer = 1; layer <= 30; layer++) {
        assertThat(bleed(result, layer)).isEmpty();
      }
    }
  }

  @Test
  void onAMixingNozzleAJumpBleedsUntilTheMeltIsFlushed() {
    PlanResult result = compute("blend", "nothing");
    assertThat(bleed(result, 16)).isNotEmpty();
    assertThat(bleed(result, 30)).isEmpty();
  }

  @Test
  void layerByLayerAndAllAtOnceAreTheSame() {
    PlanResult result = compute("workshop-four", "nothing");
    List<List<Bleed.Run>> all = Bleed.ofAll(result.schedule(), result.resolver());
    for (int layer = 1; layer <= 30; layer++) {
      assertThat(all.get(layer - 1)).isEqualTo(bleed(result, layer));
    }
  }

  private static Optional<Finding> finding(PlanResult result) {
    return result.findings().stream().filter(f -> f.id().equals("bleed")).findFirst();
  }

  @Test
  void whatBleedsIntoWhatIsSeenIsFoundAndMended() {
    PlanResult result = compute("workshop-four", "nothing");
    Finding finding = finding(result).orElseThrow();
    assertThat(finding.reason()).startsWith("In 5 layers between 3.00 and 4.00 mm");
    assertThat(finding.severity()).isEqualTo(Finding.Severity.NOTE);
    Plan mended = finding.remedies().getFirst().plan();
    assertThat(finding(Shapes.compute(mended, Shapes.bar(20, 16, 6)))).isEmpty();
    assertThat(finding(compute("workshop-four", "tower"))).isEmpty();
    assertThat(finding(compute("workshop-one", "nothing"))).isEmpty();
  }

  @Test
  void aVolumeThatIsGivenTooSmallIsAWarning() {
    Plan plan = compute("workshop-four", "tower").plan();
    Purging less = new Purging(Optional.empty(), List.of(new Purging.Volume(1, 2, 20)));
    Finding finding =
        finding(Shapes.compute(plan.withPurging(less), Shapes.bar(20, 16, 6))).orElseThrow();
    assertThat(finding.severity()).isEqualTo(Finding.Severity.WARNING);
    assertThat(finding.remedies().getFirst().plan().purging().volumes()).isEmpty();
    Purging more = new Purging(Optional.empty(), List.of(new Purging.Volume(1, 2, 400)));
    assertThat(finding(Shapes.compute(plan.withPurging(more), Shapes.bar(20, 16, 6)))).isEmpty();
  }
}

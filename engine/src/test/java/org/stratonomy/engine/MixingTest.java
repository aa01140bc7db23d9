package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.ledger.Ledger;
import org.stratonomy.engine.melt.FilamentChange;
import org.stratonomy.engine.melt.PurgeVolumes;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope.Layers;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Filament;
import org.stratonomy.engine.shelf.FilamentMix;
import org.stratonomy.engine.stroke.Stroke;

/** Two filaments in one nozzle: mixes by rule, gradients by course, and how they are written. */
class MixingTest {
  private static final double STRAND_MM2 = Math.PI * 1.75 * 1.75 / 4;
  private static final int LAYERS = 30;

  private static PlanResult compute(Plan plan) {
    return Shapes.compute(plan.withMachine("blend"), Shapes.bar(20, 16, 6));
  }

  private static Rule admixture(Value value) {
    return Shapes.everywhere(Map.of(Setting.ADMIXTURE, value));
  }

  private static Plan gradient(int from, int to) {
    Value course =
        new Value.Course(
            Layers.From.PIECE,
            true,
            List.of(new Value.Course.Step(1, from), new Value.Course.Step(LAYERS, to)));
    return Shapes.plan(List.of(), admixture(course));
  }

  @Property(tries = 8)
  void aGradientIsPrintedAsItsCourseSays(
      @ForAll @IntRange(min = 0, max = 100) int from, @ForAll @IntRange(min = 0, max = 100) int to)
      throws IOException {
    PlanResult result = compute(gradient(from, to));
    double second = 0;
    double all = 0;
    for (GcodeReader.Extrusion e : GcodeReader.of(result).extrusions) {
      all += e.e() * STRAND_MM2;
      second += e.e() * STRAND_MM2 * e.tool() / 100;
      if (!e.role().equals("purge")) {
        double layer = e.z() / 0.2;
        double wanted = from + (to - from) * (layer - 1) / (LAYERS - 1);
        assertThat((double) e.tool()).isCloseTo(wanted, within(0.51));
      }
    }
    assertThat(volume(result, 2)).isCloseTo(second, within(0.001 * all));
    assertThat(volume(result, 1)).isCloseTo(all - second, within(0.001 * all));
  }

  private static double volume(PlanResult result, int slot) {
    return result.ledger().slots().stream()
        .filter(entry -> entry.slot() == slot)
        .mapToDouble(Ledger.SlotEntry::volumeMm3)
        .sum();
  }

  @Test
  void smallStepsOfAGradientPurgeNothingAndNobodyIsNeeded() {
    PlanResult result = compute(gradient(0, 20));
    assertThat(result.schedule().tower()).isEmpty();
    assertThat(result.ledger().halts()).isEmpty();
    assertThat(result.ledger().savedChanges()).isZero();
  }

  @Test
  void fromMixToMixAtLeastWhatTheColoursTakeIsPurgedFirst() throws IOException {
    Rule mixed = Shapes.region("part", Map.of(Setting.ADMIXTURE, Value.of(40)));
    Rule pure = Shapes.region("part", Map.of(Setting.FILAMENT, Value.of(1)));
    PlanResult result = compute(Shapes.withPart(mixed, pure));
    PurgeVolumes volumes = new PurgeVolumes(result.plan(), result.resolver());
    Map<FilamentChange, Integer> changes = result.schedule().changes();
    assertThat(changes).containsOnlyKeys(new FilamentChange(1, 140), new FilamentChange(140, 1));
    double least = Math.min(volumes.mm3(1, 140), volumes.mm3(140, 1));
    assertThat(least).isGreaterThan(50);
    assertThat(GcodeReader.of(result).afterChanges(e -> e.role().equals("purge")))
        .hasSizeGreaterThan(8)
        .allMatch(volume -> volume > least - 0.01);
  }

  @Test
  void admixtureIsOfTheOtherFilamentAndCountsOnlyWhereTwoMeet() {
    assertThat(FilamentMix.slot(1, 30)).isEqualTo(FilamentMix.slot(2, 70));
    assertThat(FilamentMix.ofSecond(FilamentMix.slot(2, 30))).isEqualTo(0.7);
    assertThat(FilamentMix.slot(1, 0)).isEqualTo(1);
    assertThat(FilamentMix.slot(1, 100)).isEqualTo(2);
    assertThat(FilamentMix.slot(2, 100)).isEqualTo(1);
    Plan plan = Shapes.plan(List.of(), admixture(Value.of(30)));
    PlanResult byHand = Shapes.compute(plan, Shapes.bar(20, 16, 2));
    assertThat(strokes(byHand)).isNotEmpty().allMatch(stroke -> stroke.slot() == 1);
    assertThat(strokes(compute(plan))).allMatch(stroke -> stroke.slot() == 130);
  }

  private static List<Stroke> strokes(PlanResult result) {
    return result.schedule().layers().stream().flatMap(l -> l.strokes().stream()).toList();
  }

  @Test
  void aMixIsBetweenItsFilamentsAndAsHotAsTheHotterNeeds() {
    Plan plan =
        new Plan(
            "Mix",
            "blend",
            List.of("chalk", "harbour-blue"),
            Shapes.plan(List.of()).pieces(),
            List.of(admixture(Value.of(25))),
            List.of());
    Resolver resolver = new Resolver(new Job(plan, ShelfReader.standard()));
    Filament mix = resolver.filament(125);
    assertThat(mix.name()).isEqualTo("75 % Chalk, 25 % Harbour Blue");
    assertThat(mix.material()).isEqualTo("PLA/PETG");
    assertThat(mix.nozzleC()).isEqualTo(238);
    assertThat(mix.maxFlow()).isEqualTo(9);
    assertThat(mix.densityGCm3()).isCloseTo(0.75 * 1.24 + 0.25 * 1.27, within(1e-9));
    assertThat(mix.colour()).matches("#[0-9a-f]{6}").isNotEqualTo("#ece7da");
    assertThat(resolver.filament(199).colour()).isNotEqualTo(mix.colour());
    assertThat(strokes(compute(plan))).allMatch(stroke -> stroke.nozzleC() == 238);
  }

  @Test
  void theMixIsStatedAtTheStartAndAfterAStop() throws IOException {
    Stop stop = new Stop("s", 3, "");
    Plan plan = Shapes.plan(List.of(), admixture(Value.of(30))).withStops(List.of(stop));
    assertThat(GcodeReader.text(compute(plan)).split("M163 S0 P0.7\nM163 S1 P0.3\nM164 S0\n", -1))
        .hasSize(3);
  }

  @Test
  void aThirdFilamentDoesNotGoIntoTheNozzle() {
    Plan two = Shapes.plan(List.of());
    List<String> slots = List.of("chalk", "slate", "fog");
    for (int used = 1; used <= 3; used++) {
      Rule rule = Shapes.everywhere(Map.of(Setting.FILAMENT, Value.of(used)));
      Plan plan = new Plan("Three", "blend", slots, two.pieces(), List.of(rule), List.of());
      boolean tooMany =
          compute(plan).findings().stream().anyMatch(f -> f.id().equals("too-many-filaments"));
      assertThat(tooMany).isEqualTo(used == 3);
    }
  }
}

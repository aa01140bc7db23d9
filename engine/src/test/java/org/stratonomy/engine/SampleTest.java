package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Region.Depth;
import org.stratonomy.engine.plan.Strata;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Settings;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.stroke.Stroke;

/** What is printed at a spot, why it is so, and what rules cover. */
class SampleTest {
  private static PlanResult compute(Plan plan) {
    return Shapes.compute(plan, Shapes.bar(20, 20, 4));
  }

  private static final List<Region> SANDWICH =
      List.of(
          new Region("core", "Core", new Region.Core(Depth.of(2), Depth.of(3))),
          new Region("slab", "Slab", new Region.Slab("core", Region.Side.BOTH, 2)));

  @Test
  void theLayersOfASandwichCanBeCounted() {
    Plan plan =
        Shapes.divided(
            SANDWICH,
            Shapes.region(
                "slab",
                Map.of(Setting.FILAMENT, Value.of(2), Setting.INFILL_DENSITY, Value.of(100))),
            Shapes.region("core", Map.of(Setting.INFILL_DENSITY, Value.of(100))),
            Shapes.everywhere(Map.of(Setting.FILAMENT, Value.of(1))));
    PlanResult result = compute(plan);
    List<Sample.Entry> layers = Sample.at(result, 125.1, 105.1, Setting.FILAMENT).layers();
    assertThat(layers).hasSize(20);
    List<Integer> slots = layers.stream().map(Sample.Entry::slot).toList();
    assertThat(slots.subList(0, 7)).containsExactly(1, 1, 1, 2, 2, 1, 1);
    assertThat(slots.subList(13, 20)).containsExactly(1, 1, 2, 2, 1, 1, 1);
    Sample.Entry slab = layers.get(3);
    assertThat(slab.spot().orElseThrow().regions()).containsExactlyInAnyOrder("core", "slab");
    assertThat(slab.reason().orElseThrow().rule()).isZero();
    assertThat(slab.reason().orElseThrow().hidden()).containsExactly(2);
    assertThat(layers.get(0).role()).isEqualTo(Role.BOTTOM_SKIN);
    assertThat(layers.get(19).role()).isEqualTo(Role.TOP_SKIN);
  }

  @Test
  void betweenTheLinesOfASparseCoreIsItsInfill() {
    Plan plan =
        Shapes.divided(
            SANDWICH,
            Shapes.region("core", Map.of(Setting.INFILL_DENSITY, Value.of(10))),
            Shapes.everywhere(
                Map.of(
                    Setting.TOP_LAYERS, Value.of(3),
                    Setting.BOTTOM_LAYERS, Value.of(3),
                    Setting.INFILL_DENSITY, Value.of(0))));
    List<Sample.Entry> layers =
        Sample.at(compute(plan), 125.1, 105.1, Setting.INFILL_DENSITY).layers();
    assertThat(layers).hasSize(20);
    assertThat(layers.subList(3, 17))
        .allSatisfy(
            entry -> {
              assertThat(entry.role()).isEqualTo(Role.INFILL);
              assertThat(entry.hollow()).isFalse();
              assertThat(entry.reason().orElseThrow().rule()).isZero();
            });
    Plan hollow =
        Shapes.plan(List.of(), Shapes.everywhere(Map.of(Setting.INFILL_DENSITY, Value.of(0))));
    assertThat(Sample.at(compute(hollow), 125.1, 105.1, Setting.FAN).layers())
        .hasSize(20)
        .filteredOn(Sample.Entry::hollow)
        .hasSize(12);
  }

  @Test
  void besideEverythingNothingIsPrinted() {
    assertThat(Sample.at(compute(Shapes.plan(List.of())), 10, 10, Setting.FAN).layers()).isEmpty();
  }

  @Test
  void theSlabLosesWhatARuleAboveDecides() {
    Plan plan =
        Shapes.divided(
            SANDWICH,
            Shapes.region("slab", Map.of(Setting.FAN, Value.of(10))),
            Shapes.region("core", Map.of(Setting.FAN, Value.of(20), Setting.FLOW, Value.of(90))));
    PlanResult result = compute(plan);
    double side = 20 - 4 * 0.44;
    Coverage core = Coverage.of(result, 1);
    assertThat(core.volumeMm3()).isCloseTo(side * side * 14 * 0.2, within(0.01));
    assertThat(core.from()).isCloseTo(0.6, within(1e-9));
    assertThat(core.to()).isCloseTo(3.4, within(1e-9));
    assertThat(core.lostMm3().get(Setting.FAN)).isCloseTo(side * side * 4 * 0.2, within(0.01));
    assertThat(core.lostMm3().get(Setting.FLOW)).isZero();
    Coverage slab = Coverage.of(result, 0);
    assertThat(slab.volumeMm3()).isCloseTo(side * side * 4 * 0.2, within(0.01));
    assertThat(slab.lostMm3().get(Setting.FAN)).isZero();
  }

  @Provide
  Arbitrary<List<Rule>> rules() {
    Arbitrary<List<String>> regions =
        Arbitraries.of("core", "slab").list().uniqueElements().ofMaxSize(1);
    Arbitrary<List<Role>> roles =
        Arbitraries.of(Role.OUTER_WALL, Role.INFILL, Role.TOP_SKIN).list().ofMaxSize(1);
    Arbitrary<List<String>> strata = Arbitraries.of("s1", "s2").list().ofMaxSize(1);
    Arbitrary<Boolean> on = Arbitraries.of(true, true, false);
    Arbitrary<Integer> value = Arbitraries.integers().between(1, 2);
    return Combinators.combine(regions, roles, strata, on, value)
        .as(
            (r, o, s, active, v) ->
                new Rule(
                    "",
                    new Scope(List.of(), List.of(), s, r, o, Optional.empty()),
                    Map.of(Setting.FILAMENT, Value.of(v)),
                    active,
                    ""))
        .list()
        .ofMinSize(1)
        .ofMaxSize(6);
  }

  /** What the sample says holds is what the strokes have. */
  @Property(tries = 25)
  void theReasonAgreesWithWhatIsPrinted(@ForAll("rules") List<Rule> rules) {
    Plan divided = Shapes.divided(SANDWICH, rules.toArray(Rule[]::new));
    Plan plan = divided.withPiece(divided.pieces().getFirst().withStrata(Strata.of(List.of(2.0))));
    PlanResult result = compute(plan);
    List<double[]> spots = new ArrayList<>();
    for (Stroke stroke : result.schedule().layers().get(11).strokes()) {
      int middle = stroke.path().size() / 2;
      spots.add(new double[] {stroke.path().x(middle), stroke.path().y(middle)});
    }
    for (int i = 0; i < spots.size(); i += Math.max(1, spots.size() / 5)) {
      double x = spots.get(i)[0];
      double y = spots.get(i)[1];
      for (Sample.Entry entry : Sample.at(result, x, y, Setting.FILAMENT).layers()) {
        if (entry.reason().isEmpty()) {
          continue;
        }
        int rule = entry.reason().orElseThrow().rule();
        Value said =
            rule == Settings.BY_DEFAULT ? Value.of(1) : rules.get(rule).set().get(Setting.FILAMENT);
        assertThat(entry.reason().orElseThrow().value()).isEqualTo(said);
        assertThat(entry.reason().orElseThrow().hidden()).allMatch(hidden -> hidden > rule);
        assertThat(Value.of(entry.slot())).isEqualTo(said);
      }
    }
  }
}

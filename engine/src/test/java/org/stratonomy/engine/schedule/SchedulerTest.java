package org.stratonomy.engine.schedule;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.stroke.Stroke;

class SchedulerTest {
  private static PlanResult compute(Plan plan, Mesh mesh) {
    return Shapes.compute(plan, mesh);
  }

  private static Plan withStops(Plan plan, Stop... stops) {
    return new Plan(
        plan.name(), plan.machine(), plan.slots(), plan.pieces(), plan.rules(), List.of(stops));
  }

  /** Two bars side by side; the rules decide their filaments. */
  private static Plan pair(Rule... rules) {
    Plan one = Shapes.plan(List.of(), rules);
    Piece left = one.pieces().getFirst().withPlacement(Placement.at(80, 100));
    Piece right = new Piece("right", "Right", left.bodies(), Placement.at(120, 100), List.of());
    return one.withPieces(List.of(left, right));
  }

  private static List<Halt> halts(PlanResult result) {
    return result.schedule().layers().stream().flatMap(l -> l.halts().stream()).toList();
  }

  @Test
  void stopsInAnyOrderHappenInTheOrderOfTheirHeights() {
    Plan plan =
        withStops(
            Shapes.plan(List.of()), new Stop("late", 4.0, "nut"), new Stop("early", 1.0, "magnet"));
    PlanResult result = compute(plan, Shapes.bar(15, 15, 6));
    assertThat(halts(result)).extracting(Halt::note).containsExactly("magnet", "nut");
    assertThat(result.ledger().halts()).extracting(h -> h.heightMm()).containsExactly(1.0, 4.0);
    assertThat(result.ledger().halts()).extracting(h -> h.layer()).containsExactly(6, 21);
    assertThat(result.ledger().halts()).noneMatch(h -> h.colourChange());
  }

  @Test
  void aStopAtAColourChangeIsOneHaltWithTheNote() {
    Plan plan =
        withStops(
            Shapes.plan(List.of(2.0), Shapes.stratum(2, Map.of(Setting.FILAMENT, Value.of(2)))),
            new Stop("s", 2.0, "put the nut in"));
    List<Halt> halts = halts(compute(plan, Shapes.bar(15, 15, 4)));
    assertThat(halts).containsExactly(new Halt(0, 1, 2, plan.stops()));
    assertThat(halts.getFirst().note()).isEqualTo("put the nut in");
  }

  @Test
  void aLayerOfTwoFilamentsBeginsWithTheLoadedOne() {
    Plan plan =
        pair(
            new Rule(
                new Scope(List.of("right"), List.of()), Map.of(Setting.FILAMENT, Value.of(2))));
    PlanResult result = compute(plan, Shapes.bar(15, 15, 1));
    // One change in each of the five layers: 1-2, 2-1, 1-2, 2-1, 1-2.
    assertThat(result.ledger().halts()).hasSize(5).allMatch(h -> h.withinLayer());
    assertThat(result.findings()).anyMatch(f -> f.id().equals("mixed-layers"));
    for (LayerSchedule layer : result.schedule().layers()) {
      assertThat(layer.strokes().getFirst().slot()).isEqualTo(layer.entrySlot());
    }
  }

  @Test
  void aPieceIsFinishedBeforeTheNextOneIsBegun() {
    PlanResult result = compute(pair(), Shapes.bar(15, 15, 1));
    for (LayerSchedule layer : result.schedule().layers()) {
      List<Integer> runs = new ArrayList<>();
      for (Stroke stroke : layer.strokes()) {
        boolean ofPiece = stroke.origin().hasPiece();
        if (ofPiece && (runs.isEmpty() || runs.getLast() != stroke.piece())) {
          runs.add(stroke.piece());
        }
      }
      assertThat(runs).hasSize(2);
    }
  }

  @Test
  void theSkirtComesFirstAndOnlyOnTheBed() {
    PlanResult result = compute(pair(), Shapes.bar(15, 15, 1));
    List<LayerSchedule> layers = result.schedule().layers();
    assertThat(layers.getFirst().strokes().getFirst().role()).isEqualTo(Role.SKIRT);
    assertThat(layers.getFirst().strokes().stream().filter(s -> s.role() == Role.SKIRT))
        .allSatisfy(s -> assertThat(s.path().isClosed()).isTrue());
    assertThat(layers.get(1).strokes()).noneMatch(s -> s.role() == Role.SKIRT);
  }

  @Test
  void aSmallLayerIsSlowedToItsLeastTimeButNotBelowTheLeastSpeed() {
    Mesh pin = Shapes.bar(8, 8, 3);
    PlanResult slow =
        compute(
            Shapes.plan(
                List.of(),
                Shapes.everywhere(
                    Map.of(Setting.MIN_LAYER_TIME, Value.of(6), Setting.MIN_SPEED, Value.of(5)))),
            pin);
    LayerSchedule layer = slow.schedule().layers().get(7);
    assertThat(layer.time().slowdown()).isLessThan(1);
    assertThat(layer.time().seconds()).isCloseTo(6, within(0.1));
    PlanResult floored =
        compute(
            Shapes.plan(
                List.of(),
                Shapes.everywhere(
                    Map.of(Setting.MIN_LAYER_TIME, Value.of(60), Setting.MIN_SPEED, Value.of(15)))),
            pin);
    LayerSchedule limited = floored.schedule().layers().get(7);
    assertThat(limited.strokes()).allMatch(s -> limited.speed(s) == 15);
  }

  @Test
  void theFanStaysOffAtTheBedOnlyAndSpeedsFollowTheRoles() {
    PlanResult result =
        compute(
            Shapes.plan(
                List.of(1.0),
                Shapes.everywhere(
                    Map.of(
                        Setting.FAN_OFF_LAYERS,
                        Value.of(2),
                        Setting.FAN,
                        Value.of(80),
                        Setting.MIN_LAYER_TIME,
                        Value.of(0)))),
            Shapes.bar(30, 30, 4));
    List<LayerSchedule> layers = result.schedule().layers();
    assertThat(layers.get(1).strokes()).allMatch(s -> s.fanPercent() == 0);
    // Layer 6 begins a stratum, not at the bed: the fan stays on.
    assertThat(layers.get(5).strokes()).allMatch(s -> s.fanPercent() == 80);
    assertThat(layers.getFirst().strokes()).allMatch(s -> s.speed() == 20);
    assertThat(layers.get(10).strokes())
        .filteredOn(s -> s.role() == Role.OUTER_WALL)
        .allMatch(s -> s.speed() == 40);
  }

  @Test
  void noStrokeAsksForMoreFlowThanTheFilamentMelts() {
    PlanResult result =
        compute(
            Shapes.plan(
                List.of(),
                Shapes.everywhere(
                    Map.of(
                        Setting.INFILL_SPEED,
                        Value.of(900),
                        Setting.SOLID_SPEED,
                        Value.of(900),
                        Setting.LAYER_HEIGHT,
                        Value.of(0.3)))),
            Shapes.bar(40, 40, 3));
    for (LayerSchedule layer : result.schedule().layers()) {
      for (Stroke stroke : layer.strokes()) {
        assertThat(stroke.speed() * stroke.crossSectionMm2()).isLessThanOrEqualTo(12 + 1e-9);
      }
    }
  }
}

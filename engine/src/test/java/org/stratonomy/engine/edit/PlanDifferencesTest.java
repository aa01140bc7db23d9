package org.stratonomy.engine.edit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.edit.PlanDifferences.PlanDifference;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.plan.Strata;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.BedPoint;

/** Plans that differ in one known thing differ in just that. */
class PlanDifferencesTest {
  private static final Rule WALLS =
      new Rule(new Scope(List.of("piece"), List.of("s2")), Map.of(Setting.WALLS, Value.of(3)));
  private static final Rule EVERYWHERE =
      new Rule(Scope.EVERYWHERE, Map.of(Setting.INFILL_DENSITY, Value.of(20)));
  private static final Plan PLAN = Shapes.plan(List.of(1.0), WALLS, EVERYWHERE);

  private static List<PlanDifference> to(Plan other) {
    return between(PLAN, other);
  }

  private static List<PlanDifference> between(Plan one, Plan other) {
    return PlanDifferences.between(Shapes.job(one), Shapes.job(other));
  }

  private static Piece piece() {
    return PLAN.pieces().getFirst();
  }

  @Test
  void aPlanDoesNotDifferFromItself() {
    assertThat(to(PLAN)).isEmpty();
  }

  @Test
  void valuesOfRulesAreSaidWithTheirPlaceAndUnit() {
    Plan other =
        PLAN.withRules(
            List.of(
                new Rule(
                    WALLS.where(),
                    Map.of(Setting.WALLS, Value.of(1), Setting.FILAMENT, Value.of(2))),
                EVERYWHERE));
    assertThat(to(other))
        .containsExactlyInAnyOrder(
            new PlanDifference(
                "Walls · %s · stratum 2".formatted(piece().name()), "3 lines", "1 line"),
            new PlanDifference(
                "Filament slot · %s · stratum 2".formatted(piece().name()), "none", "Slate"));
  }

  @Test
  void aRuleThatIsOffSaysNothing() {
    Rule off = new Rule("", EVERYWHERE.where(), EVERYWHERE.set(), false, "");
    assertThat(to(PLAN.withRules(List.of(WALLS, off))))
        .extracting(PlanDifference::what, PlanDifference::one, PlanDifference::other)
        .contains(tuple("Infill density · everything", "20 %", "none"));
  }

  @Test
  void aRuleForAStratumThatIsGoneSaysSo() {
    Rule gone = new Rule(new Scope(List.of(), List.of("s9")), Map.of(Setting.WALLS, Value.of(3)));
    assertThat(to(PLAN.withRules(List.of(EVERYWHERE, gone))))
        .extracting(PlanDifference::what)
        .contains("Walls · no stratum");
  }

  @Test
  void theOrderOfRulesCounts() {
    assertThat(to(PLAN.withRules(List.of(EVERYWHERE, WALLS))))
        .extracting(PlanDifference::what)
        .containsExactly("Order of the rules");
  }

  @Test
  void whatChangedOfAPieceIsNamed() {
    Placement at = piece().placement();
    Piece moved =
        piece()
            .withPlacement(at.withPosition(new Vector(50, 60, 0)))
            .withStrata(Strata.of(List.of(1.0, 1.4)));
    assertThat(to(PLAN.withPiece(moved)))
        .extracting(PlanDifference::what, PlanDifference::other)
        .containsExactly(
            tuple(piece().name() + ": stands at, mm", "50, 60, 0"),
            tuple(piece().name() + ": strata from", "1, 1.4 mm"));
  }

  @Test
  void regionsStopsAndPiecesThatOneDoesNotHaveAreSaid() {
    Region box = new Region("box", "Box", new Region.Box(Vector.ZERO, new Vector(1, 2, 3)));
    List<Stop> stops = List.of(new Stop("s", 1.0, "look"));
    Plan other =
        new Plan(
            PLAN.name(),
            "workshop-four",
            PLAN.slots(),
            List.of(piece().withRegions(List.of(box))),
            PLAN.rules(),
            stops);
    assertThat(to(other))
        .containsExactlyInAnyOrder(
            new PlanDifference("Machine", "Workshop One", "Workshop Four"),
            new PlanDifference(
                piece().name() + ": region Box", "none", "box of 1, 2, 3 at 0, 0, 0 mm"),
            new PlanDifference("Stop", "none", "pause at 1 mm: look"));
    List<Piece> two = new ArrayList<>(PLAN.pieces());
    two.add(new Piece("second", "Second", piece().bodies(), Placement.at(10, 10), List.of()));
    Plan more =
        new Plan(PLAN.name(), PLAN.machine(), PLAN.slots(), two, PLAN.rules(), PLAN.stops());
    assertThat(to(more)).contains(new PlanDifference("Piece Second", "none", "Second"));
  }

  @Test
  void whatIsSaidAlikeButIsNotIsADifference() {
    Stop stop = new Stop("s", 1.0, "");
    Stop.Waiting lifted = stop.waiting().orElseThrow().withPark(Optional.of(new BedPoint(5, 5)));
    Plan waits = stopping(stop);
    Plan waitsElsewhere = stopping(new Stop(stop.id(), 1.0, stop.note(), new Stop.Pause(lifted)));
    assertThat(between(waits, waitsElsewhere))
        .containsExactly(
            new PlanDifference("Stop", "pause at 1 mm", "pause at 1 mm, but not in detail"));
  }

  private static Plan stopping(Stop stop) {
    return new Plan(
        PLAN.name(), PLAN.machine(), PLAN.slots(), PLAN.pieces(), PLAN.rules(), List.of(stop));
  }
}

package org.stratonomy.engine.propose;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;

/** Variants that serve an aim better, found by computing them. */
class ProposalTest {
  private static final Mesh BLOCK = Shapes.bar(30, 30, 6);

  private static Optional<Proposal> proposed(Plan plan, Objective aim) {
    return Proposal.of(Shapes.compute(plan, BLOCK), aim, changed -> Shapes.compute(changed, BLOCK));
  }

  @Test
  void thickerLayersAndThinnerInfillTakeLessTime() {
    PlanResult now = Shapes.compute(Shapes.plan(List.of()), BLOCK);
    Proposal proposal = proposed(now.plan(), Objective.SHORTEST_TIME).orElseThrow();
    assertThat(proposal.steps()).contains("layers of 0.28 mm");
    assertThat(proposal.result().ledger().seconds()).isLessThan(0.9 * now.ledger().seconds());
    assertThat(proposal.result().plan().pieces()).isEqualTo(now.plan().pieces());
    double again = Shapes.compute(proposal.result().plan(), BLOCK).ledger().seconds();
    assertThat(proposal.result().ledger().seconds()).isCloseTo(again, within(1e-6));
  }

  @Test
  void thinnerInfillTakesLessMaterialButIsNotProposedTwice() {
    Plan plan =
        Shapes.plan(List.of(), Shapes.everywhere(Map.of(Setting.INFILL_DENSITY, Value.of(40))));
    Proposal proposal = proposed(plan, Objective.LEAST_MATERIAL).orElseThrow();
    assertThat(proposal.steps()).containsExactly("10 % infill");
    assertThat(proposed(proposal.result().plan(), Objective.LEAST_MATERIAL)).isEmpty();
  }

  @Test
  void boundariesAtOneHeightTakeFewerChanges() {
    Plan one = Shapes.plan(List.of(3.0), Shapes.stratum(2, Map.of(Setting.FILAMENT, Value.of(2))));
    Piece left = one.pieces().getFirst().withPlacement(Placement.at(80, 100));
    Piece right = new Piece("right", "Right", left.bodies(), Placement.at(130, 100), List.of(3.4));
    Plan plan = one.withPieces(List.of(left, right));
    long before = Shapes.compute(plan, BLOCK).schedule().changeCount();
    Proposal proposal = proposed(plan, Objective.FEWEST_CHANGES).orElseThrow();
    assertThat(proposal.result().schedule().changeCount()).isLessThan(before).isEqualTo(1);
  }

  @Test
  void whatIsImpossibleIsNotProposed() {
    PlanResult now = Shapes.compute(Shapes.plan(List.of()), BLOCK);
    assertThat(
            Proposal.of(
                now,
                Objective.SHORTEST_TIME,
                _ -> {
                  throw new Problem(Problem.Kind.PLAN, "plan", "Impossible.", "Leave it.");
                }))
        .isEmpty();
    assertThat(
            Proposal.of(now, Objective.FEWEST_CHANGES, changed -> Shapes.compute(changed, BLOCK)))
        .isEmpty();
  }
}

package org.stratonomy.engine.edit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;

class DividerTest {
  private static final Map<Setting, Value> SLATE = Map.of(Setting.FILAMENT, Value.of(2));

  private static Plan twoPieces() {
    Plan one = Shapes.plan(List.of(4.0, 8.0), Shapes.stratum(2, SLATE));
    Piece other =
        new Piece(
            "other",
            "Other",
            one.pieces().getFirst().bodies(),
            Placement.at(50, 50),
            List.of(4.0, 8.0));
    return one.withPieces(List.of(one.pieces().getFirst(), other));
  }

  private static int slot(Plan plan, String piece, int stratum) {
    return new Resolver(new Job(plan, ShelfReader.standard())).stratum(piece, stratum).slot();
  }

  @Test
  void bothPartsOfADividedStratumKeepItsRules() {
    Plan plan = new Divider(Shapes.plan(List.of(4.0), Shapes.stratum(2, SLATE)), "piece").divide(6);
    assertThat(plan.pieces().getFirst().boundaries()).containsExactly(4.0, 6.0);
    assertThat(List.of(slot(plan, "piece", 1), slot(plan, "piece", 2), slot(plan, "piece", 3)))
        .containsExactly(1, 2, 2);
  }

  @Test
  void strataAboveKeepTheirRules() {
    Plan plan = new Divider(Shapes.plan(List.of(4.0), Shapes.stratum(2, SLATE)), "piece").divide(2);
    assertThat(List.of(slot(plan, "piece", 1), slot(plan, "piece", 2), slot(plan, "piece", 3)))
        .containsExactly(1, 1, 2);
  }

  @Test
  void aRuleThatAlsoHoldsForAnotherPieceStaysAsItIsThere() {
    Plan plan = new Divider(twoPieces(), "piece").divide(2);
    assertThat(slot(plan, "piece", 3)).isEqualTo(2);
    assertThat(slot(plan, "piece", 2)).isEqualTo(1);
    assertThat(slot(plan, "other", 2)).isEqualTo(2);
    assertThat(slot(plan, "other", 3)).isEqualTo(1);
  }

  @Test
  void joiningKeepsTheRulesOfTheLowerPart() {
    Plan plan =
        new Divider(Shapes.plan(List.of(4.0, 8.0), Shapes.stratum(2, SLATE)), "piece").join(8);
    assertThat(plan.pieces().getFirst().boundaries()).containsExactly(4.0);
    assertThat(slot(plan, "piece", 2)).isEqualTo(2);
    Plan back = new Divider(plan, "piece").join(4);
    assertThat(slot(back, "piece", 1)).isEqualTo(1);
    assertThat(back.rules()).isEmpty();
  }

  @Test
  void equalPartsGiveUpTheBoundariesBetween() {
    Plan plan = new Divider(Shapes.plan(List.of(3.0, 5.0)), "piece").equalParts(0, 12, 4, 0, 12);
    assertThat(plan.pieces().getFirst().boundaries()).containsExactly(3.0, 6.0, 9.0);
  }

  @Test
  void equalPartsOfASpanMakeItsEndsBoundaries() {
    Plan plan = new Divider(Shapes.plan(List.of()), "piece").equalParts(2, 8, 3, 0, 12);
    assertThat(plan.pieces().getFirst().boundaries()).containsExactly(2.0, 4.0, 6.0, 8.0);
  }

  @Test
  void anEndTypedAsItIsShownIsTheEndOfThePiece() {
    Plan plan = new Divider(Shapes.plan(List.of()), "piece").equalParts(0, 30.48, 2, 0, 30.4800012);
    assertThat(plan.pieces().getFirst().boundaries()).containsExactly(15.24);
  }

  @Test
  void whatCannotBeDividedIsSaid() {
    Plan plan = Shapes.plan(List.of(4.0, 8.0));
    assertThatThrownBy(() -> new Divider(plan, "nobody")).isInstanceOf(Problem.class);
    assertThatThrownBy(() -> new Divider(plan, "piece").divide(4)).hasMessageContaining("already");
    assertThatThrownBy(() -> new Divider(plan, "piece").move(4, 9))
        .hasMessageContaining("past its neighbour");
    assertThatThrownBy(() -> new Divider(plan, "piece").join(5))
        .hasMessageContaining("no boundary at 5 mm");
    assertThatThrownBy(() -> new Divider(plan, "piece").equalParts(5, 2, 3, 0, 12))
        .isInstanceOf(Problem.class);
  }
}

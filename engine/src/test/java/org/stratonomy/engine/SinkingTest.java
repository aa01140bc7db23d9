package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.groups.Tuple.tuple;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.check.Finding;
import org.stratonomy.engine.edit.PieceEditor;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.plan.Strata;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.stroke.Stroke;

/** Strata belong to the model: they go with it below the bed, and come back. */
class SinkingTest {
  private static final Rule SECOND = Shapes.stratum(2, Map.of(Setting.FILAMENT, Value.of(2)));

  private static Plan moved(Plan plan, double z) {
    Placement at = plan.pieces().getFirst().placement();
    Vector to = new Vector(at.position().x(), at.position().y(), z);
    return new PieceEditor(plan, "piece").place(at.withPosition(to));
  }

  private static Plan tall() {
    return Shapes.plan(List.of(4.0, 6.0), SECOND)
        .withStops(List.of(new Stop("low", 2.0, ""), new Stop("high", 5.6, "")))
        .withStrata(Strata.of(List.of(1.0, 5.8)));
  }

  @Test
  void aSunkenPieceKeepsItsStrataAndPrintsTheirFilaments() {
    Plan sunken = moved(tall(), -5);
    PlanResult result = Shapes.compute(sunken, Shapes.bar(20, 20, 10));
    assertThat(sunken.pieces().getFirst().boundaries()).containsExactly(-1.0, 1.0);
    assertThat(result.schedule().layers())
        .allSatisfy(
            layer ->
                assertThat(layer.strokes())
                    .filteredOn(stroke -> stroke.piece() == 0)
                    .extracting(Stroke::slot)
                    .containsOnly(layer.layer().top() < 1.05 ? 2 : 1));
    assertThat(result.schedule().layers().getLast().layer().top()).isEqualTo(5);
    assertThat(result.findings())
        .extracting(Finding::id, Finding::title)
        .contains(tuple("strata-outside:piece", "Stratum 1 of Piece is not printed"));
  }

  @Test
  void aRuleForAStratumThatIsNotPrintedNowIsNoMistake() {
    PlanResult result = Shapes.compute(moved(tall(), -8), Shapes.bar(20, 20, 10));
    assertThat(result.findings())
        .extracting(Finding::id)
        .contains("strata-outside:piece")
        .noneMatch(id -> id.startsWith("rule-empty"));
  }

  @Test
  void whatIsMovedBackIsAsItWas() {
    assertThat(moved(moved(tall(), -5), 0)).isEqualTo(tall());
    assertThat(moved(moved(tall(), -9.99), 0)).isEqualTo(tall());
  }

  @Test
  void stopsAndBoundariesOfThePlanGoWithTheOnlyPiece() {
    Plan sunken = moved(tall(), -5);
    assertThat(sunken.stops()).extracting(Stop::heightMm).containsExactly(-3.0, 0.6);
    assertThat(sunken.boundaries()).containsExactly(-4.0, 0.8);
    PlanResult result = Shapes.compute(sunken, Shapes.bar(20, 20, 10));
    assertThat(result.findings()).extracting(Finding::id).contains("stop-outside:low");
    Plan two = new PieceEditor(tall(), "piece").copy(30);
    assertThat(moved(two, -5).stops()).isEqualTo(two.stops());
    assertThat(moved(two, -5).strata()).isEqualTo(two.strata());
  }
}

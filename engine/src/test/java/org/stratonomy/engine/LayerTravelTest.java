package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.WayReader.Way;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;

/** The clock counts what the head does between layers, as the program says. */
class LayerTravelTest {
  private static Plan two(int leastSeconds) {
    Plan plan =
        Shapes.plan(
            List.of(),
            Shapes.everywhere(
                Map.of(
                    Setting.SEAM, Value.of("scattered"),
                    Setting.TRAVEL_LIFT, Value.of(0.4),
                    Setting.SHORT_LAYERS, Value.of("wait"),
                    Setting.MIN_LAYER_TIME, Value.of(leastSeconds))));
    Piece left = plan.pieces().getFirst().withPlacement(Placement.at(60, 100));
    Piece right = new Piece("right", "Right", left.bodies(), Placement.at(160, 110), List.of());
    return plan.withPieces(List.of(left, right));
  }

  private static List<Way> toNextLayers(PlanResult result) throws IOException {
    return WayReader.of(result).stream().filter(Way::isToNextLayer).toList();
  }

  @Test
  void travelFromLayerToLayerCounts() throws IOException {
    PlanResult result = Shapes.compute(two(0), Shapes.bar(14, 9, 3));
    List<Way> ways = toNextLayers(result);
    assertThat(ways).hasSize(result.schedule().layers().size());
    assertThat(ways.stream().mapToDouble(Way::travelling).sum()).isGreaterThan(0.5);
    assertThat(result.ledger().liftSeconds())
        .isCloseTo(WayReader.seconds(ways), within(1e-3 * ways.size()));
  }

  /** One ring of each filament in each layer: all that the head does between them is a change. */
  @Test
  void theWayAsideToAChangeIsNoPartOfTheLayer() throws IOException {
    Map<Setting, Value> rings =
        Map.of(
            Setting.WALLS, Value.of(1),
            Setting.INFILL_DENSITY, Value.of(0),
            Setting.TOP_LAYERS, Value.of(0),
            Setting.BOTTOM_LAYERS, Value.of(0),
            Setting.SKIRT_LINES, Value.of(0));
    Rule second = new Rule(Scope.ofPiece("right"), Map.of(Setting.FILAMENT, Value.of(2)));
    Plan plan = two(0).withRules(List.of(second, Shapes.everywhere(rings)));
    PlanResult result = Shapes.compute(plan, Shapes.bar(14, 9, 3));
    assertThat(result.schedule().layers())
        .allSatisfy(
            layer -> {
              assertThat(layer.strokes()).hasSize(2);
              assertThat(layer.halts()).hasSize(1);
              assertThat(layer.time().travelSeconds()).isZero();
            });
    double changes = 90.0 * result.schedule().layers().size();
    List<Way> ways = WayReader.betweenLayers(result);
    assertThat(result.ledger().changeSeconds() + result.ledger().liftSeconds() - changes)
        .isCloseTo(WayReader.seconds(ways), within(1e-3 * ways.size()));
  }

  /** Travel to where the layer cools and back is part of the wait. */
  @Test
  void afterAWaitTheTravelCountsWithTheWait() throws IOException {
    PlanResult waits = Shapes.compute(two(60), Shapes.bar(14, 9, 3));
    assertThat(waits.schedule().layers()).allMatch(layer -> layer.time().waitSeconds() > 0);
    double standing = toNextLayers(waits).stream().mapToDouble(Way::standing).sum();
    assertThat(waits.ledger().liftSeconds()).isCloseTo(standing, within(0.02));
  }
}

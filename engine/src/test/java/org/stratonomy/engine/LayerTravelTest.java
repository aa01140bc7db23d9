package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.GcodeReader.Extrusion;
import org.stratonomy.engine.plan.Machine;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Setting;
import org.stratonomy.engine.plan.Settings;
import org.stratonomy.engine.plan.Value;

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

  @Test
  void travelFromLayerToLayerCounts() throws IOException {
    PlanResult result = Shapes.compute(two(0), Shapes.bar(14, 9, 3));
    Settings plan = result.resolver().plan();
    Machine machine = result.resolver().machine();
    double expected = 0;
    List<Double> travels = new ArrayList<>();
    Extrusion last = null;
    for (Extrusion next : GcodeReader.of(result).extrusions) {
      if (last == null) {
        expected += next.z() / machine.riseSpeed();
      } else if (next.z() > last.z()) {
        double mm = Math.hypot(next.x0() - last.x1(), next.y0() - last.y1());
        travels.add(mm);
        expected += Shapes.restToRest(mm, plan);
        expected += (next.z() - last.z() + 2 * 0.4) / machine.riseSpeed();
        expected += 2 * plan.number(Setting.RETRACTION) / plan.number(Setting.RETRACTION_SPEED);
      }
      last = next;
    }
    assertThat(travels).hasSize(result.schedule().layers().size() - 1);
    assertThat(travels.stream().mapToDouble(mm -> mm).sum()).isGreaterThan(20);
    assertThat(result.ledger().liftSeconds()).isCloseTo(expected, within(0.01 * travels.size()));
  }

  @Test
  void afterAWaitTheTravelCountsWithTheWait() {
    PlanResult waits = Shapes.compute(two(60), Shapes.bar(14, 9, 3));
    Machine machine = waits.resolver().machine();
    assertThat(waits.schedule().layers()).allMatch(layer -> layer.time().waitSeconds() > 0);
    assertThat(waits.ledger().liftSeconds()).isCloseTo(3 / machine.riseSpeed(), within(1e-6));
  }
}

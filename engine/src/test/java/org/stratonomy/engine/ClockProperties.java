package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.stratonomy.engine.WayReader.Way;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.plan.Machine;
import org.stratonomy.engine.plan.Placement.Vector;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Setting;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.plan.Value;

/** What the clock counts besides strokes is what the program does, of random prints. */
class ClockProperties {
  private static Plan plan(double width, double lift, List<Double> stops) {
    Region side =
        new Region("side", "Side", new Region.Box(new Vector(0, 0, 1), new Vector(width, 30, 2)));
    Plan plan =
        Shapes.divided(
            List.of(side),
            Shapes.region("side", Map.of(Setting.FILAMENT, Value.of(2))),
            Shapes.everywhere(
                Map.of(
                    Setting.TRAVEL_LIFT, Value.of(lift),
                    Setting.BED_TEMPERATURE, Value.of(60),
                    Setting.MIN_LAYER_TIME, Value.of(0))));
    return plan.withStops(
        stops.stream()
            .distinct()
            .map(
                height ->
                    new Stop(
                        "at " + height,
                        height,
                        Stop.Kind.PAUSE,
                        "",
                        Stop.Waiting.AS_MACHINE,
                        List.of()))
            .toList());
  }

  @Property(tries = 12)
  void haltsAndWaysBetweenLayersTakeAsLongAsTheProgramSays(
      @ForAll @IntRange(min = 1, max = 200) int boxes,
      @ForAll @DoubleRange(min = 0.5, max = 12) double width,
      @ForAll @DoubleRange(min = 0, max = 1) double lift,
      @ForAll @Size(max = 3) List<@DoubleRange(min = 0.3, max = 1.6) Double> stops)
      throws IOException {
    Mesh mesh = Shapes.boxes(boxes);
    PlanResult result = Shapes.compute(plan(width, lift, stops), mesh);
    Machine machine = result.resolver().machine();
    List<Way> ways = WayReader.betweenLayers(result);
    double waits =
        result.schedule().layers().stream()
            .flatMap(layer -> layer.halts().stream())
            .mapToDouble(halt -> halt.seconds(machine))
            .sum();
    long halts = ways.stream().mapToInt(Way::halts).sum();
    assertThat(halts).isEqualTo(result.schedule().stopCount(machine));
    assertThat(result.ledger().liftSeconds() + result.ledger().changeSeconds() - waits)
        .isCloseTo(WayReader.seconds(ways), within(1e-3 * (1 + ways.size())));
  }
}

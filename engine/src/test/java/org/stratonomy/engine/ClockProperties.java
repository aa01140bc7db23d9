package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.DoubleRange;
import org.stratonomy.engine.WayReader.Way;
import org.stratonomy.engine.ledger.Ledger;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Machine;

/** What the clock counts besides the layers is what the program does, of random prints. */
class ClockProperties {
  private static Plan plan(double width, double lift, List<Stop> stops) {
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
    return plan.withStops(stops);
  }

  @Provide
  Arbitrary<List<Stop>> stops() {
    Arbitrary<OptionalDouble> waitsAt =
        Arbitraries.oneOf(
            Arbitraries.just(OptionalDouble.empty()),
            Arbitraries.integers().between(120, 200).map(OptionalDouble::of));
    Arbitrary<Double> heights = Arbitraries.doubles().between(0.3, 1.6);
    return Combinators.combine(heights, waitsAt)
        .as(
            (height, celsius) ->
                new Stop(
                    "at " + height,
                    height,
                    "",
                    new Stop.Pause(
                        new Stop.Waiting(
                            OptionalDouble.empty(),
                            Optional.empty(),
                            celsius,
                            OptionalDouble.empty(),
                            0))))
        .list()
        .ofMaxSize(3)
        .uniqueElements(Stop::heightMm);
  }

  @Provide
  Arbitrary<String> machines() {
    return Arbitraries.of("workshop-one", "workshop-four");
  }

  /** As warm as the first, a little warmer, and much warmer. */
  @Provide
  Arbitrary<String> seconds() {
    return Arbitraries.of("slate", "amber-clear", "harbour-blue");
  }

  @Property(tries = 12)
  void haltsAndWaysBetweenLayersTakeAsLongAsTheProgramSays(
      @ForAll(supplier = Any.Boxes.class) Mesh mesh,
      @ForAll @DoubleRange(min = 0.5, max = 12) double width,
      @ForAll @DoubleRange(min = 0, max = 1) double lift,
      @ForAll("stops") List<Stop> stops,
      @ForAll("machines") String id,
      @ForAll("seconds") String second)
      throws IOException {
    Plan plan = plan(width, lift, stops).withMachine(id).withSlots(List.of("chalk", second));
    PlanResult result = Shapes.compute(plan, mesh);
    Machine machine = result.resolver().machine();
    List<Way> ways = WayReader.betweenLayers(result);
    double waits =
        result.schedule().layers().stream()
            .flatMap(layer -> layer.halts().stream())
            .mapToDouble(halt -> halt.seconds(machine))
            .sum();
    long halts = ways.stream().mapToInt(Way::halts).sum();
    assertThat(halts).isEqualTo(result.schedule().stopCount(machine));
    double first = result.schedule().layers().getFirst().strokes().getFirst().nozzleC();
    double warmUp =
        Math.max(
            (first - 20) / machine.heating().nozzleCPerS(),
            (60 - 20) / machine.heating().bedCPerS());
    Ledger ledger = result.ledger();
    double heating = ledger.heatingSeconds() - warmUp;
    assertThat(ledger.liftSeconds() + ledger.changeSeconds() + heating - waits)
        .isCloseTo(WayReader.seconds(ways), within(1e-3 * (1 + ways.size())));
  }
}

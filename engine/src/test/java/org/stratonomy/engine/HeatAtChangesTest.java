package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.stratonomy.engine.GcodeReader.Wait;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;

/** How hot the nozzle is while filament is changed, and where it waits for that. */
class HeatAtChangesTest {
  private static final double LIFTED_MM = 0.9;
  private static final double BESIDE_MM = 20;

  private static Plan plan(String machine, List<String> slots, Rule... rules) {
    return Shapes.plan(List.of(1.0, 2.0), rules).withMachine(machine).withSlots(slots);
  }

  private static Rule second(Map<Setting, Value> set) {
    return Shapes.stratum(2, set);
  }

  private static GcodeReader read(Plan plan) throws IOException {
    return GcodeReader.of(Shapes.compute(plan, Shapes.bar(12, 12, 3)));
  }

  /** Wherever the nozzle waits for its heat once it prints, it is clear of the part. */
  private static void assertClear(GcodeReader program) {
    double left =
        program.extrusions.stream().mapToDouble(GcodeReader.Extrusion::x0).min().orElseThrow();
    assertThat(program.waits)
        .isNotEmpty()
        .allSatisfy(wait -> assertThat(wait.aboveMm()).isGreaterThan(LIFTED_MM))
        // After own commands the program restates the temperature wherever they left the head.
        .filteredOn(wait -> !wait.isRestated())
        .allSatisfy(wait -> assertThat(wait.x()).isLessThan(left - BESIDE_MM));
  }

  /** Those while the print goes on: before it the nozzle has not been lifted from anything. */
  private static List<Wait> later(GcodeReader program) {
    return program.waits.subList(1, program.waits.size());
  }

  @ParameterizedTest
  @CsvSource({
    "workshop-one, chalk, rope",
    "workshop-one, rope, chalk",
    "workshop-four, chalk, rope",
    "workshop-four, rope, chalk"
  })
  void filamentIsChangedAtTheHotterOfBothTemperatures(String machine, String one, String other)
      throws IOException {
    GcodeReader program =
        read(
            plan(
                machine,
                List.of(one, other),
                second(Map.of(Setting.FILAMENT, Value.of(2))),
                Shapes.everywhere(Map.of(Setting.SKIRT_LINES, Value.of(0)))));
    // The program names a feeder's first filament once the nozzle is hot enough for it.
    List<Double> loads = new ArrayList<>(program.loads);
    if (machine.equals("workshop-four")) {
      loads.removeFirst();
    }
    assertThat(loads).containsExactly(265.0, 265.0);
    assertThat(program.faults).isEmpty();
    assertClear(program);
    boolean changes = machine.equals("workshop-four");
    assertThat(program.extrusions)
        .allSatisfy(
            e ->
                assertThat(e.nozzleC())
                    .isEqualTo(
                        (changes ? e.tool() : e.swaps()) % 2 == (one.equals("rope") ? 0 : 1)
                            ? 265
                            : 210));
    // Whenever it goes down, it waits for it.
    assertThat(program.waits)
        .filteredOn(wait -> wait.toC() < wait.fromC())
        .isNotEmpty()
        .allMatch(Wait::cools);
  }

  @Test
  void atABorderTheNozzleWaitsAsideAndComesBack() throws IOException {
    GcodeReader program =
        read(
            plan(
                "workshop-one",
                List.of("chalk"),
                second(Map.of(Setting.NOZZLE_TEMPERATURE, Value.of(235)))));
    List<Wait> waits = later(program);
    assertThat(waits).hasSize(2);
    assertThat(waits).extracting(Wait::cools).containsExactly(false, true);
    assertClear(program);
    assertThat(program.faults).isEmpty();
    assertThat(program.extrusions)
        .allSatisfy(
            e -> assertThat(e.nozzleC()).isEqualTo(e.z() > 1.001 && e.z() < 2.001 ? 235 : 210));
  }

  @ParameterizedTest
  @CsvSource({"MESSAGE", "PAUSE", "FILLING", "COMMANDS"})
  void aStopAtABorderChangesNothingAboutItsTemperature(Stop.Kind kind) throws IOException {
    Plan plan =
        plan(
            "workshop-one",
            List.of("chalk"),
            second(Map.of(Setting.NOZZLE_TEMPERATURE, Value.of(235))));
    List<String> commands = kind == Stop.Kind.COMMANDS ? List.of("M117 go") : List.of();
    Stop stop = new Stop("s", 1.0, "look", Shapes.event(kind, Stop.Waiting.AS_MACHINE, commands));
    GcodeReader program = read(plan.withStops(List.of(stop)));
    assertThat(program.extrusions)
        .filteredOn(e -> e.z() > 1.001 && e.z() < 2.001)
        .isNotEmpty()
        .allSatisfy(e -> assertThat(e.nozzleC()).isEqualTo(235));
    assertClear(program);
  }

  /** A pause before another nozzle goes on heats the one that printed to nothing new. */
  @Test
  void aPauseLeavesTheNozzleThatPrintedAsItWas() throws IOException {
    Stop stop = new Stop("s", 1.0, "", new Stop.Pause(Stop.Waiting.AS_MACHINE));
    Plan plan =
        plan("pair", List.of("chalk", "rope"), second(Map.of(Setting.FILAMENT, Value.of(2))))
            .withStops(List.of(stop));
    String program = GcodeReader.text(Shapes.compute(plan, Shapes.bar(12, 12, 3)));
    assertThat(
            program
                .lines()
                .filter(line -> line.startsWith("M109 T0") || line.startsWith("M104 T0")))
        .isNotEmpty()
        .noneMatch(line -> line.contains("S265"));
    assertThat(program).contains("M109 T1 S265");
  }

  @Property(tries = 12)
  void heatIsWaitedForOnceAndCounted(
      @ForAll @IntRange(min = 180, max = 260) int below,
      @ForAll @IntRange(min = 180, max = 260) int above)
      throws IOException {
    Plan plan =
        plan(
            "workshop-one",
            List.of("chalk", "slate"),
            second(
                Map.of(Setting.NOZZLE_TEMPERATURE, Value.of(above), Setting.FILAMENT, Value.of(2))),
            Shapes.everywhere(Map.of(Setting.NOZZLE_TEMPERATURE, Value.of(below))));
    PlanResult result = Shapes.compute(plan, Shapes.bar(12, 12, 3));
    double perS = result.resolver().machine().heating().nozzleCPerS();
    List<Wait> waits = GcodeReader.of(result).waits;
    double heated = 0;
    for (int i = 1; i < waits.size(); i++) {
      heated += Math.abs(waits.get(i).toC() - waits.get(i - 1).toC()) / perS;
    }
    double expected = 2.0 * Math.abs(above - below) / perS;
    assertThat(heated).isCloseTo(expected, within(1e-9));
    double warmUp =
        Math.max(
            (below - 20) / perS,
            (result.schedule().bedC() - 20) / result.resolver().machine().heating().bedCPerS());
    assertThat(result.ledger().heatingSeconds()).isCloseTo(warmUp + expected, within(1e-6));
  }
}

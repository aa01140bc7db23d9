package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.stratonomy.engine.ledger.Ledger;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;

/** Whatever settings allow is printed as the ledger says. */
class SettingProperties {
  private static final List<String> MACHINES = List.of("workshop-one", "workshop-four", "pair");
  private static final double STRAND = 1.75;

  /** Where machine and filaments narrow what a setting may be. */
  private static final Map<Setting, double[]> NARROWER =
      Map.of(
          Setting.LAYER_HEIGHT, new double[] {0.1, 0.3},
          Setting.FIRST_LAYER_HEIGHT, new double[] {0.1, 0.3},
          Setting.LINE_WIDTH, new double[] {0.25, 1},
          Setting.NOZZLE_TEMPERATURE, new double[] {180, 280},
          Setting.BED_TEMPERATURE, new double[] {0, 100},
          Setting.ACCELERATION, new double[] {100, 1500},
          Setting.SUPPORT_FILAMENT, new double[] {1, 2},
          Setting.INTERFACE_FILAMENT, new double[] {1, 2});

  /** Values for some settings, down to those that may differ between strata. */
  private static Arbitrary<Map<Setting, Value>> some(Setting.Scope finest) {
    List<Setting> settings =
        Arrays.stream(Setting.values())
            .filter(setting -> setting.scope().compareTo(finest) >= 0)
            .toList();
    return Arbitraries.subsetOf(settings)
        .ofMaxSize(14)
        .flatMap(
            chosen -> {
              List<Setting> order = List.copyOf(chosen);
              return Combinators.combine(order.stream().map(SettingProperties::value).toList())
                  .as(
                      values ->
                          IntStream.range(0, order.size())
                              .boxed()
                              .collect(Collectors.toMap(order::get, values::get)));
            });
  }

  private static Arbitrary<Value> value(Setting setting) {
    if (setting.isChoice()) {
      return Arbitraries.of(setting.choices()).map(Value::of);
    }
    if (setting == Setting.FILAMENT) {
      return Arbitraries.of(1, 2).map(Value::of);
    }
    double[] range = NARROWER.getOrDefault(setting, new double[] {setting.min(), setting.max()});
    return setting.isWhole()
        ? Arbitraries.integers().between((int) range[0], (int) range[1]).map(Value::of)
        : Arbitraries.doubles().between(range[0], range[1]).ofScale(3).map(Value::of);
  }

  @Provide
  Arbitrary<Map<Setting, Value>> ofStratum() {
    return some(Setting.Scope.STRATUM);
  }

  @Provide
  Arbitrary<Map<Setting, Value>> ofPlan() {
    return some(Setting.Scope.PLAN)
        .filter(values -> values.getOrDefault(Setting.FILAMENT, Value.of(1)).equals(Value.of(1)));
  }

  @Provide
  Arbitrary<Mesh> models() {
    return Arbitraries.oneOf(
        Arbitraries.of(Shapes.table(), Shapes.cone(6, 5), Shapes.bar(12, 8, 4)),
        new Any.Boxes().get());
  }

  @Provide
  Arbitrary<String> machines() {
    return Arbitraries.of(MACHINES);
  }

  @Property(tries = 40)
  void whatSettingsAllowIsPrintedAsTheLedgerSays(
      @ForAll("ofStratum") Map<Setting, Value> ofStratum,
      @ForAll("ofPlan") Map<Setting, Value> ofPlan,
      @ForAll("machines") String machine,
      @ForAll("models") Mesh model)
      throws IOException {
    Plan plan =
        Shapes.plan(List.of(1.2), Shapes.stratum(2, ofStratum), Shapes.everywhere(ofPlan))
            .withMachine(machine);
    PlanResult result = Shapes.compute(plan, model);
    String text = GcodeReader.text(result);
    assertThat(text).doesNotContain("NaN", "Infinity");
    double stepX = plan.machine().equals("pair") ? 24 : 0;
    GcodeReader program = GcodeReader.read(text, stepX);
    assertThat(program.faults).isEmpty();
    double ledger = result.ledger().slots().stream().mapToDouble(Ledger.SlotEntry::volumeMm3).sum();
    double read = program.volume(STRAND);
    assertThat(read).isCloseTo(ledger, within(0.02 + 1e-3 * ledger));
  }
}

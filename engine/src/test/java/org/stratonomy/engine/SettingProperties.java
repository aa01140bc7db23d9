package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.stratonomy.engine.ledger.Ledger;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.settings.Rule;
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

  private static Map<Setting, Value> some(Random random, Setting.Scope finest) {
    Map<Setting, Value> set = new HashMap<>();
    for (Setting setting : Setting.values()) {
      if (random.nextInt(8) == 0 && setting.scope().compareTo(finest) >= 0) {
        set.put(setting, value(setting, random));
      }
    }
    if (finest != Setting.Scope.PLAN) {
      set.put(Setting.FILAMENT, Value.of(1 + random.nextInt(2)));
    }
    return set;
  }

  private static Value value(Setting setting, Random random) {
    if (setting.isChoice()) {
      return Value.of(setting.choices().get(random.nextInt(setting.choices().size())));
    }
    if (setting == Setting.FILAMENT) {
      return Value.of(1);
    }
    double share =
        switch (random.nextInt(5)) {
          case 0 -> 0;
          case 1 -> 1;
          default -> Math.pow(random.nextDouble(), 3);
        };
    double[] range = NARROWER.getOrDefault(setting, new double[] {setting.min(), setting.max()});
    double value = range[0] + share * (range[1] - range[0]);
    return Value.of(setting.isWhole() ? Math.rint(value) : Math.rint(value * 1000) / 1000);
  }

  private static Mesh mesh(Random random) {
    return switch (random.nextInt(4)) {
      case 0 -> Shapes.table();
      case 1 -> Shapes.boxes(random.nextLong());
      case 2 -> Shapes.cone(6, 5);
      default -> Shapes.bar(12, 8, 4);
    };
  }

  @Property(tries = 40)
  void whatSettingsAllowIsPrintedAsTheLedgerSays(@ForAll long seed) throws IOException {
    Random random = new Random(seed);
    List<Rule> rules = new ArrayList<>();
    rules.add(Shapes.stratum(2, some(random, Setting.Scope.STRATUM)));
    rules.add(Shapes.everywhere(some(random, Setting.Scope.PLAN)));
    Plan plan =
        Shapes.plan(List.of(1.2), rules.toArray(Rule[]::new))
            .withMachine(MACHINES.get(random.nextInt(MACHINES.size())));
    PlanResult result = Shapes.compute(plan, mesh(random));
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

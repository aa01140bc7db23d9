package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.program.Enclosures;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;

/** After any edit, what is remembered and what is computed anew give the same program. */
class RememberedResultsTest {
  private static final Mesh MESH = gate();

  /**
   * A bridge, thin ribs, a small part, a frame and a round one: every setting has something to act
   * on.
   */
  private static Mesh gate() {
    TriangleSoup soup = new TriangleSoup(60);
    Shapes.addBar(soup, 0, 0, 0, 12, 12, 1.6);
    Shapes.addBar(soup, 0, 0, 1, 30, 12, 1.6);
    Shapes.addBar(soup, 26, 0, 0, 30, 12, 1.6);
    Shapes.addBar(soup, 2, 12, 0, 2.7, 20, 1.6);
    Shapes.addBar(soup, 6, 12, 0, 7.7, 20, 1.6);
    Shapes.addBar(soup, 40, 0, 0, 44, 4, 0.6);
    Shapes.addFrame(soup, 34, 8, 8, 2, 1);
    Mesh round = Shapes.cylinder(5, 1);
    for (int t = 0; t < round.triangleCount(); t++) {
      for (int k = 0; k < 3; k++) {
        int v = round.corner(t, k);
        soup.corner(
            round.coordinate(v, 0) + 20, round.coordinate(v, 1) + 22, round.coordinate(v, 2));
      }
    }
    return MeshBuilder.build("gate", soup);
  }

  /** Values under which a setting has something to act on. */
  private static Map<Setting, Value> base(Setting setting) {
    Map<Setting, Value> base = base();
    if (setting == Setting.RAFT_MARGIN || setting == Setting.RAFT_GAP) {
      base.put(Setting.RAFT_LAYERS, Value.of(2));
    }
    return base;
  }

  private static Map<Setting, Value> base() {
    Map<Setting, Value> set = new EnumMap<>(Setting.class);
    set.put(Setting.SUPPORT, Value.of("everywhere"));
    set.put(Setting.BRIM_LINES, Value.of(3));
    set.put(Setting.MIN_LAYER_TIME, Value.of(20));
    set.put(Setting.TOP_LAYERS, Value.of(2));
    set.put(Setting.BOTTOM_LAYERS, Value.of(2));
    return set;
  }

  private static Plan plan(Setting setting, Map<Setting, Value> set) {
    Set<Setting> ofPurging =
        EnumSet.of(
            Setting.PURGE_INTO, Setting.PURGE_WEIGHT, Setting.TAKES_PURGE, Setting.TOWER_BRIM);
    if (setting == Setting.ADMIXTURE) {
      return twoColours(set).withMachine("blend");
    }
    if (setting == Setting.PIECE_ORDER) {
      return twoPieces(set);
    }
    return ofPurging.contains(setting) ? threeColours(set) : twoColours(set);
  }

  private static Plan twoPieces(Map<Setting, Value> set) {
    Plan plan = twoColours(set);
    Piece left = plan.pieces().getFirst().withPlacement(Placement.at(60, 105));
    Piece right = new Piece("other", "Other", left.bodies(), Placement.at(190, 105), List.of());
    return plan.withPieces(List.of(left, right));
  }

  private static Plan twoColours(Map<Setting, Value> set) {
    return Shapes.divided(
        List.of(disc("disc", -14)),
        Shapes.region("disc", Map.of(Setting.FILAMENT, Value.of(2))),
        Shapes.everywhere(set));
  }

  /** On a machine with a feeder; the second and the third are told apart less easily. */
  private static Plan threeColours(Map<Setting, Value> set) {
    Plan plan =
        Shapes.divided(
            List.of(disc("disc", -14), disc("other", -20)),
            Shapes.region("disc", Map.of(Setting.FILAMENT, Value.of(2))),
            Shapes.region("other", Map.of(Setting.FILAMENT, Value.of(3))),
            Shapes.everywhere(set));
    List<String> slots = List.of("chalk", "slate", "fog");
    return new Plan(plan.name(), "workshop-four", slots, plan.pieces(), plan.rules(), List.of());
  }

  private static Region disc(String id, double x) {
    return new Region(id, id, new Region.Cylinder(new Vector(x, 0, 0), 6, 4));
  }

  private static String program(Planner planner, Plan plan) {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try {
      byte[] file = {1, 2, 3};
      Enclosures enclosed = new Enclosures(() -> file, () -> file);
      PlanResult result = planner.compute(Shapes.job(plan), Shapes.source(MESH), Progress.NONE);
      Planner.writeProgram(result, List.of(), Optional.of(enclosed), bytes);
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
    return bytes.toString(StandardCharsets.UTF_8);
  }

  /** Values besides the default that a plan may have. */
  private static List<Value> others(Setting setting) {
    if (setting.isChoice()) {
      return setting.choices().stream().map(Value::of).toList();
    }
    List<Value> values = new ArrayList<>();
    switch (setting) {
      case FILAMENT, SUPPORT_FILAMENT, INTERFACE_FILAMENT -> values.add(Value.of(2));
      case BRIM_UP_TO -> values.add(Value.of(50));
      case ARC_TOLERANCE -> values.add(Value.of(0.05));
      case PURGE_WEIGHT -> values.add(Value.of(0));
      case FIRST_FILAMENT -> values.add(Value.of(1));
      default -> {
        // Shares of the range do.
      }
    }
    for (double share : new double[] {0.01, 0.1, 0.3}) {
      double value = setting.min() + share * (setting.max() - setting.min());
      values.add(Value.of(setting.isWhole() ? Math.ceil(value) : value));
    }
    return values;
  }

  @ParameterizedTest
  @EnumSource(Setting.class)
  void anEditOfAnySettingIsTakenIn(Setting setting) {
    try (Planner remembering = new Planner(1 << 27, 2)) {
      String before = program(remembering, plan(setting, base(setting)));
      int taken = 0;
      for (Value value : others(setting)) {
        Map<Setting, Value> edited = base(setting);
        edited.put(setting, value);
        try (Planner fresh = new Planner(1 << 27, 2)) {
          String anew = program(fresh, plan(setting, edited));
          assertThat(program(remembering, plan(setting, edited)).equals(anew))
              .as("%s %s from memory and anew", setting.id(), value)
              .isTrue();
          taken += anew.equals(before) ? 0 : 1;
        } catch (Problem impossible) {
          // Not every value of the catalogue is possible on this machine.
          assertThat(impossible.remedy()).isNotBlank();
        }
      }
      assertThat(taken).as("values of %s that change the program", setting.id()).isPositive();
    }
  }
}

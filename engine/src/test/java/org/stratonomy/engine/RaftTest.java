package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.stroke.Stroke;

class RaftTest {
  private static final double LIFT = 3 * 0.2 + 0.15;

  private static final Plan PLAN =
      Shapes.plan(
          List.of(1.0),
          Shapes.stratum(2, Map.of(Setting.FILAMENT, Value.of(2))),
          Shapes.everywhere(
              Map.of(
                  Setting.RAFT_LAYERS, Value.of(3),
                  Setting.RAFT_MARGIN, Value.of(4),
                  Setting.RAFT_GAP, Value.of(0.15),
                  Setting.BRIM_LINES, Value.of(5),
                  Setting.LAYER_HEIGHT, Value.of(0.2),
                  Setting.FIRST_LAYER_HEIGHT, Value.of(0.2))));

  private static PlanResult compute() {
    return Shapes.compute(PLAN, Shapes.bar(20, 10, 2));
  }

  @Test
  void theRaftLiesBelowThePieceAndTheMachinesHeightsAreThatMuchHigher() throws IOException {
    PlanResult result = compute();
    List<LayerSchedule> layers = result.schedule().layers();
    assertThat(layers).hasSize(13);
    assertThat(layers.getFirst().layer().bottom()).isCloseTo(-LIFT, within(1e-9));
    assertThat(layers.get(2).layer().top()).isCloseTo(-0.15, within(1e-9));
    assertThat(layers.get(3).layer().top()).isCloseTo(0.2, within(1e-9));
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    Planner.writeProgram(result, bytes);
    GcodeReader program = GcodeReader.read(bytes.toString(StandardCharsets.UTF_8));
    TreeSet<Double> heights =
        program.extrusions.stream()
            .map(e -> Math.rint(e.z() * 1000) / 1000)
            .collect(Collectors.toCollection(TreeSet::new));
    assertThat(heights)
        .containsExactly(0.2, 0.4, 0.6, 0.95, 1.15, 1.35, 1.55, 1.75, 1.95, 2.15, 2.35, 2.55, 2.75);
    assertThat(result.findings()).isEmpty();
  }

  @Test
  void boundariesKeepTheirHeights() {
    for (LayerSchedule layer : compute().schedule().layers()) {
      int slot = layer.layer().bottom() < 1 - 1e-9 ? 1 : 2;
      assertThat(layer.strokes()).allMatch(stroke -> stroke.slot() == slot);
    }
  }

  @Test
  void itReachesOutByItsMarginAndTakesThePlaceOfTheBrim() {
    List<LayerSchedule> layers = compute().schedule().layers();
    for (int i = 0; i < 3; i++) {
      double[] x =
          layers.get(i).strokes().stream()
              .filter(stroke -> stroke.role() != Role.SKIRT)
              .flatMapToDouble(
                  stroke ->
                      java.util.stream.IntStream.range(0, stroke.path().size())
                          .mapToDouble(p -> stroke.path().x(p)))
              .sorted()
              .toArray();
      assertThat(x[0]).isBetween(125 - 14 + 0.2, 125 - 14 + 0.66);
      assertThat(x[x.length - 1]).isBetween(125 + 14 - 0.66, 125 + 14 - 0.2);
    }
    Set<Role> roles =
        layers.stream()
            .flatMap(layer -> layer.strokes().stream())
            .map(Stroke::role)
            .collect(Collectors.toSet());
    assertThat(roles).contains(Role.SKIRT, Role.SUPPORT, Role.INTERFACE).doesNotContain(Role.BRIM);
  }

  @Test
  void itsClosedLayersFillTheirArea() {
    LayerSchedule closed = compute().schedule().layers().get(1);
    double volume = closed.strokes().stream().mapToDouble(Stroke::volumeMm3).sum();
    assertThat(volume).isCloseTo(28 * 18 * 0.2, within(0.04 * 28 * 18 * 0.2));
  }
}

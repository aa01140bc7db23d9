package org.stratonomy.engine.strata;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.check.Finding;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.stroke.Stroke;

/** A frame of 30 mm from 110 to 140 mm in X, with a hole of 10 mm from 120 to 130 mm. */
class SizeCorrectionTest {
  private static final double HALF_LINE = 0.22;

  private static Mesh frame() {
    TriangleSoup soup = new TriangleSoup(48);
    Shapes.addFrame(soup, 0, 0, 30, 10, 2);
    return MeshBuilder.build("frame", soup);
  }

  private static PlanResult print(Mesh mesh, Map<Setting, Value> set) {
    return Shapes.compute(Shapes.plan(List.of(), Shapes.everywhere(set)), mesh);
  }

  private static List<Stroke> walls(PlanResult result, int layer) {
    return result.schedule().layers().get(layer - 1).strokes().stream()
        .filter(stroke -> stroke.role() == Role.OUTER_WALL)
        .toList();
  }

  /** Least X of each closed outer wall, ascending. */
  private static double[] leastX(PlanResult result, int layer) {
    return walls(result, layer).stream()
        .map(Stroke::path)
        .mapToDouble(path -> IntStream.range(0, path.size()).mapToDouble(path::x).min().orElse(0))
        .sorted()
        .toArray();
  }

  @ParameterizedTest
  @CsvSource({"0, 0", "0.1, 0", "-0.2, 0", "0, 0.15", "0, -0.1", "0.3, 0.2"})
  void outlinesAndHolesAreMovedAsAsked(double out, double holes) {
    PlanResult result =
        print(
            frame(),
            Map.of(Setting.OUTLINE_OUT, Value.of(out), Setting.HOLES_OUT, Value.of(holes)));
    for (int layer : new int[] {1, 5}) {
      double[] x = leastX(result, layer);
      assertThat(x).hasSize(2);
      assertThat(x[0]).isCloseTo(110 - out + HALF_LINE, within(2e-3));
      assertThat(x[1]).isCloseTo(120 - holes - HALF_LINE, within(2e-3));
    }
  }

  @Test
  void onlyTheLayerOnTheBedIsDrawnBackAndItCarriesAllOfTheNext() {
    PlanResult plain = print(frame(), Map.of());
    PlanResult result = print(frame(), Map.of(Setting.FIRST_LAYER_IN, Value.of(0.3)));
    assertThat(leastX(result, 1)[0]).isCloseTo(110.3 + HALF_LINE, within(2e-3));
    assertThat(leastX(result, 1)[1]).isCloseTo(119.7 - HALF_LINE, within(2e-3));
    assertThat(leastX(result, 2)).isEqualTo(leastX(plain, 2));
    assertThat(walls(result, 2)).extracting(Stroke::speed).containsOnly(40.0);
    assertThat(result.findings()).extracting(Finding::title).isEqualTo(titles(plain));
    assertThat(result.profiles().getFirst().marks()).isEmpty();
  }

  private static List<String> titles(PlanResult result) {
    return result.findings().stream().map(Finding::title).toList();
  }

  @Test
  void aRaftIsNotTheBed() {
    PlanResult result =
        print(
            frame(),
            Map.of(Setting.FIRST_LAYER_IN, Value.of(0.3), Setting.RAFT_LAYERS, Value.of(2)));
    assertThat(leastX(result, 3)[0]).isCloseTo(110 + HALF_LINE, within(2e-3));
  }

  @Test
  void narrowPlacesOnTheBedStayAsWideAsTheyAre() {
    Area plate = Area.rectangle(0, 0, 20, 5);
    Area rib = Area.rectangle(4, 4, 4.6, 15);
    SizeCorrection first = new SizeCorrection(0, 0, 0.25, 0.44);
    Area laid = first.narrowed(Plane.union(plate, rib));
    assertThat(laid.parts()).hasSize(1);
    assertThat(laid.contains(4.05, 10)).isTrue();
    assertThat(laid.contains(4.3, 14.95)).isTrue();
    assertThat(laid.contains(0.2, 2)).isFalse();
    assertThat(laid.contains(0.3, 2)).isTrue();
    assertThat(laid.contains(10, 4.8)).isFalse();
  }
}

package org.stratonomy.engine.divide;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.Planner;
import org.stratonomy.engine.Progress;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Region.Depth;
import org.stratonomy.engine.plan.Triangles;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.stroke.Stroke;

class PatchAreaTest {
  private static final double WIDTH = 0.44;

  /** Which triangles of a mesh are marked, by the middle of each and its direction. */
  private interface Marked {
    boolean is(double x, double y, double z, double[] normal);
  }

  private static Triangles marked(Mesh mesh, Marked which) {
    BitSet set = new BitSet();
    for (int t = 0; t < mesh.triangleCount(); t++) {
      double[][] p = new double[3][3];
      for (int k = 0; k < 3; k++) {
        for (int axis = 0; axis < 3; axis++) {
          p[k][axis] = mesh.coordinate(mesh.corner(t, k), axis);
        }
      }
      double[] n = new double[3];
      for (int axis = 0; axis < 3; axis++) {
        int a = (axis + 1) % 3;
        int b = (axis + 2) % 3;
        n[axis] =
            (p[1][a] - p[0][a]) * (p[2][b] - p[0][b]) - (p[1][b] - p[0][b]) * (p[2][a] - p[0][a]);
      }
      double length = Math.sqrt(n[0] * n[0] + n[1] * n[1] + n[2] * n[2]);
      for (int axis = 0; axis < 3; axis++) {
        n[axis] /= length;
      }
      boolean is =
          which.is(
              (p[0][0] + p[1][0] + p[2][0]) / 3,
              (p[0][1] + p[1][1] + p[2][1]) / 3,
              (p[0][2] + p[1][2] + p[2][2]) / 3,
              n);
      set.set(t, is);
    }
    return Triangles.of(set);
  }

  private static PlanResult compute(Mesh mesh, Marked which, Depth sideways, Depth upright) {
    return compute(mesh, which, sideways, upright, 0);
  }

  private static PlanResult compute(
      Mesh mesh, Marked which, Depth sideways, Depth upright, double outMm) {
    Region patch =
        new Region(
            "patch", "Patch", new Region.Patch("body", marked(mesh, which), sideways, upright));
    Plan plan =
        Shapes.divided(
            List.of(patch),
            Shapes.region("patch", Map.of(Setting.FILAMENT, Value.of(2))),
            Shapes.everywhere(
                Map.of(
                    Setting.LINE_WIDTH, Value.of(WIDTH),
                    Setting.SKIRT_LINES, Value.of(0),
                    Setting.OUTLINE_OUT, Value.of(outMm))));
    return Shapes.compute(plan, mesh);
  }

  private static Area area(PlanResult result, int layer) {
    return result
        .cells()
        .getFirst()
        .region("patch", result.stack().pieces().getFirst().layers().get(layer - 1));
  }

  @Test
  void aMarkedSideIsAStripAsDeepAsItsWalls() {
    PlanResult result =
        compute(Shapes.bar(20, 10, 3), (x, y, z, n) -> n[0] > 0.9, Depth.of(2), Depth.of(2));
    for (int layer = 1; layer <= 15; layer++) {
      double[] b = area(result, layer).boundsMm();
      assertThat(b[2]).isCloseTo(135, within(1e-3));
      assertThat(b[0]).isCloseTo(135 - 2 * WIDTH, within(1e-3));
      assertThat(area(result, layer).areaMm2()).isCloseTo(2 * WIDTH * 10, within(0.01));
    }
  }

  @ParameterizedTest
  @ValueSource(doubles = {-0.2, 0.3})
  void markedFacesGoWithOutlinesThatAreMoved(double out) {
    Mesh bar = Shapes.bar(20, 10, 3);
    PlanResult side = compute(bar, (x, y, z, n) -> n[0] > 0.9, Depth.of(2), Depth.of(2), out);
    double[] b = area(side, 5).boundsMm();
    assertThat(b[2]).isCloseTo(135 + out, within(1e-3));
    // On the sides beside it, it may reach as much further as outlines were moved.
    assertThat(b[0]).isCloseTo(135 + out - 2 * WIDTH, within(Math.abs(out) + 1e-3));
    assertThat(area(side, 5).contains(135 + out - 1.9 * WIDTH, 105)).isTrue();
    assertThat(area(side, 5).contains(135 + out - 2.1 * WIDTH, 105)).isFalse();
    PlanResult top = compute(bar, (x, y, z, n) -> n[2] > 0.9, Depth.of(2), Depth.of(3), out);
    double all = (20 + 2 * out) * (10 + 2 * out);
    assertThat(area(top, 14).areaMm2()).isCloseTo(all, within(0.01));
  }

  @Test
  void aMarkedTopReachesDownAsManyLayersAndNoFurther() {
    PlanResult result =
        compute(Shapes.bar(20, 10, 3), (x, y, z, n) -> n[2] > 0.9, Depth.of(2), Depth.of(3));
    for (int layer = 1; layer <= 15; layer++) {
      double expected = layer >= 13 ? 200 : 0;
      assertThat(area(result, layer).areaMm2()).isCloseTo(expected, within(0.01));
    }
    PlanResult below =
        compute(Shapes.bar(20, 10, 3), (x, y, z, n) -> n[2] < -0.9, Depth.of(2), Depth.of(1));
    assertThat(area(below, 1).areaMm2()).isCloseTo(200, within(0.01));
    assertThat(area(below, 2).isEmpty()).isTrue();
  }

  @Property(tries = 8)
  void halfOfACylinderHasHalfOfItsRing(@ForAll @IntRange(min = 1, max = 3) int walls) {
    PlanResult result =
        compute(Shapes.cylinder(8, 2), (x, y, z, n) -> n[0] > 0, Depth.of(walls), Depth.of(0));
    double inner = 8 - walls * WIDTH;
    double expected = Math.PI * (64 - inner * inner) / 2;
    assertThat(area(result, 5).areaMm2()).isCloseTo(expected, within(0.01 * expected));
  }

  @Test
  void anInnerCornerIsCovered() {
    Mesh mesh = Shapes.prism(2, 0, 0, 20, 0, 20, 8, 8, 8, 8, 20, 0, 20);
    PlanResult result =
        compute(mesh, (x, y, z, n) -> Math.abs(n[2]) < 0.1, Depth.of(2), Depth.of(0));
    Area strip = area(result, 5);
    // Around the inner corner the strip is a quarter turn, of which the wedge takes the chord.
    double depth = 2 * WIDTH;
    assertThat(strip.contains(125 - 2 - 0.3 * depth, 105 - 2 - 0.3 * depth)).isTrue();
    assertThat(strip.contains(125 - 2 - 1.2 * depth, 105 - 2 - 1.2 * depth)).isFalse();
  }

  @Test
  void onlyTheOuterWallOfWhatIsMarkedHasTheOtherFilament() {
    PlanResult result =
        compute(Shapes.bar(20, 10, 3), (x, y, z, n) -> n[0] > 0.9, Depth.of(1), Depth.of(0));
    List<Stroke> second =
        result.schedule().layers().get(7).strokes().stream()
            .filter(stroke -> stroke.slot() == 2)
            .toList();
    assertThat(second).hasSize(1);
    assertThat(second.getFirst().role()).isEqualTo(Role.OUTER_WALL);
    assertThat(second.getFirst().path().lengthMm()).isBetween(9.0, 10.9);
  }

  @Property
  void aSetOfTrianglesIsReadBackAsWritten(@ForAll Set<@IntRange(max = 300) Integer> numbers) {
    BitSet set = new BitSet();
    numbers.forEach(set::set);
    assertThat(Triangles.of(set).set()).isEqualTo(set);
  }

  @Test
  void whatIsNoListOfRangesIsRefused() {
    for (String text : List.of("a", "3-", "-3", "5-2", "1,,2", "99999999999")) {
      assertThatThrownBy(() -> new Triangles(text).set()).as(text).isInstanceOf(Problem.class);
    }
  }

  @Test
  void partsOfATriangleAreAsLargeAsTheirShare() {
    double[] whole = {0, 0, 0, 4, 0, 0, 0, 4, 0};
    Triangles marked = new Triangles("2,30.0,30.31");
    assertThat(marked.set().cardinality()).isEqualTo(1);
    assertThat(marked.parts()).extracting(Triangles.Part::path).containsExactly("0", "31");
    assertThat(new Triangles.Part(0, "0").corners(whole))
        .containsExactly(0, 0, 0, 2, 0, 0, 0, 2, 0);
    assertThat(new Triangles.Part(0, "1").corners(whole))
        .containsExactly(2, 0, 0, 4, 0, 0, 2, 2, 0);
    assertThat(new Triangles.Part(0, "2").corners(whole))
        .containsExactly(0, 2, 0, 2, 2, 0, 0, 4, 0);
    assertThat(new Triangles.Part(0, "3").corners(whole))
        .containsExactly(2, 0, 0, 2, 2, 0, 0, 2, 0);
    assertThatThrownBy(() -> new Triangles("3.04").parts()).isInstanceOf(Problem.class);
  }

  @Test
  void aMarkedQuarterOfATopIsAQuarterOfItsArea() {
    Mesh bar = Shapes.bar(20, 10, 3);
    BitSet top = marked(bar, (x, y, z, n) -> n[2] > 0.9).set();
    String parts = top.stream().mapToObj(t -> t + ".1").collect(Collectors.joining(","));
    Region patch =
        new Region(
            "patch",
            "Patch",
            new Region.Patch("body", new Triangles(parts), Depth.of(2), Depth.of(2)));
    Plan plan =
        Shapes.divided(
            List.of(patch), Shapes.region("patch", Map.of(Setting.FILAMENT, Value.of(2))));
    try (Planner planner = new Planner(1 << 26, 2)) {
      PlanResult result = planner.compute(Shapes.job(plan), Shapes.source(bar), Progress.NONE);
      assertThat(area(result, 15).areaMm2()).isCloseTo(50, within(0.01));
      assertThat(area(result, 13).isEmpty()).isTrue();
    }
  }
}

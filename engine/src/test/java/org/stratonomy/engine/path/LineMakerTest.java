package org.stratonomy.engine.path;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.Planner;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.Watch;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.merge.Stroke;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.plan.Setting;
import org.stratonomy.engine.plan.Value;

class LineMakerTest {
  private static PlanResult compute(Mesh mesh, Map<Setting, Value> set) {
    try (Planner planner = new Planner(ShelfReader.standard(), 1 << 25, 2)) {
      return planner.compute(
          Shapes.plan(List.of(), Shapes.everywhere(set)), Shapes.source(mesh), Watch.NONE);
    }
  }

  private static List<Stroke> layer(PlanResult result, int number) {
    return result.schedule().layers().get(number - 1).strokes();
  }

  private static List<Stroke> of(List<Stroke> strokes, Role role) {
    return strokes.stream().filter(s -> s.role() == role).toList();
  }

  /** Two pillars with a beam over the gap between them. */
  private static Mesh gate() {
    TriangleSoup soup = new TriangleSoup(36);
    Shapes.addBar(soup, 0, 0, 0, 10, 20, 10);
    Shapes.addBar(soup, 30, 0, 0, 40, 20, 10);
    Shapes.addBar(soup, 0, 0, 10, 40, 20, 14);
    return MeshBuilder.build("gate", soup);
  }

  @ParameterizedTest
  @ValueSource(ints = {0, 1, 2, 5})
  void anOutlineGetsAsManyWallsAsAsked(int walls) {
    List<Stroke> strokes =
        layer(compute(Shapes.bar(30, 30, 5), Map.of(Setting.WALLS, Value.of(walls))), 12);
    assertThat(of(strokes, Role.OUTER_WALL)).hasSize(Math.min(1, walls));
    assertThat(of(strokes, Role.INNER_WALL)).hasSize(Math.max(0, walls - 1));
  }

  @Test
  void wallsLieHalfAWidthInsideAndAWidthApart() {
    List<Stroke> strokes =
        layer(
            compute(
                Shapes.bar(30, 30, 5),
                Map.of(Setting.WALLS, Value.of(2), Setting.LINE_WIDTH, Value.of(0.5))),
            12);
    // The bar spans 110 to 140 mm in X.
    assertThat(leastX(of(strokes, Role.OUTER_WALL))).isCloseTo(110.25, within(1e-3));
    assertThat(leastX(of(strokes, Role.INNER_WALL))).isCloseTo(110.75, within(1e-3));
  }

  private static double leastX(List<Stroke> strokes) {
    double least = Double.POSITIVE_INFINITY;
    for (Stroke stroke : strokes) {
      for (int i = 0; i < stroke.path().size(); i++) {
        least = Math.min(least, stroke.path().x(i));
      }
    }
    return least;
  }

  @Test
  void solidLayersAreAsManyAsAskedAtTopAndBottom() {
    PlanResult result =
        compute(
            Shapes.bar(20, 20, 6),
            Map.of(Setting.TOP_LAYERS, Value.of(3), Setting.BOTTOM_LAYERS, Value.of(5)));
    for (int n = 1; n <= 30; n++) {
      boolean solid = n <= 5 || n > 27;
      assertThat(of(layer(result, n), Role.INFILL).isEmpty()).as("layer " + n).isEqualTo(solid);
    }
    assertThat(of(layer(result, 30), Role.TOP_SKIN)).isNotEmpty();
    assertThat(of(layer(result, 28), Role.SOLID_INFILL)).isNotEmpty();
    assertThat(of(layer(result, 1), Role.BOTTOM_SKIN)).isNotEmpty();
  }

  @Test
  void aSkinOverAirIsABridgeAcrossTheShortWay() {
    List<Stroke> bridge = of(layer(compute(gate(), Map.of()), 51), Role.BRIDGE);
    assertThat(bridge).isNotEmpty();
    double along = 0;
    double across = 0;
    for (Stroke stroke : bridge) {
      for (int i = 1; i < stroke.path().size(); i++) {
        along += Math.abs(stroke.path().x(i) - stroke.path().x(i - 1));
        across += Math.abs(stroke.path().y(i) - stroke.path().y(i - 1));
      }
      assertThat(stroke.speed()).isEqualTo(25);
      assertThat(stroke.fanPercent()).isEqualTo(100);
    }
    // The gap is 20 mm wide and 20 mm deep less the walls: the lines run one way, not slantwise.
    assertThat(Math.min(along, across)).isLessThan(0.1 * Math.max(along, across));
  }

  @ParameterizedTest
  @ValueSource(doubles = {10, 20, 40, 70})
  void infillTakesUpItsShareOfTheInside(double density) {
    for (String pattern : new String[] {"lines", "grid"}) {
      List<Stroke> strokes =
          layer(
              compute(
                  Shapes.bar(80, 80, 6),
                  Map.of(
                      Setting.INFILL_DENSITY, Value.of(density),
                      Setting.INFILL_PATTERN, Value.of(pattern))),
              15);
      double volume = of(strokes, Role.INFILL).stream().mapToDouble(Stroke::volumeMm3).sum();
      double inside = Math.pow(80 - 4 * 0.44, 2) * 0.2;
      assertThat(volume / inside).isCloseTo(density / 100, within(0.05 * density / 100));
    }
  }

  @Test
  void noInfillMeansNoneAtAll() {
    List<Stroke> strokes =
        layer(compute(Shapes.bar(30, 30, 6), Map.of(Setting.INFILL_DENSITY, Value.of(0))), 15);
    assertThat(strokes).allMatch(s -> s.role().isWall());
  }

  @Test
  void linesOfNeighbouringLayersCross() {
    PlanResult result = compute(Shapes.bar(30, 30, 6), Map.of());
    assertThat(slope(layer(result, 14)) * slope(layer(result, 15))).isCloseTo(-1, within(1e-3));
  }

  private static double slope(List<Stroke> strokes) {
    Stroke line = of(strokes, Role.INFILL).getFirst();
    return (line.path().y(1) - line.path().y(0)) / (line.path().x(1) - line.path().x(0));
  }
}

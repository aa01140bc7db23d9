package org.stratonomy.engine.path;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.stroke.Stroke;

class LineMakerTest {
  private static PlanResult compute(Mesh mesh, Map<Setting, Value> set) {
    return Shapes.compute(Shapes.plan(List.of(), Shapes.everywhere(set)), mesh);
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

  @Test
  void skinsSmallerThanTheLimitAreLeftOut() {
    TriangleSoup soup = new TriangleSoup(24);
    Shapes.addBar(soup, 0, 0, 0, 30, 30, 4);
    Shapes.addBar(soup, 4, 0, 4, 30, 30, 8);
    Mesh step = MeshBuilder.build("step", soup);
    // The step is 4 × 30 = 120 mm².
    for (double limit : new double[] {0, 100, 130}) {
      PlanResult result = compute(step, Map.of(Setting.SKIN_LEAST_AREA, Value.of(limit)));
      assertThat(of(layer(result, 20), Role.TOP_SKIN).isEmpty()).isEqualTo(limit > 120);
      assertThat(of(layer(result, 40), Role.TOP_SKIN)).isNotEmpty();
    }
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

  /** A bar that leans over to the right by a share of its line's width with every layer. */
  private static Mesh leaning(double degrees) {
    double shift = 10 * Math.tan(Math.toRadians(degrees));
    TriangleSoup soup = new TriangleSoup(12);
    double[][] low = {{0, 0, 0}, {20, 0, 0}, {20, 20, 0}, {0, 20, 0}};
    double[][] high = new double[4][];
    for (int i = 0; i < 4; i++) {
      high[i] = new double[] {low[i][0] + shift, low[i][1], 10};
    }
    for (int i = 0; i < 4; i++) {
      int j = (i + 1) % 4;
      for (double[] p : new double[][] {low[i], low[j], high[j], low[i], high[j], high[i]}) {
        soup.corner(p[0], p[1], p[2]);
      }
    }
    for (double[] p : new double[][] {low[0], low[2], low[1], low[0], low[3], low[2]}) {
      soup.corner(p[0], p[1], p[2]);
    }
    for (double[] p : new double[][] {high[0], high[1], high[2], high[0], high[2], high[3]}) {
      soup.corner(p[0], p[1], p[2]);
    }
    return MeshBuilder.build("leaning", soup);
  }

  private static double slowestOuterWall(double degrees) {
    PlanResult result =
        compute(
            leaning(degrees),
            Map.of(
                Setting.OUTER_WALL_SPEED,
                Value.of(40),
                Setting.OVERHANG_SPEED,
                Value.of(40),
                Setting.MIN_LAYER_TIME,
                Value.of(0)));
    return of(layer(result, 20), Role.OUTER_WALL).stream()
        .mapToDouble(Stroke::speed)
        .min()
        .orElseThrow();
  }

  @Test
  void wallsThatHangOverAreSlowedDownByDegree() {
    // A layer of 0.2 mm moves by 0.2 · tan; a line of 0.44 mm hangs over by a quarter from 0.11 mm.
    assertThat(slowestOuterWall(20)).isEqualTo(40);
    assertThat(slowestOuterWall(40)).isCloseTo(40 * 0.8, within(1e-6));
    assertThat(slowestOuterWall(52)).isCloseTo(40 * 0.6, within(1e-6));
    assertThat(slowestOuterWall(65)).isCloseTo(40 * 0.4, within(1e-6));
  }

  @Test
  void onlyTheSideThatHangsOverIsSlowed() {
    PlanResult result =
        compute(
            leaning(65),
            Map.of(Setting.OVERHANG_SPEED, Value.of(40), Setting.MIN_LAYER_TIME, Value.of(0)));
    List<Stroke> outer = of(layer(result, 20), Role.OUTER_WALL);
    double length = outer.stream().mapToDouble(s -> s.path().lengthMm()).sum();
    double slow =
        outer.stream().filter(s -> s.speed() < 40).mapToDouble(s -> s.path().lengthMm()).sum();
    assertThat(length).isCloseTo(4 * (20 - 0.44), within(0.05));
    assertThat(slow).isBetween(19.0, 21.5);
  }

  @Test
  void aBridgeRunsTheShortWayFromBankToBank() {
    PlanResult result = compute(gate(), Map.of());
    // The gap is 20 mm wide in X and 20 mm deep in Y, but free at its ends in Y.
    for (Stroke stroke : of(layer(result, 51), Role.BRIDGE)) {
      for (int i = 0; i < stroke.path().segmentCount(); i++) {
        double dx = Math.abs(stroke.path().x(i + 1) - stroke.path().x(i));
        double dy = Math.abs(stroke.path().y(i + 1) - stroke.path().y(i));
        if (dx + dy > 1) {
          assertThat(dy).isLessThan(1e-6);
          assertThat(dx).as("held by two lines at each end").isGreaterThan(20 + 4 * 0.44);
        }
      }
    }
    assertThat(of(layer(result, 51), Role.BRIDGE)).isNotEmpty();
  }

  @Test
  void shortClosedWallsAreSlower() {
    PlanResult result =
        compute(
            Shapes.cylinder(1.6, 2),
            Map.of(
                Setting.SMALL_WALL_LENGTH,
                Value.of(15),
                Setting.SMALL_WALL_SPEED,
                Value.of(50),
                Setting.MIN_LAYER_TIME,
                Value.of(0)));
    assertThat(of(layer(result, 5), Role.OUTER_WALL)).allMatch(s -> s.speed() == 20);
  }

  @ParameterizedTest
  @org.junit.jupiter.params.provider.CsvSource({
    "inner first, INNER_WALL, OUTER_WALL, INFILL",
    "outer first, OUTER_WALL, INNER_WALL, INFILL",
    "after infill, INFILL, INNER_WALL, OUTER_WALL"
  })
  void wallsAndInfillComeInTheOrderAskedFor(String choice, Role first, Role second, Role third) {
    PlanResult result =
        compute(Shapes.bar(30, 30, 5), Map.of(Setting.WALL_ORDER, Value.of(choice)));
    List<Role> order = layer(result, 12).stream().map(Stroke::role).distinct().toList();
    assertThat(order).containsExactly(first, second, third);
  }
}

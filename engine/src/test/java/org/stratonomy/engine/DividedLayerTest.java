package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.assertj.core.api.Assertions.withinPercentage;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshSource;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Region.Depth;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.stroke.Stroke;

/** Layers that rules divide, as they are printed. */
class DividedLayerTest {
  private static final double WIDTH = 0.44;
  private static final double HEIGHT = 0.2;
  private static final double STRAND = 1.75;
  private static final double SIZE = 20;
  private static final int MIDDLE = 8;

  private static PlanResult compute(Plan plan, Mesh mesh) {
    return Shapes.compute(plan, mesh);
  }

  private static Rule solid(Map<Setting, Value> more) {
    Map<Setting, Value> set = new HashMap<>(more);
    set.putIfAbsent(Setting.INFILL_DENSITY, Value.of(100));
    set.put(Setting.LINE_WIDTH, Value.of(WIDTH));
    set.put(Setting.SKIRT_LINES, Value.of(0));
    return Shapes.everywhere(set);
  }

  private static PlanResult withRegion(
      Region.Shape shape, Map<Setting, Value> inside, Map<Setting, Value> everywhere) {
    Plan plan =
        Shapes.divided(
            List.of(new Region("part", "Part", shape)),
            Shapes.region("part", inside),
            solid(everywhere));
    return compute(plan, Shapes.bar(SIZE, SIZE, 3));
  }

  private static final Map<Setting, Value> SECOND = Map.of(Setting.FILAMENT, Value.of(2));

  private static List<Stroke> strokes(PlanResult result, int layer, int slot) {
    return result.schedule().layers().get(layer - 1).strokes().stream()
        .filter(stroke -> stroke.slot() == slot)
        .toList();
  }

  private static double volume(List<Stroke> strokes) {
    return strokes.stream().mapToDouble(Stroke::volumeMm3).sum();
  }

  /** How often a straight way from the middle of a side inwards crosses walls of a layer. */
  private static long wallsCrossed(PlanResult result, int layer, double depth) {
    double y = 105.013;
    double from = 125 - SIZE / 2;
    long crossed = 0;
    for (Stroke stroke : result.schedule().layers().get(layer - 1).strokes()) {
      Path path = stroke.path();
      for (int i = 0; stroke.role().isWall() && i < path.segmentCount(); i++) {
        int j = path.segmentEnd(i);
        if (path.y(i) > y != path.y(j) > y) {
          double t = (y - path.y(i)) / (path.y(j) - path.y(i));
          double x = path.x(i) + t * (path.x(j) - path.x(i));
          crossed += x > from && x < from + depth ? 1 : 0;
        }
      }
    }
    return crossed;
  }

  @ParameterizedTest
  @CsvSource({"0.9, 2", "0.94, 2", "1.0, 2", "1.03, 2", "1.0, 1"})
  void aCoreTakesWhatIsTooNarrowForALineBesideTheWalls(double depth, int slot) {
    PlanResult result =
        withRegion(
            new Region.Core(Depth.ofMm(depth), Depth.of(0)),
            Map.of(Setting.FILAMENT, Value.of(slot), Setting.NOZZLE_TEMPERATURE, Value.of(222)),
            Map.of(Setting.WALLS, Value.of(2), Setting.JOINT_WALLS, Value.of(0)));
    List<Stroke> all = result.schedule().layers().get(MIDDLE - 1).strokes();
    assertThat(volume(all)).isCloseTo(SIZE * SIZE * HEIGHT, withinPercentage(0.7));
  }

  @ParameterizedTest
  @CsvSource({"2, 2", "3, 3", "2, 4", "4, 2"})
  void aCoreBringsNoWallsAndTakesNone(int walls, int depth) {
    PlanResult result =
        withRegion(
            new Region.Core(Depth.of(depth), Depth.of(3)),
            SECOND,
            Map.of(Setting.WALLS, Value.of(walls), Setting.JOINT_WALLS, Value.of(0)));
    assertThat(wallsCrossed(result, MIDDLE, 4)).isEqualTo(walls);
    assertThat(strokes(result, MIDDLE, 2)).isNotEmpty();
    assertThat(strokes(result, MIDDLE, 2))
        .noneMatch(stroke -> stroke.role().isWall() && depth > walls);
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2})
  void whatLiesAroundACoreGetsWallsAlongTheJoint(int jointWalls) {
    PlanResult result =
        withRegion(
            new Region.Core(Depth.ofMm(4), Depth.of(3)),
            Map.of(Setting.FILAMENT, Value.of(2), Setting.JOINT_WALLS, Value.of(0)),
            Map.of(Setting.JOINT_WALLS, Value.of(jointWalls)));
    assertThat(wallsCrossed(result, MIDDLE, 4.5)).isEqualTo(2 + jointWalls);
    assertThat(strokes(result, MIDDLE, 2)).noneMatch(stroke -> stroke.role().isWall());
  }

  @Test
  void aJointIsWhereTheSumSaysItIs() {
    PlanResult result =
        withRegion(
            new Region.Core(Depth.of(2), Depth.of(3)),
            SECOND,
            Map.of(Setting.JOINT_OVERLAP, Value.of(0)));
    double side = SIZE - 4 * WIDTH;
    assertThat(volume(strokes(result, MIDDLE, 2)))
        .isCloseTo(side * side * HEIGHT, within(0.002 * side * side * HEIGHT));
    assertThat(volume(strokes(result, MIDDLE, 1)))
        .isCloseTo((SIZE * SIZE - side * side) * HEIGHT, within(0.05));
    assertThat(strokes(result, 3, 2)).isEmpty();
    assertThat(strokes(result, 4, 2)).isNotEmpty();
    assertThat(strokes(result, 12, 2)).isNotEmpty();
    assertThat(strokes(result, 13, 2)).isEmpty();
  }

  static List<Region.Shape> shapes() {
    return List.of(
        new Region.Core(Depth.of(2), Depth.of(2)),
        new Region.Core(Depth.ofMm(3), Depth.of(2)),
        new Region.Box(new Vector(3, 2, 1.5), new Vector(9.3, 7.1, 4)),
        new Region.Box(new Vector(10, 0, 1.5), new Vector(8, 6, 4)),
        new Region.Cylinder(new Vector(0, 0, 1.5), 11, 4),
        new Region.Sphere(new Vector(-4, 3, 1.5), 9));
  }

  /** Distance to the outline of the bar, positive inside. */
  private static double depth(double x, double y) {
    return SIZE / 2 - Math.max(Math.abs(x - 125), Math.abs(y - 105));
  }

  @ParameterizedTest
  @MethodSource("shapes")
  void atAJointThereIsNoHoleAndNoLineTwice(Region.Shape shape) throws IOException {
    PlanResult result = withRegion(shape, SECOND, Map.of());
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    Planner.writeProgram(result, bytes);
    GcodeReader program = GcodeReader.read(bytes.toString(StandardCharsets.UTF_8));
    double half = SIZE / 2;
    for (int number : new int[] {MIDDLE, MIDDLE + 1}) {
      LayerRaster raster = new LayerRaster(125 - half, 105 - half, 125 + half, 105 + half);
      raster.paint(
          program.extrusions.stream()
              .filter(e -> Math.abs(e.z() - number * HEIGHT) < 1e-6)
              .toList(),
          HEIGHT,
          STRAND);
      double px = LayerRaster.PIXEL_MM;
      assertThat(raster.measure((x, y) -> depth(x, y) > -0.02 - px).outside()).isLessThan(0.02);
      assertThat(raster.measure((x, y) -> depth(x, y) > 0).twice()).isLessThan(0.03);
      assertThat(raster.hasHole((x, y) -> depth(x, y) > 0.02, 0.5 * WIDTH / 2 + px)).isFalse();
    }
    double printed = program.volume(STRAND);
    assertThat(printed).isCloseTo(SIZE * SIZE * 3, within(0.012 * SIZE * SIZE * 3));
  }

  @Test
  void aRegionThatOnlyPrintsHotterHasNoJoint() {
    Map<Setting, Value> hot = Map.of(Setting.NOZZLE_TEMPERATURE, Value.of(225));
    PlanResult result =
        withRegion(new Region.Cylinder(new Vector(0, 0, 1.5), 11, 4), hot, Map.of());
    PlanResult plain = withRegion(new Region.Sphere(new Vector(0, 0, 0), 1), Map.of(), Map.of());
    double hotVolume = 0;
    double all = 0;
    for (Stroke stroke : result.schedule().layers().get(MIDDLE).strokes()) {
      all += stroke.volumeMm3();
      hotVolume += stroke.nozzleC() == 225 ? stroke.volumeMm3() : 0;
    }
    double expected = Math.PI * 5.5 * 5.5 * HEIGHT;
    assertThat(hotVolume).isCloseTo(expected, within(0.03 * expected));
    assertThat(all)
        .isCloseTo(volume(plain.schedule().layers().get(MIDDLE).strokes()), within(1e-3 * all));
  }

  @Test
  void aRoleIsPrintedInAFilamentOfItsOwn() {
    Scope outer =
        new Scope(
            List.of(),
            List.of(),
            List.of(),
            List.of(),
            List.of(Role.OUTER_WALL, Role.TOP_SKIN),
            Optional.empty());
    Plan plan = Shapes.plan(List.of(), new Rule(outer, SECOND), solid(Map.of()));
    PlanResult result = compute(plan, Shapes.bar(SIZE, SIZE, 1));
    result.schedule().layers().stream()
        .flatMap(layer -> layer.strokes().stream())
        .forEach(
            stroke -> {
              boolean own = stroke.role() == Role.OUTER_WALL || stroke.role() == Role.TOP_SKIN;
              assertThat(stroke.slot()).isEqualTo(own ? 2 : 1);
            });
    assertThat(result.schedule().layers()).allMatch(layer -> !layer.halts().isEmpty());
  }

  @Test
  void supportIsForcedInARegionAndForbiddenInAnother() {
    Mesh table = Shapes.table();
    Region left =
        new Region("left", "Left", new Region.Box(new Vector(-10, 0, 4), new Vector(10, 30, 20)));
    Map<Setting, Value> forced = Map.of(Setting.SUPPORT, Value.of("forced"));
    Map<Setting, Value> none = Map.of(Setting.SUPPORT, Value.of("none"));
    Map<Setting, Value> everywhere = Map.of(Setting.SUPPORT, Value.of("everywhere"));
    PlanResult onlyLeft =
        compute(Shapes.divided(List.of(left), Shapes.region("left", forced)), table);
    PlanResult allButLeft =
        compute(
            Shapes.divided(
                List.of(left), Shapes.region("left", none), Shapes.everywhere(everywhere)),
            table);
    assertThat(supported(onlyLeft)).isNotEmpty().allMatch(x -> x < 125 - 3);
    assertThat(supported(allButLeft)).isNotEmpty().allMatch(x -> x > 125 - 7);
  }

  /** X of all points of support, mm. */
  private static List<Double> supported(PlanResult result) {
    List<Double> found = new ArrayList<>();
    result.schedule().layers().stream()
        .flatMap(layer -> layer.strokes().stream())
        .filter(stroke -> stroke.role() == Role.SUPPORT)
        .forEach(
            stroke -> {
              for (int i = 0; i < stroke.path().size(); i++) {
                found.add(stroke.path().x(i));
              }
            });
    return found;
  }

  /** What is shown ahead is what will be printed, in whatever order. */
  @Test
  void aLayerByItselfHasTheLinesOfTheWhole() {
    Plan plan =
        Shapes.divided(
            List.of(
                new Region("box", "Box", new Region.Box(new Vector(2, 0, 2), new Vector(8, 6, 3)))),
            Shapes.region("box", Map.of(Setting.FILAMENT, Value.of(2))));
    MeshSource source = Shapes.source(Shapes.bar(20, 16, 4));
    try (Planner planner = new Planner(1 << 24, 1);
        Planner other = new Planner(1 << 24, 1)) {
      PlanResult result = planner.compute(Shapes.job(plan), source, Progress.NONE);
      for (double height : new double[] {0, 1.85, 3.9}) {
        LayerSchedule ahead = other.preview(Shapes.job(plan), source, height).orElseThrow();
        LayerSchedule whole = result.schedule().layers().get(ahead.layer().number() - 1);
        assertThat(ahead.layer()).isEqualTo(whole.layer());
        assertThat(measures(ahead)).containsExactlyElementsOf(measures(whole));
      }
      assertThat(other.preview(Shapes.job(plan), source, 4)).isEmpty();
    }
  }

  private static List<String> measures(LayerSchedule layer) {
    return layer.strokes().stream()
        .map(
            stroke ->
                "%s %d %.3f %.3f"
                    .formatted(
                        stroke.role(), stroke.slot(), stroke.widthMm(), stroke.path().lengthMm()))
        .sorted()
        .toList();
  }
}

package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.Example;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.stratonomy.engine.divide.Cell;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Region.Depth;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.strata.PieceLayer;
import org.stratonomy.engine.stroke.Stroke;

/** What always holds of pieces that regions divide at random. */
class DividedPrintProperties {
  private static final double STRAND = 1.75;

  /** Joints overlap by this and a little rounding, mm. */
  private static final double JOINT = 0.06;

  /**
   * What is narrower than half a line goes to the part beside it, whose lines fill it and whose
   * walls run across its ends, mm.
   */
  private static final double SLIVER = 0.22;

  @Provide
  Arbitrary<List<Region.Shape>> shapes() {
    Arbitrary<Double> place = Arbitraries.doubles().between(-9, 9);
    Arbitrary<Double> size = Arbitraries.doubles().between(1, 14);
    Arbitrary<Vector> middle = Combinators.combine(place, place).as((x, y) -> new Vector(x, y, 1));
    Arbitrary<Region.Shape> box =
        Combinators.combine(middle, size, size)
            .as((at, a, b) -> new Region.Box(at, new Vector(a, b, 3)));
    Arbitrary<Region.Shape> cylinder =
        Combinators.combine(middle, size).as((at, d) -> new Region.Cylinder(at, d, 3));
    Arbitrary<Region.Shape> sphere =
        Combinators.combine(middle, size).as((at, d) -> new Region.Sphere(at, d));
    Arbitrary<Region.Shape> core =
        Combinators.combine(
                Arbitraries.doubles().between(0.2, 4), Arbitraries.integers().between(0, 3))
            .as((depth, layers) -> new Region.Core(Depth.ofMm(depth), Depth.of(layers)));
    return Arbitraries.oneOf(box, cylinder, sphere, core).list().ofMinSize(1).ofMaxSize(3);
  }

  private static PlanResult compute(List<Region.Shape> shapes, Mesh mesh, Rule... more) {
    List<Region> regions = new ArrayList<>();
    List<Rule> rules = new ArrayList<>();
    for (int i = 0; i < shapes.size(); i++) {
      regions.add(new Region("r" + i, "R" + i, shapes.get(i)));
      rules.add(Shapes.region("r" + i, Map.of(Setting.FILAMENT, Value.of(2 - i % 2))));
    }
    rules.add(
        Shapes.everywhere(
            Map.of(
                Setting.INFILL_DENSITY, Value.of(100),
                Setting.SKIRT_LINES, Value.of(0))));
    rules.addAll(List.of(more));
    Plan plan = Shapes.divided(regions, rules.toArray(Rule[]::new));
    return Shapes.compute(plan, mesh);
  }

  @Property(tries = 25)
  void everyStrokeHasTheFilamentOfTheCellsThatItRunsIn(
      @ForAll("shapes") List<Region.Shape> shapes, @ForAll(supplier = Any.Boxes.class) Mesh mesh) {
    PlanResult result = compute(shapes, mesh);
    List<PieceLayer> layers = result.stack().pieces().getFirst().layers();
    for (LayerSchedule layer : result.schedule().layers()) {
      PieceLayer own = layers.get(layer.layer().number() - 1);
      Area[] areas = new Area[3];
      Area[] withSlivers = new Area[3];
      Area[] wide = new Area[3];
      for (int slot = 1; slot <= 2; slot++) {
        List<Area> cells = new ArrayList<>();
        for (Cell cell : result.cells().getFirst().of(own)) {
          if (cell.settings().all().slot() == slot) {
            cells.add(cell.area());
          }
        }
        Area all = cells.isEmpty() ? Area.EMPTY : Plane.union(cells);
        areas[slot] = Plane.outset(all, JOINT);
        withSlivers[slot] = Plane.outset(all, JOINT + SLIVER);
        wide[slot] = Plane.outset(Plane.inset(all, SLIVER / 2), SLIVER / 2);
      }
      for (Stroke stroke : layer.strokes()) {
        Path path = stroke.path();
        for (int i = 0; i < path.segmentCount(); i++) {
          int j = path.segmentEnd(i);
          double x = (path.x(i) + path.x(j)) / 2;
          double y = (path.y(i) + path.y(j)) / 2;
          boolean isInSliver =
              withSlivers[stroke.slot()].contains(x, y)
                  && !(stroke.role().isWall() && wide[3 - stroke.slot()].contains(x, y));
          assertThat(areas[stroke.slot()].contains(x, y) || isInSliver)
              .as("%s at %.3f %.3f in layer %d", stroke.role(), x, y, layer.layer().number())
              .isTrue();
        }
      }
    }
  }

  /** A crescent that thins out to nothing between two rounds. */
  @Example
  void wallsRunAcrossTheEndsOfACrescent() {
    everyStrokeHasTheFilamentOfTheCellsThatItRunsIn(
        List.of(
            new Region.Cylinder(new Vector(0, 0, 1), 1, 3),
            new Region.Cylinder(new Vector(0, -1.54, 1), 3.61, 3),
            new Region.Sphere(new Vector(-0.74, -1.35, 1), 5.27)),
        Shapes.boxes(43));
  }

  @Property(tries = 15)
  void aSolidBarKeepsItsVolumeHoweverItIsDivided(@ForAll("shapes") List<Region.Shape> shapes)
      throws IOException {
    Rule noOverlap = Shapes.everywhere(Map.of(Setting.JOINT_OVERLAP, Value.of(0.0)));
    PlanResult result = compute(shapes, Shapes.bar(22, 18, 2), noOverlap);
    double expected = 22 * 18 * 2;
    assertThat(printed(result)).isCloseTo(expected, within(0.02 * expected));
  }

  /** Walls, joint walls and what is between them: any number of lines and any rest of a line. */
  @Property(tries = 30)
  void whereWallsAndJointsLeaveLittleRoomItIsFilledOnce(
      @ForAll @DoubleRange(min = 0.3, max = 2.6) double depth,
      @ForAll @IntRange(min = 0, max = 3) int jointWalls)
      throws IOException {
    barIsFilledOnce(new Region.Core(Depth.ofMm(depth), Depth.of(0)), jointWalls);
  }

  /** A strip has another part on both of its sides. */
  @Property(tries = 30)
  void aStripBetweenTwoJointsIsFilledOnce(
      @ForAll @DoubleRange(min = 0.3, max = 4) double width,
      @ForAll @IntRange(min = 0, max = 3) int jointWalls)
      throws IOException {
    Region.Shape strip = new Region.Box(new Vector(0, 0, 1), new Vector(30, width, 3));
    barIsFilledOnce(strip, jointWalls);
  }

  /** Of two parts beside each other that have the same filament only one has the joint. */
  @Property(tries = 15)
  void aRingBetweenTwoCoresIsFilledOnce(
      @ForAll @DoubleRange(min = 0.9, max = 3) double depth,
      @ForAll @DoubleRange(min = 0.05, max = 1.2) double ring)
      throws IOException {
    aSolidBarKeepsItsVolumeHoweverItIsDivided(
        List.of(
            new Region.Core(Depth.ofMm(depth + ring), Depth.of(0)),
            new Region.Core(Depth.ofMm(depth), Depth.of(0))));
  }

  /** Two and a half lines: what whole lines leave is as wide as the narrowest line. */
  @Example
  void aRingOfTwoLinesAndAHalfIsFilledOnce() throws IOException {
    aRingBetweenTwoCoresIsFilledOnce(1.65, 1.1);
    aRingBetweenTwoCoresIsFilledOnce(1.65, 1.099);
  }

  private static void barIsFilledOnce(Region.Shape shape, int jointWalls) throws IOException {
    Rule joints =
        Shapes.everywhere(
            Map.of(
                Setting.JOINT_WALLS, Value.of(jointWalls), Setting.JOINT_OVERLAP, Value.of(0.0)));
    PlanResult result = compute(List.of(shape), Shapes.bar(22, 18, 2), joints);
    double expected = 22 * 18 * 2;
    assertThat(printed(result)).isCloseTo(expected, within(0.01 * expected));
  }

  private static double printed(PlanResult result) throws IOException {
    return GcodeReader.of(result).volume(STRAND);
  }
}

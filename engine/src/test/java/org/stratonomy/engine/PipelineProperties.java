package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.stratonomy.engine.Shapes.everywhere;
import static org.stratonomy.engine.Shapes.stratum;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.stroke.Stroke;

/** What always holds from mesh to program, checked by a reader that shares no code with it. */
class PipelineProperties {
  private static final double DIAMETER = 1.75;
  private static final Rule SOLID =
      everywhere(Map.of(Setting.INFILL_DENSITY, Value.of(100), Setting.SKIRT_LINES, Value.of(0)));

  private static PlanResult compute(Plan plan, Mesh mesh) {
    return Shapes.compute(plan, mesh);
  }

  private static String program(PlanResult result) {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try {
      Planner.writeProgram(result, bytes);
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
    return bytes.toString(StandardCharsets.UTF_8);
  }

  private static GcodeReader printed(Plan plan, Mesh mesh) {
    return GcodeReader.read(program(compute(plan, mesh)));
  }

  @Property(tries = 12)
  void aSolidBarHasTheVolumeOfItsFormula(
      @ForAll @DoubleRange(min = 8, max = 40) double x,
      @ForAll @DoubleRange(min = 8, max = 40) double y,
      @ForAll @DoubleRange(min = 0.3, max = 8) double z) {
    assertThat(printed(Shapes.plan(List.of(), SOLID), Shapes.bar(x, y, z)).volume(DIAMETER))
        .isCloseTo(x * y * z, within(0.01 * x * y * z));
  }

  @Property(tries = 6)
  void aSolidCylinderHasTheVolumeOfItsFormula(
      @ForAll @DoubleRange(min = 6, max = 25) double radius,
      @ForAll @DoubleRange(min = 1, max = 6) double height) {
    double expected = Math.PI * radius * radius * height;
    assertThat(
            printed(Shapes.plan(List.of(), SOLID), Shapes.cylinder(radius, height))
                .volume(DIAMETER))
        .isCloseTo(expected, within(0.01 * expected));
  }

  @Test
  void aSolidConeAndASolidSphereHaveTheVolumesOfTheirFormulas() {
    double cone = Math.PI * 15 * 15 * 20 / 3;
    assertThat(printed(Shapes.plan(List.of(), SOLID), Shapes.cone(15, 20)).volume(DIAMETER))
        .isCloseTo(cone, within(0.01 * cone));
    double sphere = 4 * Math.PI * 1000 / 3;
    assertThat(printed(Shapes.plan(List.of(), SOLID), Shapes.sphere(10)).volume(DIAMETER))
        .isCloseTo(sphere, within(0.01 * sphere));
  }

  @Test
  void aSolidTorusAndASolidGyroidBlockHaveTheVolumesOfTheirMeshes() {
    double torus = 2 * Math.PI * Math.PI * 12 * 4 * 4;
    assertThat(printed(Shapes.plan(List.of(), SOLID), Shapes.torus(12, 4)).volume(DIAMETER))
        .isCloseTo(torus, within(0.01 * torus));
    Mesh gyroid = GyroidBlock.of(20, 10, 0.6, 48);
    assertThat(gyroid.report().openEdges()).isZero();
    GcodeReader program = printed(Shapes.plan(List.of(), SOLID), gyroid);
    assertThat(program.faults).isEmpty();
    double volume = gyroid.report().volumeMm3();
    assertThat(program.volume(DIAMETER)).isCloseTo(volume, within(0.01 * volume));
  }

  @Property(tries = 8)
  void strokesStayInsideAndFillIt(@ForAll @DoubleRange(min = 5, max = 20) double radius) {
    GcodeReader program = printed(Shapes.plan(List.of(), SOLID), Shapes.cylinder(radius, 0.6));
    for (double z : new double[] {0.2, 0.4, 0.6}) {
      LayerRaster raster = new LayerRaster(124 - radius, 104 - radius, 126 + radius, 106 + radius);
      raster.paint(
          program.extrusions.stream().filter(e -> Math.abs(e.z() - z) < 1e-6).toList(),
          0.2,
          DIAMETER);
      double reach = radius + 0.02 + LayerRaster.PIXEL_MM;
      LayerRaster.Measure outside = raster.measure((x, y) -> Math.hypot(x - 125, y - 105) < reach);
      assertThat(outside.outside()).isZero();
      LayerRaster.Measure inside = raster.measure((x, y) -> Math.hypot(x - 125, y - 105) < radius);
      assertThat(inside.covered()).isGreaterThan(0.96);
      assertThat(inside.twice()).isLessThan(0.02);
    }
  }

  @Property(tries = 25)
  void theFilamentOnBothSidesOfABoundaryIsTheRightOne(
      @ForAll @IntRange(min = 5, max = 60) int tenths,
      @ForAll @IntRange(min = 5, max = 60) int more) {
    double low = tenths / 10.0;
    double high = low + more / 10.0;
    double top = high + 2;
    Plan plan =
        Shapes.plan(
            List.of(low, high),
            stratum(
                2,
                Map.of(Setting.FILAMENT, Value.of(2), Setting.NOZZLE_TEMPERATURE, Value.of(225))));
    GcodeReader program = printed(plan, Shapes.bar(10, 10, top));
    assertThat(program.faults).isEmpty();
    assertThat(program.swapHeights).hasSize(2);
    assertThat(program.swapHeights.get(0)).isCloseTo(low, within(0.0006));
    assertThat(program.swapHeights.get(1)).isCloseTo(high, within(0.0006));
    for (GcodeReader.Extrusion e : program.extrusions) {
      boolean second = e.z() > low + 1e-3 && e.z() < high + 1e-3;
      assertThat(e.swaps() % 2 == 1).as("filament at z %s", e.z()).isEqualTo(second);
      assertThat(e.nozzleC()).isEqualTo(second ? 225 : 210);
    }
  }

  @Test
  void theProgramGivesBackTheLedger() {
    PlanResult result =
        compute(
            Shapes.plan(List.of(2.0), stratum(2, Map.of(Setting.FILAMENT, Value.of(2)))),
            Shapes.cone(12, 9));
    GcodeReader program = GcodeReader.read(program(result));
    double ledger = result.ledger().slots().stream().mapToDouble(slot -> slot.lengthMm()).sum();
    double read = program.extrusions.stream().mapToDouble(GcodeReader.Extrusion::e).sum();
    assertThat(read).isCloseTo(ledger, within(1e-3 * ledger));
    double second =
        program.extrusions.stream().filter(e -> e.swaps() == 1).mapToDouble(e -> e.e()).sum();
    assertThat(second).isCloseTo(result.ledger().slots().get(1).lengthMm(), within(1e-3 * second));
  }

  @Test
  void aBoundaryInsideAPieceGetsNoLidAndAHollowUnderOneDoes() {
    Mesh bar = Shapes.bar(20, 20, 10);
    PlanResult divided = compute(Shapes.plan(List.of(5.0)), bar);
    LayerSchedule above = divided.schedule().layers().get(25);
    assertThat(above.layer().bottom()).isEqualTo(5.0);
    assertThat(above.strokes()).noneMatch(s -> s.role().label().contains("skin"));
    assertThat(above.strokes()).anyMatch(s -> s.role().label().equals("infill"));
    LayerSchedule last = divided.schedule().layers().getLast();
    assertThat(last.strokes()).anyMatch(s -> s.role().label().equals("top skin"));
  }

  @Property(tries = 6)
  void cachedAndFreshOneThreadAndManyGiveTheSameBytes(
      @ForAll(supplier = Any.Boxes.class) Mesh mesh) {
    Job plain = Shapes.job(Shapes.plan(List.of()));
    Job edited =
        Shapes.job(Shapes.plan(List.of(1.0), stratum(1, Map.of(Setting.FILAMENT, Value.of(2)))));
    try (Planner one = new Planner(1 << 26, 1);
        Planner many = new Planner(1 << 26, 4)) {
      many.compute(plain, Shapes.source(mesh), Progress.NONE);
      String cached = program(many.compute(edited, Shapes.source(mesh), Progress.NONE));
      String again = program(many.compute(edited, Shapes.source(mesh), Progress.NONE));
      String fresh = program(one.compute(edited, Shapes.source(mesh), Progress.NONE));
      assertThat(cached).isEqualTo(fresh).isEqualTo(again);
    }
  }

  @Property(tries = 6)
  void noStrokeLeavesAUnionOfBoxes(@ForAll(supplier = Any.Boxes.class) Mesh mesh) {
    PlanResult result = compute(Shapes.plan(List.of()), mesh);
    var bounds = result.placed().getFirst().bounds();
    for (LayerSchedule layer : result.schedule().layers()) {
      for (Stroke stroke : layer.strokes()) {
        if (!stroke.origin().hasPiece()) {
          continue;
        }
        for (int i = 0; i < stroke.path().size(); i++) {
          double half = stroke.widthMm() / 2 * 0.8;
          assertThat(stroke.path().x(i)).isBetween(bounds.minX() + half, bounds.maxX() - half);
          assertThat(stroke.path().y(i)).isBetween(bounds.minY() + half, bounds.maxY() - half);
        }
      }
    }
  }
}

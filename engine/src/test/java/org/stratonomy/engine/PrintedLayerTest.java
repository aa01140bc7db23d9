package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;

/**
 * Layers as they come out of a program: read independently, painted, and held against the model.
 */
class PrintedLayerTest {
  private static final double STRAND = 1.75;
  private static final double WIDTH = 0.44;
  private static final double HEIGHT = 0.2;

  /** In a sharp tip beyond the last line the hole may be a little wider than half a line. */
  private static final double HOLE_IN_TIP = 0.75 * WIDTH;

  /** Distance to the outline of a model in its place on the bed, positive inside. */
  private interface Depth {
    double at(double x, double y);
  }

  private static GcodeReader print(Mesh mesh, Map<Setting, Value> more) {
    Map<Setting, Value> set = new HashMap<>(more);
    set.putIfAbsent(Setting.INFILL_DENSITY, Value.of(100));
    set.putIfAbsent(Setting.SKIRT_LINES, Value.of(0));
    try (Planner planner = new Planner(1 << 26, 2)) {
      PlanResult result =
          planner.compute(
              Shapes.job(Shapes.plan(List.of(), Shapes.everywhere(set))),
              Shapes.source(mesh),
              Progress.NONE);
      ByteArrayOutputStream bytes = new ByteArrayOutputStream();
      Planner.writeProgram(result, bytes);
      return GcodeReader.read(bytes.toString(StandardCharsets.UTF_8));
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
  }

  private static List<GcodeReader.Extrusion> layer(GcodeReader program, int number) {
    return program.extrusions.stream()
        .filter(e -> Math.abs(e.z() - number * HEIGHT) < 1e-6)
        .toList();
  }

  private static double volume(List<GcodeReader.Extrusion> extrusions) {
    return extrusions.stream().mapToDouble(GcodeReader.Extrusion::e).sum()
        * Math.PI
        * STRAND
        * STRAND
        / 4;
  }

  private static void assertFilled(Mesh mesh, double size, double largestHole, Depth depth) {
    GcodeReader program = print(mesh, Map.of());
    for (int number : new int[] {3, 4}) {
      LayerRaster raster =
          new LayerRaster(125 - size / 2, 105 - size / 2, 125 + size / 2, 105 + size / 2);
      raster.paint(layer(program, number), HEIGHT, STRAND);
      double reach = 0.02 + LayerRaster.PIXEL_MM;
      assertThat(raster.measure((x, y) -> depth.at(x, y) > -reach).outside())
          .as("area outside, mm²")
          .isLessThan(0.02);
      assertThat(raster.measure((x, y) -> depth.at(x, y) > 0).twice())
          .as("share covered twice")
          .isLessThan(0.02);
      assertThat(
              raster.hasHole(
                  (x, y) -> depth.at(x, y) > 0.02, largestHole / 2 + LayerRaster.PIXEL_MM))
          .as("a hole wider than %s mm", largestHole)
          .isFalse();
    }
  }

  private static double ringDepth(double[] xy, double x, double y) {
    double nearest = Double.POSITIVE_INFINITY;
    boolean inside = false;
    int n = xy.length / 2;
    for (int i = 0, j = n - 1; i < n; j = i++) {
      double ax = xy[2 * j];
      double ay = xy[2 * j + 1];
      double bx = xy[2 * i];
      double by = xy[2 * i + 1];
      double t =
          Math.clamp(
              ((x - ax) * (bx - ax) + (y - ay) * (by - ay))
                  / ((bx - ax) * (bx - ax) + (by - ay) * (by - ay)),
              0,
              1);
      nearest = Math.min(nearest, Math.hypot(x - ax - t * (bx - ax), y - ay - t * (by - ay)));
      if ((ay > y) != (by > y) && x < ax + (y - ay) / (by - ay) * (bx - ax)) {
        inside = !inside;
      }
    }
    return inside ? nearest : -nearest;
  }

  private static double[] middled(double[] xy) {
    double[] moved = xy.clone();
    double minX = Double.POSITIVE_INFINITY;
    double maxX = Double.NEGATIVE_INFINITY;
    double minY = Double.POSITIVE_INFINITY;
    double maxY = Double.NEGATIVE_INFINITY;
    for (int i = 0; i < xy.length; i += 2) {
      minX = Math.min(minX, xy[i]);
      maxX = Math.max(maxX, xy[i]);
      minY = Math.min(minY, xy[i + 1]);
      maxY = Math.max(maxY, xy[i + 1]);
    }
    for (int i = 0; i < xy.length; i += 2) {
      moved[i] += 125 - (minX + maxX) / 2;
      moved[i + 1] += 105 - (minY + maxY) / 2;
    }
    return moved;
  }

  @ParameterizedTest
  @CsvSource({"5, 8, 14", "9, 6, 15", "12, 4, 12", "7, 12, 14"})
  void starsAreFilledWithoutHolesAndNotTwice(int tips, double inner, double outer) {
    double[] ring = middled(Shapes.star(tips, inner, outer));
    assertFilled(
        Shapes.prism(1.2, Shapes.star(tips, inner, outer)),
        2 * outer + 2,
        HOLE_IN_TIP,
        (x, y) -> ringDepth(ring, x, y));
  }

  @ParameterizedTest
  @ValueSource(doubles = {0.5, 0.8, 1.15, 1.4, 1.7, 2.05, 2.2, 3})
  void thinRingsAreFilledByWholeAndFittedLines(double thickness) {
    double outer = 10;
    Mesh tube =
        Shapes.turned(
            new double[] {outer - thickness, 0},
            new double[] {outer, 0},
            new double[] {outer, 1.2},
            new double[] {outer - thickness, 1.2},
            new double[] {outer - thickness, 0});
    assertFilled(
        tube,
        22,
        WIDTH / 2,
        (x, y) -> {
          double r = Math.hypot(x - 125, y - 105);
          return Math.min(outer - r, r - outer + thickness);
        });
    double expected = Math.PI * (outer * outer - (outer - thickness) * (outer - thickness));
    assertThat(volume(layer(print(tube, Map.of()), 3)))
        .isCloseTo(expected * HEIGHT, within(0.02 * expected * HEIGHT));
  }

  @Test
  void aSectionOfATorusIsFilled() {
    Mesh torus = Shapes.torus(9, 3);
    double z = 2.5 * HEIGHT;
    double half = Math.sqrt(9 - (3 - z) * (3 - z));
    GcodeReader program = print(torus, Map.of());
    LayerRaster raster = new LayerRaster(112, 92, 138, 118);
    raster.paint(layer(program, 3), HEIGHT, STRAND);
    LayerRaster.Inside inside = (x, y) -> Math.abs(Math.hypot(x - 125, y - 105) - 9) < half;
    assertThat(raster.measure(inside).covered()).isGreaterThan(0.96);
    assertThat(raster.measure(inside).twice()).isLessThan(0.02);
  }

  @Test
  void aRibOfFourLinesHasNoInfillInIt() {
    GcodeReader program =
        print(Shapes.comb(2, 4 * WIDTH), Map.of(Setting.INFILL_DENSITY, Value.of(30)));
    // The rib runs along Y; a scrap of infill in it would run across or be short.
    double top = layer(program, 6).stream().mapToDouble(GcodeReader.Extrusion::y1).max().orElse(0);
    List<GcodeReader.Extrusion> inRib =
        layer(program, 6).stream()
            .filter(e -> Math.min(e.y0(), e.y1()) > top - 7 && Math.max(e.y0(), e.y1()) < top - 1)
            .toList();
    assertThat(inRib).isEmpty();
    assertThat(
            layer(program, 6).stream()
                .filter(e -> Math.abs(e.y1() - e.y0()) > 8 && Math.abs(e.x1() - e.x0()) < 1e-3))
        .as("lines along the rib")
        .hasSize(4);
  }

  @ParameterizedTest
  @ValueSource(strings = {"lines", "grid", "triangles", "honeycomb", "gyroid", "concentric"})
  void theDensityOfAPatternIsTrueByVolume(String pattern) {
    int layers = 60;
    for (int density : new int[] {12, 30}) {
      GcodeReader program =
          print(
              Shapes.bar(60, 60, layers * HEIGHT),
              Map.of(
                  Setting.INFILL_PATTERN,
                  Value.of(pattern),
                  Setting.INFILL_DENSITY,
                  Value.of(density),
                  Setting.WALLS,
                  Value.of(1),
                  Setting.TOP_LAYERS,
                  Value.of(0),
                  Setting.BOTTOM_LAYERS,
                  Value.of(0)));
      double outer = 4 * (60 - WIDTH) * WIDTH * layers * HEIGHT;
      double inside = (60 - 2 * WIDTH) * (60 - 2 * WIDTH) * layers * HEIGHT;
      double share = (program.volume(STRAND) - outer) / inside;
      assertThat(100 * share)
          .as("%s at %d %%", pattern, density)
          .isCloseTo(density, within(0.03 * density));
    }
  }

  @ParameterizedTest
  @CsvSource({"fitted, true", "whole, false", "left out, false"})
  void narrowPlacesAreTreatedAsAsked(String choice, boolean thinRibPrinted) {
    GcodeReader program =
        print(Shapes.comb(2, 0.3, 3), Map.of(Setting.THIN_PLACES, Value.of(choice)));
    double left = layer(program, 5).stream().mapToDouble(GcodeReader.Extrusion::x0).min().orElse(0);
    boolean printed =
        layer(program, 5).stream()
            .anyMatch(e -> e.x0() < left + 2 && Math.max(e.y0(), e.y1()) > 110);
    assertThat(printed).isEqualTo(thinRibPrinted);
  }

  @Test
  void curvesMayBeWrittenAsArcsThatKeepPlaceAndVolume() {
    Mesh cylinder = Shapes.cylinder(12, 1);
    GcodeReader straight = print(cylinder, Map.of());
    GcodeReader arcs = print(cylinder, Map.of(Setting.ARC_TOLERANCE, Value.of(0.01)));
    assertThat(arcs.faults).isEmpty();
    assertThat(arcs.arcs).isGreaterThan(8);
    assertThat(straight.arcs).isZero();
    assertThat(arcs.moves).isLessThan(straight.moves * 3 / 4);
    assertThat(arcs.volume(STRAND))
        .isCloseTo(straight.volume(STRAND), within(1e-4 * straight.volume(STRAND)));
    GcodeReader told =
        print(
            cylinder,
            Map.of(Setting.ARC_TOLERANCE, Value.of(0.01), Setting.EXTRUSION, Value.of("absolute")));
    assertThat(told.faults).isEmpty();
    assertThat(told.arcs).isEqualTo(arcs.arcs);
    assertThat(told.volume(STRAND))
        .isCloseTo(arcs.volume(STRAND), within(1e-4 * arcs.volume(STRAND)));
    double outermost = 12 - WIDTH / 2;
    assertThat(
            layer(arcs, 3).stream()
                .mapToDouble(e -> Math.hypot(e.x0() - 125, e.y0() - 105))
                .max()
                .orElseThrow())
        .isCloseTo(outermost, within(0.012));
  }
}

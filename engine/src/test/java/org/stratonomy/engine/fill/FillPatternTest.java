package org.stratonomy.engine.fill;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Clipper;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.settings.Choice.InfillPattern;

class FillPatternTest {
  private static final double WIDTH = 0.44;

  private static List<Path> paths(InfillPattern pattern, Area area, double density, int layer) {
    double base = Math.toRadians(45);
    return FillPattern.of(pattern)
        .paths(
            new FillPattern.Place(
                area,
                Plane.inset(area, 0.3 * WIDTH),
                WIDTH,
                density,
                base + (layer % 2) * Math.PI / 2,
                base,
                0.2 * layer - 0.1));
  }

  private static Area ring() {
    return Plane.difference(Area.rectangle(0, 0, 40, 40), Area.rectangle(12, 15, 28, 22));
  }

  /** A pattern that says it does not is shared by all layers of the same angle. */
  @ParameterizedTest
  @EnumSource
  void aPatternDependsOnTheHeightExactlyIfItSaysSo(InfillPattern pattern) {
    boolean differs = false;
    for (int layer = 1; layer < 12; layer += 2) {
      differs |= !same(paths(pattern, ring(), 0.25, layer), paths(pattern, ring(), 0.25, 13));
    }
    assertThat(FillPattern.of(pattern).dependsOnHeight()).isEqualTo(differs);
  }

  private static boolean same(List<Path> one, List<Path> other) {
    boolean same = one.size() == other.size();
    for (int i = 0; same && i < one.size(); i++) {
      same =
          one.get(i).lengthMm() == other.get(i).lengthMm() && one.get(i).x(0) == other.get(i).x(0);
    }
    return same;
  }

  @ParameterizedTest
  @EnumSource
  void everyPatternStaysInsideAndReachesIntoEveryCorner(InfillPattern pattern) {
    List<Path> paths = paths(pattern, ring(), 0.25, 3);
    Clipper inside = new Clipper(Plane.outset(ring(), 0.01));
    double[] reach = {40, 40, 0, 0};
    for (Path path : paths) {
      for (int i = 0; i < path.size(); i++) {
        assertThat(inside.contains(path.x(i), path.y(i))).isTrue();
        reach[0] = Math.min(reach[0], path.x(i));
        reach[1] = Math.min(reach[1], path.y(i));
        reach[2] = Math.max(reach[2], path.x(i));
        reach[3] = Math.max(reach[3], path.y(i));
      }
    }
    assertThat(reach[0]).isLessThan(3);
    assertThat(reach[1]).isLessThan(3);
    assertThat(reach[2]).isGreaterThan(37);
    assertThat(reach[3]).isGreaterThan(37);
  }

  @ParameterizedTest
  @EnumSource(names = {"GRID", "TRIANGLES", "HONEYCOMB", "CONCENTRIC"})
  void layersStandOnEachOther(InfillPattern pattern) {
    assertThat(paths(pattern, ring(), 0.2, 4)).isEqualTo(paths(pattern, ring(), 0.2, 5));
  }

  @Test
  void theCellsOfAPatternDoNotDependOnTheOutline() {
    Area large = Area.rectangle(0, 0, 60, 60);
    Clipper small = new Clipper(Plane.inset(Area.rectangle(10, 10, 50, 50), 0.3 * WIDTH));
    double clipped =
        paths(InfillPattern.HONEYCOMB, large, 0.2, 1).stream()
            .flatMap(path -> small.inside(path).stream())
            .mapToDouble(Path::lengthMm)
            .sum();
    double own =
        paths(InfillPattern.HONEYCOMB, Area.rectangle(10, 10, 50, 50), 0.2, 1).stream()
            .mapToDouble(Path::lengthMm)
            .sum();
    assertThat(own).isCloseTo(clipped, within(0.01 * clipped));
  }

  @Test
  void gyroidWavesMoveOnFromLayerToLayerAndReturnAfterAPeriod() {
    Area area = Area.rectangle(0, 0, 40, 40);
    List<Path> low = paths(InfillPattern.GYROID, area, 0.2, 1);
    assertThat(paths(InfillPattern.GYROID, area, 0.2, 4)).isNotEqualTo(low);
    // No wave jumps: neighbouring points lie close together.
    double period = FillPattern.Gyroid.LENGTH * WIDTH / 0.2;
    for (int layer = 1; layer < 30; layer++) {
      for (Path path : paths(InfillPattern.GYROID, area, 0.2, layer)) {
        for (int i = 0; i < path.segmentCount(); i++) {
          assertThat(path.segmentLengthMm(i)).isLessThan(period / 5);
        }
      }
    }
  }

  @Test
  void concentricRingsKeepTheirDistance() {
    List<Path> rings = paths(InfillPattern.CONCENTRIC, Area.rectangle(0, 0, 40, 40), 0.25, 1);
    double spacing = WIDTH / 0.25;
    assertThat(rings).allMatch(Path::isClosed).hasSize((int) Math.round(20 / spacing));
    for (int i = 1; i < rings.size(); i++) {
      assertThat(rings.get(i - 1).lengthMm() - rings.get(i).lengthMm())
          .isCloseTo(8 * spacing, within(0.01));
    }
  }
}

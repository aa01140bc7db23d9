package org.stratonomy.engine.wall;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.stratonomy.engine.fill.Filler;
import org.stratonomy.engine.line.Line;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.settings.Choice.ThinPlaces;
import org.stratonomy.engine.settings.Role;

class NarrowPlacesTest {
  private static final double WIDTH = 0.44;

  private static OutlineWalls walls(Area area, double width, ThinPlaces thin, int count) {
    OutlineWalls walls = OutlineWalls.none(area, width, thin);
    for (int i = 0; i < count; i++) {
      walls = walls.more(width, thin);
    }
    return walls;
  }

  private record Crossing(Role role, double x, double width) {}

  /** What a cut along X through the middle of a strip meets. */
  private static List<Crossing> cut(List<Line> lines, double y) {
    List<Crossing> crossings = new ArrayList<>();
    for (Line line : lines) {
      Path path = line.path();
      for (int i = 0; i < path.segmentCount(); i++) {
        int j = path.segmentEnd(i);
        if ((path.y(i) > y) != (path.y(j) > y)) {
          double t = (y - path.y(i)) / (path.y(j) - path.y(i));
          crossings.add(
              new Crossing(line.role(), path.x(i) + t * (path.x(j) - path.x(i)), line.width(i)));
        }
      }
    }
    crossings.sort(java.util.Comparator.comparingDouble(Crossing::x));
    return crossings;
  }

  private static List<Crossing> wallsOfStrip(double thickness, int walls) {
    List<Line> lines = new ArrayList<>();
    Area strip = Area.rectangle(0, 0, thickness, 30);
    OutlineWalls made = walls(strip, WIDTH, ThinPlaces.FITTED, walls);
    lines.addAll(made.lines());
    Area rest = made.inside();
    if (!rest.isEmpty()) {
      new Filler(WIDTH, Math.PI / 2, ThinPlaces.FITTED, lines).solid(rest, Role.SOLID_INFILL);
    }
    return cut(lines, 15);
  }

  @Property(tries = 80)
  void theLinesThroughAStripAddUpToItsThickness(
      @ForAll @DoubleRange(min = 0.25, max = 2.2) double thickness) {
    List<Crossing> crossings = wallsOfStrip(thickness, 2);
    double sum = crossings.stream().mapToDouble(Crossing::width).sum();
    // At the most half a line's width stays free, and nothing is laid twice.
    assertThat(sum).isBetween(thickness - WIDTH / 2 - 0.02, thickness + 0.02);
    assertThat(crossings).allMatch(c -> c.width >= 0.35 * WIDTH && c.width <= 1.5 * WIDTH + 0.01);
  }

  @Property(tries = 80)
  void noLineReachesOutOfTheStripAndNoTwoOverlap(
      @ForAll @DoubleRange(min = 0.25, max = 2.2) double thickness) {
    List<Crossing> crossings = wallsOfStrip(thickness, 2);
    double last = -0.012;
    for (Crossing c : crossings) {
      assertThat(c.x - c.width / 2).isGreaterThan(last - 0.012);
      last = c.x + c.width / 2;
    }
    assertThat(last).isLessThan(thickness + 0.012);
  }

  @ParameterizedTest
  @CsvSource({
    "0.15, 0, 0",
    "0.30, 1, 0",
    "0.60, 1, 0",
    "0.80, 2, 0",
    "0.95, 2, 0",
    "1.30, 2, 1",
    "1.70, 2, 2"
  })
  void aRibGetsAsManyWallsAsFitIt(double thickness, int outer, int inner) {
    List<Crossing> crossings = wallsOfStrip(thickness, 2);
    assertThat(crossings.stream().filter(c -> c.role == Role.OUTER_WALL)).hasSize(outer);
    assertThat(crossings.stream().filter(c -> c.role == Role.INNER_WALL)).hasSize(inner);
  }

  @Test
  void aWedgeIsFilledByALineThatBecomesThinner() {
    List<Line> lines = new ArrayList<>();
    Area wedge = Area.ofMm(new double[] {0, 0, 0.6, 0, 0.35, 20, 0.25, 20});
    lines.addAll(walls(wedge, WIDTH, ThinPlaces.FITTED, 2).lines());
    assertThat(lines).hasSize(1);
    Line line = lines.getFirst();
    double low = cut(lines, 2).getFirst().width;
    double high = cut(lines, 12).getFirst().width;
    assertThat(low).isCloseTo(0.6 - 0.5 * 2 / 20, within(0.02));
    assertThat(high).isCloseTo(0.6 - 0.5 * 12 / 20, within(0.02));
    assertThat(line.widthMm()).isBetween(high, low);
  }

  @Test
  void wideAreasKeepTheirExactWalls() {
    List<Line> lines = new ArrayList<>();
    OutlineWalls made = walls(Area.rectangle(0, 0, 20, 20), WIDTH, ThinPlaces.FITTED, 3);
    lines.addAll(made.lines());
    Area rest = made.inside();
    assertThat(lines).hasSize(3).allMatch(Line::isUniform).allMatch(l -> l.widthMm() == WIDTH);
    assertThat(rest.areaMm2()).isCloseTo(Math.pow(20 - 6 * WIDTH, 2), within(1e-3));
  }

  @Test
  void narrowPlacesMayBeLeftOutOrGetWholeLinesOnly() {
    Area dumbbell =
        Area.ofMm(
            new double[] {
              0, 0, 10, 0, 10, 4.8, 20, 4.8, 20, 0, 30, 0, 30, 10, 20, 10, 20, 5.2, 10, 5.2, 10, 10,
              0, 10
            });
    List<Line> fitted = new ArrayList<>();
    fitted.addAll(walls(dumbbell, WIDTH, ThinPlaces.FITTED, 1).lines());
    assertThat(fitted).anyMatch(l -> !l.path().isClosed());
    List<Line> whole = new ArrayList<>();
    whole.addAll(walls(dumbbell, WIDTH, ThinPlaces.WHOLE, 1).lines());
    assertThat(whole).hasSize(2).allMatch(l -> l.path().isClosed());
    List<Line> leftOut = new ArrayList<>();
    leftOut.addAll(walls(dumbbell, WIDTH, ThinPlaces.LEFT_OUT, 1).lines());
    assertThat(leftOut).hasSize(2).allMatch(Line::isUniform);
  }
}

package org.stratonomy.engine.program;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.plane.Path;

class ArcsTest {
  private static Path circle(double radius, int points, boolean left) {
    double[] xy = new double[2 * points];
    for (int i = 0; i < points; i++) {
      double angle = (left ? 2 : -2) * Math.PI * i / points;
      xy[2 * i] = 10 + radius * Math.cos(angle);
      xy[2 * i + 1] = 20 + radius * Math.sin(angle);
    }
    return new Path(true, xy);
  }

  @Property(tries = 60)
  void aCircleIsTwoArcsAroundItsMiddle(
      @ForAll @DoubleRange(min = 1, max = 40) double radius, @ForAll boolean left) {
    Path path = circle(radius, 240, left);
    Arcs arcs = new Arcs(path, 0.01);
    int first = arcs.end(0);
    assertThat(first).isBetween(180, 200);
    assertThat(arcs.centreX()).isCloseTo(10, within(1e-6));
    assertThat(arcs.centreY()).isCloseTo(20, within(1e-6));
    assertThat(arcs.isToTheLeft()).isEqualTo(left);
    assertThat(arcs.end(first)).isEqualTo(240);
  }

  @Test
  void straightLinesAndCornersAreNoArcs() {
    Path square = new Path(true, 0, 0, 10, 0, 10, 10, 0, 10);
    Path line = new Path(false, 0, 0, 1, 0, 2, 0, 3, 0, 4, 0, 5, 0);
    for (int i = 0; i < 4; i++) {
      assertThat(new Arcs(square, 0.01).end(i)).isEqualTo(i);
      assertThat(new Arcs(line, 0.01).end(i)).isEqualTo(i);
    }
  }

  @Test
  void aCoarseCircleIsKeptAsItIsUnlessTheToleranceAllowsForItsSides() {
    // The sides of a polygon of 24 corners on a radius of 10 mm lie 0.086 mm within it.
    Path coarse = circle(10, 24, true);
    assertThat(new Arcs(coarse, 0.05).end(0)).isZero();
    assertThat(new Arcs(coarse, 0.1).end(0)).isGreaterThan(10);
  }

  @Test
  void anSShapeIsTwoArcs() {
    double[] xy = new double[2 * 41];
    for (int i = 0; i <= 40; i++) {
      double angle = Math.PI * (i <= 20 ? i : i - 20) / 20;
      xy[2 * i] = i <= 20 ? 5 - 5 * Math.cos(angle) : 15 - 5 * Math.cos(angle);
      xy[2 * i + 1] = (i <= 20 ? 5 : -5) * Math.sin(angle);
    }
    Arcs arcs = new Arcs(new Path(false, xy), 0.02);
    assertThat(arcs.end(0)).isEqualTo(20);
    assertThat(arcs.isToTheLeft()).isFalse();
    assertThat(arcs.end(20)).isEqualTo(40);
    assertThat(arcs.isToTheLeft()).isTrue();
  }
}

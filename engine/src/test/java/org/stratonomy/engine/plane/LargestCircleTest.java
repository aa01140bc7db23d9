package org.stratonomy.engine.plane;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;

class LargestCircleTest {
  private static final double TOLERANCE = 0.02;

  private static double diameter(Area area) {
    return LargestCircle.diameterMm(area, TOLERANCE);
  }

  @Test
  void ofARectangleItIsTheShorterSideAndOfNothingNothing() {
    assertThat(diameter(Area.rectangle(0, 0, 30, 7))).isCloseTo(7, within(TOLERANCE));
    assertThat(diameter(Area.rectangle(-3, 5, 4, 90))).isCloseTo(7, within(TOLERANCE));
    assertThat(diameter(Area.EMPTY)).isZero();
  }

  @Test
  void ofARightTriangleItIsTheInscribedCircle() {
    Area triangle = Area.ofMm(new double[] {0, 0, 30, 0, 0, 40});
    assertThat(diameter(triangle)).isCloseTo(30 + 40 - 50, within(TOLERANCE));
  }

  @Test
  void holesAreInTheWay() {
    Area ring = Plane.difference(Area.rectangle(0, 0, 50, 50), Area.rectangle(10, 10, 40, 40));
    // Across a corner: a circle through the hole's corner that touches both outer edges.
    double across = 2 * 10 * Math.sqrt(2) / (1 + Math.sqrt(2));
    assertThat(diameter(ring)).isCloseTo(across, within(TOLERANCE));
  }

  @Test
  void withoutHolesNothingIsInTheWay() {
    Area outer = Area.rectangle(0, 0, 50, 50);
    Area island = Area.rectangle(20, 20, 30, 30);
    Area ring = Plane.difference(outer, Area.rectangle(10, 10, 40, 40));
    assertThat(Plane.withoutHoles(Plane.union(ring, island)).areaMm2()).isEqualTo(2500);
    assertThat(Plane.withoutHoles(outer)).isSameAs(outer);
    assertThat(Plane.withoutHoles(Area.EMPTY).isEmpty()).isTrue();
  }

  /** An inset of a convex area by less than the radius leaves something, by more nothing. */
  @Property(tries = 100)
  void itAgreesWithInsets(
      @ForAll @DoubleRange(min = 5, max = 40) double a,
      @ForAll @DoubleRange(min = 5, max = 40) double b,
      @ForAll @DoubleRange(min = 5, max = 40) double c) {
    Area area = Area.ofMm(new double[] {0, 0, a, 0, a, b, 0, c});
    double radius = diameter(area) / 2;
    assertThat(Plane.inset(area, radius - TOLERANCE).isEmpty()).isFalse();
    assertThat(Plane.inset(area, radius + TOLERANCE).isEmpty()).isTrue();
  }
}

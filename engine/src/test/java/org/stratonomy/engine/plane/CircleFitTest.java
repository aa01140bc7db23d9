package org.stratonomy.engine.plane;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.junit.jupiter.api.Test;

class CircleFitTest {
  private static Area rectangle(double width, double height) {
    return Area.rectangle(3, -2, 3 + width, -2 + height);
  }

  @Test
  void itIsSeenInASimpleArea() {
    assertThat(CircleFit.isSurelyFor(0.99, rectangle(2, 9))).isTrue();
    assertThat(CircleFit.isSurelyFor(0.99, rectangle(9, 2))).isTrue();
    assertThat(CircleFit.isSurelyFor(1.01, rectangle(2, 9))).isFalse();
    assertThat(CircleFit.isSurelyFor(1.01, rectangle(9, 2))).isFalse();
  }

  @Test
  void aHoleTakesIt() {
    Area ring = Plane.difference(rectangle(10, 10), Area.rectangle(4, -1, 12, 7));
    assertThat(CircleFit.isSurelyFor(0.4, ring)).isTrue();
    assertThat(CircleFit.isSurelyFor(0.6, ring)).isFalse();
    assertThat(CircleFit.isSurelyFor(0.1, Area.EMPTY)).isFalse();
  }

  @Test
  void whereItIsSeenAnInsetLeavesSomething() {
    Random random = new Random(5);
    int seen = 0;
    for (int i = 0; i < 300; i++) {
      double[] ring = new double[24];
      for (int k = 0; k < 12; k++) {
        double far = 1 + 9 * random.nextDouble();
        ring[2 * k] = far * Math.cos(k * Math.PI / 6);
        ring[2 * k + 1] = far * Math.sin(k * Math.PI / 6);
      }
      Area star = Area.ofMm(ring);
      double radius = 0.2 + 3 * random.nextDouble();
      if (CircleFit.isSurelyFor(radius, star)) {
        seen++;
        assertThat(Plane.inset(star, radius - 1e-3).isEmpty()).isFalse();
      }
    }
    assertThat(seen).isGreaterThan(100);
  }
}

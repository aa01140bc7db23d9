package org.stratonomy.engine.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;

class MotionModelTest {
  private static final MotionModel MODEL = new MotionModel(1000, 0.02, 300);

  private static double time(MoveList moves) {
    double[] seconds = new double[1];
    MODEL.addTimes(moves, seconds);
    return seconds[0];
  }

  @Test
  void aLongMoveIsATrapezoid() {
    MoveList moves = new MoveList(8);
    moves.add(0, 0, 100, 0, 50, 0);
    // 0.05 s up, 0.05 s down over 2.5 mm together, the rest at 50 mm/s.
    assertThat(time(moves)).isCloseTo(0.1 + 97.5 / 50, within(1e-9));
  }

  @Test
  void aShortMoveIsATriangle() {
    MoveList moves = new MoveList(8);
    moves.add(0, 0, 0, 1, 200, 0);
    assertThat(time(moves)).isCloseTo(2 * Math.sqrt(1.0 / 1000), within(1e-9));
  }

  @Test
  void aStraightLineInPartsTakesAsLongAsWhole() {
    MoveList parts = new MoveList(8);
    for (int i = 0; i < 50; i++) {
      parts.add(i, 0, i + 1, 0, 60, 0);
    }
    MoveList whole = new MoveList(8);
    whole.add(0, 0, 50, 0, 60, 0);
    assertThat(time(parts)).isCloseTo(time(whole), within(1e-9));
  }

  @Property(tries = 40)
  void agreesWithAnIntegrationInSmallSteps(
      @ForAll @DoubleRange(min = 0.5, max = 20) double first,
      @ForAll @DoubleRange(min = 0.5, max = 20) double second,
      @ForAll @DoubleRange(min = 5, max = 150) double speed,
      @ForAll @DoubleRange(min = 0.1, max = 3) double turn) {
    MoveList moves = new MoveList(8);
    moves.add(0, 0, first, 0, speed, 0);
    moves.add(first, 0, first + second * Math.cos(turn), second * Math.sin(turn), speed, 0);
    double s = Math.sqrt((1 + Math.cos(turn)) / 2);
    double corner = Math.min(speed, Math.sqrt(1000 * 0.02 * s / (1 - s)));
    double expected = integrate(first, 0, corner, speed) + integrate(second, corner, 0, speed);
    // Where a leg is too short to reach the corner's speed, the corner is taken slower.
    double reachable = Math.sqrt(2 * 1000 * Math.min(first, second));
    if (corner <= reachable) {
      assertThat(time(moves)).isCloseTo(expected, within(0.01 * expected + 2e-3));
    } else {
      assertThat(time(moves)).isGreaterThan(0.99 * (first + second) / speed);
    }
  }

  /** Drives a distance with the largest speed from which the end speed can still be reached. */
  private static double integrate(double length, double from, double to, double most) {
    double step = 1e-4;
    double at = 0;
    double v = from;
    double t = 0;
    while (at < length) {
      double allowed = Math.sqrt(to * to + 2 * 1000 * Math.max(0, length - at));
      v = Math.min(Math.min(v + 1000 * step, allowed), most);
      at += Math.max(v, 1e-3) * step;
      t += step;
    }
    return t;
  }
}

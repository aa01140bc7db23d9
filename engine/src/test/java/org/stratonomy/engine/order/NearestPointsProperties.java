package org.stratonomy.engine.order;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;

class NearestPointsProperties {
  @Property(tries = 120)
  void findsWhatLookingAtAllFinds(@ForAll long seed, @ForAll @IntRange(min = 1, max = 300) int n) {
    Random random = new Random(seed);
    double width = 1 + random.nextInt(200);
    double height = random.nextInt(3) == 0 ? 0 : 1 + random.nextInt(50);
    NearestPoints points = new NearestPoints(16);
    double[] xs = new double[2 * n];
    double[] ys = new double[2 * n];
    for (int i = 0; i < 2 * n; i++) {
      xs[i] = random.nextDouble() * width;
      ys[i] = random.nextDouble() * height;
      points.add(i / 2, i % 2, xs[i], ys[i]);
    }
    boolean[] gone = new boolean[n];
    for (int round = 0; round < n; round++) {
      double x = random.nextDouble() * 2 * width - width / 2;
      double y = random.nextDouble() * 2 * height - height / 2;
      int point = points.nearest(x, y);
      int owner = points.owner(point);
      int found = 2 * owner + points.mark(point);
      double least = Double.POSITIVE_INFINITY;
      for (int i = 0; i < 2 * n; i++) {
        least = gone[i / 2] ? least : Math.min(least, Math.hypot(xs[i] - x, ys[i] - y));
      }
      assertThat(Math.hypot(xs[found] - x, ys[found] - y)).isCloseTo(least, within(1e-9));
      assertThat(gone[owner]).isFalse();
      gone[owner] = true;
      points.remove(owner);
    }
  }
}

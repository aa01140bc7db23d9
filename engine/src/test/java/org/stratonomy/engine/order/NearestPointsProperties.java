package org.stratonomy.engine.order;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.IntRange;

class NearestPointsProperties {
  /**
   * @param at shares of width and height: both points of each owner, then where the search starts
   */
  @Property(tries = 120)
  void findsWhatLookingAtAllFinds(
      @ForAll("shares") List<double[]> at,
      @ForAll @IntRange(min = 1, max = 200) int width,
      @ForAll @IntRange(max = 50) int height) {
    int n = at.size();
    NearestPoints points = new NearestPoints(16);
    double[] xs = new double[2 * n];
    double[] ys = new double[2 * n];
    for (int i = 0; i < 2 * n; i++) {
      xs[i] = at.get(i / 2)[2 * (i % 2)] * width;
      ys[i] = at.get(i / 2)[2 * (i % 2) + 1] * height;
      points.add(i / 2, i % 2, xs[i], ys[i]);
    }
    boolean[] gone = new boolean[n];
    for (double[] share : at) {
      double x = share[4] * 2 * width - width / 2.0;
      double y = share[5] * 2 * height - height / 2.0;
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

  @Provide
  Arbitrary<List<double[]>> shares() {
    return Arbitraries.doubles()
        .between(0, 1)
        .ofScale(5)
        .array(double[].class)
        .ofSize(6)
        .list()
        .ofMinSize(1)
        .ofMaxSize(200);
  }
}

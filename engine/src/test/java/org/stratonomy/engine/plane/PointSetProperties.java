package org.stratonomy.engine.plane;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.IntRange;

/** Points are numbered once each, and sorted as their packed coordinates are. */
class PointSetProperties {
  private static final int MOST = 1 << 29;

  @Provide
  Arbitrary<List<int[]>> coordinates() {
    return Arbitraries.integers()
        .between(1, 29)
        .flatMap(
            bits ->
                Arbitraries.integers()
                    .between(1 - Math.min(MOST, 1 << bits), Math.min(MOST, 1 << bits) - 1)
                    .array(int[].class)
                    .ofSize(2)
                    .list()
                    .ofMaxSize(2000));
  }

  @Property(tries = 200)
  void theirOrderIsThatOfTheirCoordinates(
      @ForAll("coordinates") List<int[]> added, @ForAll @IntRange(max = 50) int expectedSize) {
    PointSet points = new PointSet(expectedSize, new Scratch());
    added.forEach(xy -> points.add(xy[0], xy[1]));
    int[] order = Arrays.copyOf(points.sorted(), points.size());
    long[] packed = Arrays.stream(order).mapToLong(points::packed).toArray();
    long[] expected = packed.clone();
    Arrays.sort(expected);
    assertThat(packed).containsExactly(expected);
    assertThat(Arrays.stream(order).distinct().count()).isEqualTo(points.size());
  }

  @Property(tries = 100)
  void aPointHasOneNumber(@ForAll("coordinates") List<int[]> added) {
    PointSet points = new PointSet(8, new Scratch());
    int[] numbers = added.stream().mapToInt(xy -> points.add(xy[0], xy[1])).toArray();
    for (int i = 0; i < numbers.length; i++) {
      int[] xy = added.get(i);
      assertThat(points.add(xy[0], xy[1])).isEqualTo(numbers[i]);
      assertThat(points.x(numbers[i])).isEqualTo(xy[0]);
      assertThat(points.y(numbers[i])).isEqualTo(xy[1]);
    }
  }
}

package org.stratonomy.engine.plane;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;

/** Points are numbered once each, and sorted as their packed coordinates are. */
class PointSetProperties {
  private static final int MOST = 1 << 29;

  @Property(tries = 200)
  void theirOrderIsThatOfTheirCoordinates(
      @ForAll long seed,
      @ForAll @IntRange(min = 0, max = 3000) int count,
      @ForAll @IntRange(min = 1, max = 29) int bits) {
    Random random = new Random(seed);
    PointSet points = new PointSet(random.nextInt(50), new Scratch());
    for (int i = 0; i < count; i++) {
      points.add(coordinate(random, bits), coordinate(random, bits));
    }
    int[] order = Arrays.copyOf(points.sorted(), points.size());
    long[] packed = Arrays.stream(order).mapToLong(points::packed).toArray();
    long[] expected = packed.clone();
    Arrays.sort(expected);
    assertThat(packed).containsExactly(expected);
    assertThat(Arrays.stream(order).distinct().count()).isEqualTo(points.size());
  }

  @Property(tries = 100)
  void aPointHasOneNumber(@ForAll long seed, @ForAll @IntRange(min = 1, max = 400) int count) {
    Random random = new Random(seed);
    PointSet points = new PointSet(8, new Scratch());
    int[][] added = new int[count][];
    int[] numbers = new int[count];
    for (int i = 0; i < count; i++) {
      added[i] = new int[] {coordinate(random, 4), coordinate(random, 4)};
      numbers[i] = points.add(added[i][0], added[i][1]);
    }
    for (int i = 0; i < count; i++) {
      assertThat(points.add(added[i][0], added[i][1])).isEqualTo(numbers[i]);
      assertThat(points.x(numbers[i])).isEqualTo(added[i][0]);
      assertThat(points.y(numbers[i])).isEqualTo(added[i][1]);
    }
  }

  /** Of either sign, up to the bounds of coordinates. */
  private static int coordinate(Random random, int bits) {
    int size = random.nextInt(Math.min(MOST, 1 << bits));
    return random.nextBoolean() ? size : -size;
  }
}

package org.stratonomy.engine.order;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.stratonomy.engine.line.Line;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.settings.Choice.WallOrder;
import org.stratonomy.engine.settings.Role;

class LayerSequencerTest {
  /** A square wall with lines to and fro in it. */
  private static LayerSequencer.Batch island(int part, double x, double y) {
    List<Line> lines = new ArrayList<>();
    Path square = new Path(true, x, y, x + 4, y, x + 4, y + 4, x, y + 4);
    lines.add(new Line(Role.OUTER_WALL, square, 0.4));
    for (double at = 0.5; at < 4; at += 1) {
      lines.add(new Line(Role.INFILL, new Path(false, x + at, y + 0.5, x + at, y + 3.5), 0.4));
    }
    return batch(part, lines);
  }

  private static LayerSequencer.Batch batch(int part, List<Line> lines) {
    return new LayerSequencer.Batch(
        part, 1, 210, lines, Seam.NEAREST, WallOrder.OUTER_FIRST, LayerSequencer.Batch.Rank.PIECE);
  }

  private static List<LineOrder.Item> order(List<LayerSequencer.Batch> islands) {
    return LayerSequencer.order(islands, 0, 0, List.of(1)).items();
  }

  private static List<LayerSequencer.Batch> scattered(int count, long seed) {
    Random random = new Random(seed);
    List<LayerSequencer.Batch> islands = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      islands.add(island(i, 200 * random.nextDouble(), 200 * random.nextDouble()));
    }
    return islands;
  }

  /** Each island as a line from where the head comes to it to where it leaves. */
  private static List<Line> visits(List<LineOrder.Item> items) {
    List<Line> visits = new ArrayList<>();
    for (int from = 0, to = 1; from < items.size(); from = to++) {
      while (to < items.size() && items.get(to).part() == items.get(from).part()) {
        to++;
      }
      Path first = items.get(from).line().path();
      LineOrder.Item last = items.get(to - 1);
      Path way = new Path(false, first.x(0), first.y(0), last.endX(), last.endY());
      visits.add(new Line(Role.INFILL, way, 0.4));
    }
    return visits;
  }

  @ParameterizedTest
  @CsvSource({"25, 1", "50, 2", "70, 3"})
  void theWaysBetweenIslandsAreWithinATenthOfWhatALongSearchFinds(int count, long seed) {
    List<Line> visits = visits(order(scattered(count, seed)));
    assertThat(visits).hasSize(count);
    assertThat(TourTest.travel(visits))
        .isLessThanOrEqualTo(1.1 * TourTest.longSearch(visits, seed));
  }

  @Test
  void everyLineOfEachIslandIsPrintedOnceAndItsWallFirst() {
    List<LayerSequencer.Batch> islands = scattered(30, 5);
    List<LineOrder.Item> items = order(islands);
    assertThat(items).hasSize(islands.stream().mapToInt(island -> island.lines().size()).sum());
    assertThat(items.stream().map(item -> item.line().path().lengthMm()).mapToDouble(d -> d).sum())
        .isCloseTo(30 * (16 + 4 * 3), org.assertj.core.data.Offset.offset(1e-6));
    for (int i = 0; i < items.size(); i++) {
      boolean begins = i == 0 || items.get(i).part() != items.get(i - 1).part();
      assertThat(items.get(i).line().role() == Role.OUTER_WALL).isEqualTo(begins);
    }
  }

  @Test
  void anIslandIsLeftOnTheSideOfTheNextOne() {
    List<LineOrder.Item> items = order(List.of(island(0, 0, 0), island(1, 0, 40)));
    assertThat(items.get(4).endY()).isEqualTo(3.5);
  }
}

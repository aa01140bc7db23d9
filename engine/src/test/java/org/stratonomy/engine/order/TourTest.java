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
import org.stratonomy.engine.settings.Choice.SeamPlace;
import org.stratonomy.engine.settings.Role;

class TourTest {
  private static final Tour.Place ORIGIN = new Tour.Place(0, 0);

  private static List<Line> lines(int count, long seed, double longest) {
    Random random = new Random(seed);
    List<Line> lines = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      double x = random.nextDouble() * 100;
      double y = random.nextDouble() * 100;
      double length = 0.1 + random.nextDouble() * longest;
      double angle = random.nextDouble() * 2 * Math.PI;
      lines.add(
          new Line(
              Role.INFILL,
              new Path(false, x, y, x + length * Math.cos(angle), y + length * Math.sin(angle)),
              0.4));
    }
    return lines;
  }

  static double travel(List<Line> tour) {
    double sum = 0;
    double x = 0;
    double y = 0;
    for (Line line : tour) {
      Path path = line.path();
      sum += Math.hypot(path.x(0) - x, path.y(0) - y);
      int last = path.isClosed() ? 0 : path.size() - 1;
      x = path.x(last);
      y = path.y(last);
    }
    return sum;
  }

  /** A much longer search: simulated annealing that turns random parts round. */
  static double longSearch(List<Line> start, long seed) {
    Random random = new Random(seed);
    List<Line> tour = new ArrayList<>(start);
    double now = travel(tour);
    double best = now;
    int steps = 120_000;
    for (int step = 0; step < steps; step++) {
      double heat = 20.0 * (1 - (double) step / steps) * (1 - (double) step / steps) + 1e-6;
      int i = random.nextInt(tour.size());
      int j = Math.min(tour.size() - 1, i + random.nextInt(40));
      List<Line> part = new ArrayList<>(tour.subList(i, j + 1).reversed());
      part.replaceAll(Line::reversed);
      List<Line> before = new ArrayList<>(tour.subList(i, j + 1));
      for (int k = i; k <= j; k++) {
        tour.set(k, part.get(k - i));
      }
      double changed = travel(tour);
      if (changed < now || random.nextDouble() < Math.exp((now - changed) / heat)) {
        now = changed;
        best = Math.min(best, now);
      } else {
        for (int k = i; k <= j; k++) {
          tour.set(k, before.get(k - i));
        }
      }
    }
    return best;
  }

  @ParameterizedTest
  @CsvSource({"30, 1, 10", "60, 2, 10", "60, 3, 1", "90, 4, 30"})
  void theTourIsWithinATenthOfWhatALongSearchFinds(int count, long seed, double longest) {
    List<Line> tour =
        LineTour.of(lines(count, seed, longest), ORIGIN, Seam.NEAREST, Tour.Place.ANY);
    assertThat(travel(tour)).isLessThanOrEqualTo(1.1 * longSearch(tour, seed));
  }

  @Test
  void theTourEndsWhereTheHeadGoesOn() {
    List<Line> lines = new ArrayList<>();
    for (int i = 0; i < 8; i++) {
      lines.add(new Line(Role.INFILL, new Path(false, i, 0, i, 20), 0.4));
    }
    for (double y : new double[] {0, 20}) {
      List<Line> tour = LineTour.of(lines, ORIGIN, Seam.NEAREST, new Tour.Place(0, y));
      assertThat(
              travel(tour)
                  + Math.hypot(tour.getLast().path().endX(), tour.getLast().path().endY() - y))
          .isLessThan(7 * 2 + 22);
    }
    List<Line> tour = LineTour.of(lines, ORIGIN, Seam.NEAREST, Tour.Place.ANY);
    assertThat(travel(tour)).isEqualTo(7);
  }

  @Test
  void twoLinesAreRunSoThatTheHeadTravelsLeast() {
    Line near = new Line(Role.INFILL, new Path(false, 1, 0, -3, 0), 0.4);
    Line far = new Line(Role.INFILL, new Path(false, 2, 0, 9, 0), 0.4);
    // The nearest end first would be 1 + 5, the other one 3 + 1.
    assertThat(travel(LineTour.of(List.of(near, far), ORIGIN, Seam.NEAREST, Tour.Place.ANY)))
        .isEqualTo(4);
  }

  @Test
  void everyLineIsPrintedOnceAndWhole() {
    List<Line> lines = lines(200, 7, 5);
    List<Line> tour = LineTour.of(lines, ORIGIN, Seam.NEAREST, Tour.Place.ANY);
    assertThat(tour).hasSameSizeAs(lines);
    for (Line line : lines) {
      assertThat(tour).containsAnyOf(line, line.reversed());
    }
  }

  private static Line square() {
    return new Line(Role.OUTER_WALL, new Path(true, 0, 0, 10, 0, 10, 10, 0, 10), 0.4);
  }

  private static int start(SeamPlace seam, int layer, Line line, double x, double y) {
    NearestPoints starts = new NearestPoints(16);
    Seam.of(seam, layer).addStarts(line, 0, starts);
    return starts.mark(starts.nearest(x, y));
  }

  @Test
  void seamsAreWhereTheyAreAskedFor() {
    Line notched = new Line(Role.OUTER_WALL, new Path(true, 0, 0, 10, 0, 10, 10, 5, 4, 0, 10), 0.4);
    assertThat(start(SeamPlace.INNER_CORNER, 1, notched, 50, 0)).isEqualTo(3);
    assertThat(start(SeamPlace.NEAREST, 1, square(), 50, -5)).isEqualTo(1);
    int behind = start(SeamPlace.BEHIND, 1, square(), 50, -5);
    assertThat(square().path().y(behind)).isEqualTo(10);
    assertThat(
            java.util.stream.IntStream.range(0, 40)
                .map(layer -> start(SeamPlace.SCATTERED, layer, square(), 0, 0))
                .distinct()
                .count())
        .isEqualTo(4);
    assertThat(start(SeamPlace.SCATTERED, 9, square(), 0, 0))
        .isEqualTo(start(SeamPlace.SCATTERED, 9, square(), 7, 3));
  }

  @Test
  void aLineTurnedRoundOrBegunElsewhereKeepsTheWidthsOfItsSegments() {
    double[] widths = {0.3, 0.4, 0.5, 0.6};
    Line closed =
        new Line(Role.OUTER_WALL, square().path(), 0.45, widths, new byte[] {0, 1, 2, 3}, false, 0);
    Line turned = closed.startingAt(1);
    assertThat(turned.widths()).containsExactly(0.4, 0.5, 0.6, 0.3);
    assertThat(turned.overhangs()).containsExactly(1, 2, 3, 0);
    assertThat(turned.path().x(0)).isEqualTo(10);
    Line back = closed.reversed();
    // Backwards it runs (0,10) (10,10) (10,0) (0,0) and returns along its last side.
    assertThat(back.path().x(1)).isEqualTo(10);
    assertThat(back.widths()).containsExactly(0.5, 0.4, 0.3, 0.6);
    assertThat(back.reversed()).isEqualTo(closed);
  }
}

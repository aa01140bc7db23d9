package org.stratonomy.engine.order;

import java.util.ArrayList;
import java.util.List;
import org.stratonomy.engine.line.Line;

/**
 * Lines in an order in which the head travels little: the nearest next first, and that as a {@link
 * Tour}. Closed lines begin and end in one point, open ones may be run either way.
 */
final class LineTour {
  private LineTour() {}

  /**
   * @param start where the head comes from
   * @param seam chooses where closed lines begin
   * @param goal where the head goes on to
   */
  static List<Line> of(List<Line> lines, Tour.Place start, Seam seam, Tour.Place goal) {
    List<Line> nearest = nearestNext(lines, start, seam);
    List<Tour.Visit> visits = nearest.stream().map(line -> Tour.Visit.of(line.path())).toList();
    Tour tour = Tour.of(start, visits, goal);
    List<Line> toured = new ArrayList<>(nearest.size());
    for (int k = 0; k < nearest.size(); k++) {
      Line line = nearest.get(tour.at(k));
      toured.add(tour.isTurned(k) && !line.path().isClosed() ? line.reversed() : line);
    }
    return toured;
  }

  private static List<Line> nearestNext(List<Line> lines, Tour.Place start, Seam seam) {
    NearestPoints starts = new NearestPoints(Seam.mostStarts(lines));
    for (int i = 0; i < lines.size(); i++) {
      seam.addStarts(lines.get(i), i, starts);
    }
    List<Line> nearest = new ArrayList<>(lines.size());
    Tour.Place head = start;
    while (nearest.size() < lines.size()) {
      int point = starts.nearest(head.x(), head.y());
      Line line = lines.get(starts.owner(point));
      int first = starts.mark(point);
      starts.remove(starts.owner(point));
      if (line.path().isClosed()) {
        line = line.startingAt(first);
      } else if (first != 0) {
        line = line.reversed();
      }
      nearest.add(line);
      head = Tour.Visit.of(line.path()).to();
    }
    return nearest;
  }
}

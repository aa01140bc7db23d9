package org.stratonomy.engine.merge;

import java.util.List;
import org.stratonomy.engine.path.Line;

/**
 * Lines in an order in which the head travels little: the nearest next first, and that as a {@link
 * Tour}. Closed lines begin and end in one point, open ones may be run either way.
 */
final class LineTour {
  private LineTour() {}

  /**
   * @param x where the head comes from, mm
   * @param seam chooses where closed lines begin
   * @param goal where the head goes on to
   */
  static List<Line> of(List<Line> lines, double x, double y, Seam seam, Tour.Place goal) {
    if (lines.isEmpty()) {
      return lines;
    }
    Line[] nearest = nearestNext(lines, x, y, seam);
    double[] ends = new double[4 * nearest.length];
    for (int i = 0; i < nearest.length; i++) {
      ends[4 * i] = nearest[i].path().x(0);
      ends[4 * i + 1] = nearest[i].path().y(0);
      ends[4 * i + 2] = nearest[i].path().endX();
      ends[4 * i + 3] = nearest[i].path().endY();
    }
    Tour tour = Tour.of(x, y, ends, goal);
    Line[] toured = new Line[nearest.length];
    for (int k = 0; k < toured.length; k++) {
      Line line = nearest[tour.at(k)];
      toured[k] = tour.isTurned(k) && !line.path().isClosed() ? line.reversed() : line;
    }
    return List.of(toured);
  }

  private static Line[] nearestNext(List<Line> lines, double startX, double startY, Seam seam) {
    NearestPoints starts = new NearestPoints(Seam.mostStarts(lines));
    for (int i = 0; i < lines.size(); i++) {
      seam.addStarts(lines.get(i), i, starts);
    }
    Line[] nearest = new Line[lines.size()];
    double x = startX;
    double y = startY;
    for (int k = 0; k < nearest.length; k++) {
      int point = starts.nearest(x, y);
      Line line = lines.get(starts.owner(point));
      int start = starts.mark(point);
      starts.remove(starts.owner(point));
      if (line.path().isClosed()) {
        line = line.startingAt(start);
      } else if (start != 0) {
        line = line.reversed();
      }
      nearest[k] = line;
      x = line.path().endX();
      y = line.path().endY();
    }
    return nearest;
  }
}

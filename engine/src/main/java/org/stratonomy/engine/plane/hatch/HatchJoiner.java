package org.stratonomy.engine.plane.hatch;

import java.util.ArrayList;
import java.util.List;
import org.stratonomy.engine.guard.Interruption;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.plane.hatch.Crossings.Crossing;
import org.stratonomy.engine.plane.hatch.Crossings.Joint;

/** Joins the segments of a hatch to long paths, by short ways along the edge. */
final class HatchJoiner {
  private final Crossings crossings;
  private final double reach;
  private final int[] lineStart;
  private final boolean[] used;
  private final List<Joint> joints = new ArrayList<>();

  /**
   * @param reach longest way along the edge, coordinate units
   */
  HatchJoiner(Crossings crossings, double reach) {
    this.crossings = crossings;
    this.reach = reach;
    lineStart = crossings.lineStarts();
    used = new boolean[crossings.segments()];
  }

  /** The ways by which segments were joined, after {@link #paths}. */
  List<Joint> joints() {
    return joints;
  }

  List<Path> paths() {
    List<Path> paths = new ArrayList<>();
    for (int seed = 0; seed < used.length; seed++) {
      if (used[seed]) {
        continue;
      }
      Path.Builder path = new Path.Builder();
      int end = 2 * seed;
      while (end >= 0) {
        used[end / 2] = true;
        crossings.add(path, end);
        crossings.add(path, end ^ 1);
        end = continuation(end ^ 1, path);
      }
      if (path.size() > 1) {
        paths.add(path.open());
      }
    }
    return paths;
  }

  /** The free end on a neighbouring line with the shortest way along the edge, or -1. */
  private int continuation(int leave, Path.Builder path) {
    Crossing from = crossings.get(leave);
    int best = -1;
    double bestLength = reach;
    int bestDirection = 0;
    for (int step : new int[] {1, -1}) {
      int line = from.line() + step - crossings.firstLine();
      if (line < 0 || line >= lineStart.length - 1) {
        continue;
      }
      Interruption.check();
      for (int s = lineStart[line]; s < lineStart[line + 1]; s++) {
        for (int end = 2 * s; end <= 2 * s + 1 && !used[s]; end++) {
          Crossing to = crossings.get(end);
          if (Math.abs(to.x() - from.x()) + Math.abs(to.y() - from.y()) > 1.5 * bestLength) {
            continue;
          }
          for (int direction : new int[] {1, -1}) {
            double length = crossings.wayLength(leave, end, direction, bestLength);
            if (length < bestLength) {
              best = end;
              bestLength = length;
              bestDirection = direction;
            }
          }
        }
      }
    }
    if (best >= 0) {
      crossings.walk(leave, best, bestDirection, path);
      joints.add(new Joint(leave, best, bestDirection));
    }
    return best;
  }
}

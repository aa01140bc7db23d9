package org.stratonomy.engine.merge;

import org.stratonomy.engine.path.Line;
import org.stratonomy.engine.path.Role;
import org.stratonomy.engine.plane.Path;

/** Chooses the point at which a line begins: an end of an open one, a corner of a closed one. */
interface Seam {
  /** Index of the point, for a head that comes from a place. */
  int start(Line line, double x, double y);

  /** Where the head comes from is all that counts. */
  Seam NEAREST =
      (line, x, y) -> {
        Path path = line.path();
        if (!path.isClosed()) {
          int last = path.size() - 1;
          return square(path, 0, x, y) <= square(path, last, x, y) ? 0 : last;
        }
        int best = 0;
        double least = Double.POSITIVE_INFINITY;
        for (int i = 0; i < path.size(); i++) {
          double distance = square(path, i, x, y);
          if (distance < least) {
            least = distance;
            best = i;
          }
        }
        return best;
      };

  /**
   * @param choice of the setting
   * @param layer index of the layer, which scattered seams differ by
   */
  static Seam of(String choice, int layer) {
    return switch (choice) {
      case "nearest" -> NEAREST;
      case "behind" -> outer((path, x, y) -> rearmost(path));
      case "inner corner" -> outer((path, x, y) -> innerCorner(path));
      case "scattered" -> outer((path, x, y) -> scattered(path, layer));
      default -> throw new IllegalArgumentException(choice);
    };
  }

  /** A choice for closed outer walls; other lines begin where it is nearest. */
  private static Seam outer(ClosedSeam closed) {
    return (line, x, y) ->
        line.role() == Role.OUTER_WALL && line.path().isClosed()
            ? closed.start(line.path(), x, y)
            : NEAREST.start(line, x, y);
  }

  /** As {@link Seam}, for closed outer walls. */
  @FunctionalInterface
  interface ClosedSeam {
    int start(Path path, double x, double y);
  }

  private static double square(Path path, int i, double x, double y) {
    double dx = path.x(i) - x;
    double dy = path.y(i) - y;
    return dx * dx + dy * dy;
  }

  private static int rearmost(Path path) {
    int best = 0;
    for (int i = 1; i < path.size(); i++) {
      if (path.y(i) > path.y(best)) {
        best = i;
      }
    }
    return best;
  }

  /** The corner that turns to the right most; of corners that are alike, the rearmost. */
  private static int innerCorner(Path path) {
    int best = rearmost(path);
    double sharpest = Math.toRadians(15);
    for (int i = 0; i < path.size(); i++) {
      double turn = -turn(path, i);
      boolean alike = Math.abs(turn - sharpest) < 1e-6 && path.y(i) > path.y(best);
      if (turn > sharpest + 1e-6 || alike) {
        sharpest = turn;
        best = i;
      }
    }
    return best;
  }

  /** How far a closed path turns to the left at a point, radians. */
  private static double turn(Path path, int i) {
    int before = i == 0 ? path.size() - 1 : i - 1;
    int after = path.segmentEnd(i);
    double ux = path.x(i) - path.x(before);
    double uy = path.y(i) - path.y(before);
    double vx = path.x(after) - path.x(i);
    double vy = path.y(after) - path.y(i);
    return Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy);
  }

  /** A point that follows from the layer and the path alone, so that it is the same every time. */
  private static int scattered(Path path, int layer) {
    long mix = layer * 0x9e37_79b9_7f4a_7c15L + Math.round(path.x(0) * 1000);
    mix = (mix ^ (mix >>> 31)) * 0xbf58_476d_1ce4_e5b9L;
    double share = (mix >>> 11) * 0x1.0p-53;
    double length = share * path.lengthMm();
    for (int i = 0; i < path.size(); i++) {
      length -= path.segmentLengthMm(i);
      if (length < 0) {
        return i;
      }
    }
    return 0;
  }
}

package org.stratonomy.engine.order;

import java.util.Collection;
import java.util.function.ToIntFunction;
import org.stratonomy.engine.line.Line;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.settings.Choice.SeamPlace;
import org.stratonomy.engine.settings.Role;

/** Says at which points a line may begin: at an end of an open one, a corner of a closed one. */
public interface Seam {
  /** Turns nearer than this are alike, radians. */
  double SAME_TURN = 1e-6;

  /**
   * Adds the points, each marked with its index in the line's path.
   *
   * @param owner the line's number among the points
   */
  void addStarts(Line line, int owner, NearestPoints starts);

  /** In how many points lines begin at the most. */
  static int mostStarts(Collection<Line> lines) {
    return lines.stream().mapToInt(l -> l.path().isClosed() ? l.path().size() : 2).sum();
  }

  /** Wherever the head comes by. */
  Seam NEAREST =
      (line, owner, starts) -> {
        Path path = line.path();
        int step = path.isClosed() ? 1 : path.size() - 1;
        for (int i = 0; i < path.size(); i += step) {
          starts.add(owner, i, path.x(i), path.y(i));
        }
      };

  /**
   * @param choice of the setting
   * @param layer index of the layer, which scattered seams differ by
   */
  static Seam of(SeamPlace choice, int layer) {
    return switch (choice) {
      case NEAREST -> NEAREST;
      case BEHIND -> outer(Seam::rearmost);
      case INNER_CORNER -> outer(Seam::innerCorner);
      case SCATTERED -> outer(path -> scattered(path, layer));
    };
  }

  /** A choice for closed outer walls; other lines begin where it is nearest. */
  private static Seam outer(ToIntFunction<Path> corner) {
    return (line, owner, starts) -> {
      Path path = line.path();
      if (line.role() == Role.OUTER_WALL && path.isClosed()) {
        int i = corner.applyAsInt(path);
        starts.add(owner, i, path.x(i), path.y(i));
      } else {
        NEAREST.addStarts(line, owner, starts);
      }
    };
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
      boolean alike = Math.abs(turn - sharpest) < SAME_TURN && path.y(i) > path.y(best);
      if (turn > sharpest + SAME_TURN || alike) {
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

package org.stratonomy.engine.line;

import org.stratonomy.engine.mesh.Rounding;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.plane.hatch.Hatch;

/**
 * Finds the direction in which lines bridge a gap best: the longest line over air is the shortest,
 * where a line that hangs free at one end or at both counts as longer.
 */
public final class Bridge {
  /** Between directions that are alike, the one with less to lay over air is taken. */
  private static final double LESS_OVER_AIR = 1e-4;

  /** Directions tried, evenly over half a turn. */
  private static final int DIRECTIONS = 24;

  /** What the length of a line counts for by the number of its ends that hang free. */
  private static final double[] FREE_ENDS = {1, 3, 6};

  private final Area below;
  private final double width;

  /**
   * @param below what the layer below covers
   */
  public Bridge(Area below, double width) {
    this.below = below;
    this.width = width;
  }

  /**
   * The direction in which a bridge is laid.
   *
   * @param part with the strip by which the bridge is held
   * @param otherwise the direction if none is better, radians
   */
  public double direction(Area part, double otherwise) {
    return best(part, otherwise).direction;
  }

  /**
   * Length of the longest line over air in the best direction, mm; infinite if ends hang free.
   *
   * @param section of the layer
   */
  public double span(Area part, Area section) {
    Best best = best(Plane.near(section, part, 2 * width), 0);
    return best.free ? Double.POSITIVE_INFINITY : best.longest;
  }

  private record Best(double direction, double longest, boolean free) {}

  private Best best(Area part, double otherwise) {
    Area air = Plane.difference(part, below);
    // A little larger, so that lines along its edge are held, too.
    Area support = Plane.outset(Plane.intersection(part, below), width / 8);
    Best best = new Best(otherwise, 0, false);
    double least = Double.POSITIVE_INFINITY;
    for (int i = 0; i < DIRECTIONS && !air.isEmpty(); i++) {
      double direction = otherwise + Math.PI * i / DIRECTIONS;
      double longest = 0;
      double sum = 0;
      boolean anyFree = false;
      for (Path line : Hatch.lines(air, direction, 2 * width, 0)) {
        int free = freeEnd(support, line, 0) + freeEnd(support, line, 1);
        double counted = FREE_ENDS[free] * line.lengthMm();
        anyFree |= free > 0;
        longest = Math.max(longest, counted);
        sum += counted;
      }
      double cost = longest + LESS_OVER_AIR * sum;
      if (cost < least - Rounding.MM) {
        least = cost;
        best = new Best(direction, longest, anyFree);
      }
    }
    return best;
  }

  /** 1 if there is nothing below just beyond an end of a line. */
  private int freeEnd(Area support, Path line, int end) {
    double length = line.lengthMm();
    double reach = width / 2 / length * (end == 0 ? -1 : 1);
    double x = line.x(end) + reach * (line.x(1) - line.x(0));
    double y = line.y(end) + reach * (line.y(1) - line.y(0));
    return support.contains(x, y) ? 0 : 1;
  }
}

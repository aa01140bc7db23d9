package org.stratonomy.engine.travel;

import org.stratonomy.engine.plane.Path;

/**
 * How the head comes to the start of a stroke.
 *
 * @param via points on the way, x, y, x, y … in mm; empty for a straight way
 * @param retracted whether the strand is drawn back meanwhile
 */
public record Travel(double[] via, boolean retracted) {
  private static final double[] NOTHING = {};

  /** The stroke begins where the last one ended, or so near that nothing is done. */
  public static final Travel STRAIGHT = new Travel(NOTHING, false);

  /** Straight, with the strand drawn back. */
  public static final Travel RETRACTED = new Travel(NOTHING, true);

  /** Along a path, without its ends. */
  static Travel along(Path way) {
    if (way.size() <= 2) {
      return STRAIGHT;
    }
    double[] via = new double[2 * (way.size() - 2)];
    for (int i = 1; i < way.size() - 1; i++) {
      via[2 * i - 2] = way.x(i);
      via[2 * i - 1] = way.y(i);
    }
    return new Travel(via, false);
  }
}

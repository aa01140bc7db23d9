package org.stratonomy.engine.plane;

/**
 * Distances in the plane. {@link Math#hypot} guards against overflow, which lengths in millimetres
 * do not need, and takes ten times as long.
 */
public final class Distance {
  private Distance() {}

  /** Length of a way. */
  public static double of(double dx, double dy) {
    return Math.sqrt(dx * dx + dy * dy);
  }

  /**
   * Where a way comes nearest to a place.
   *
   * @param px place, from the way's start
   * @param dx end of the way, from its start
   * @return share of the way, 0 to 1
   */
  public static double along(double px, double py, double dx, double dy) {
    double square = dx * dx + dy * dy;
    return square == 0 ? 0 : Math.max(0, Math.min(1, (px * dx + py * dy) / square));
  }
}

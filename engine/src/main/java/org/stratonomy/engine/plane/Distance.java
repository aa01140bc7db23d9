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
}

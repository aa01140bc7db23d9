package org.stratonomy.engine.motion;

import org.stratonomy.engine.mesh.Rounding;

/**
 * How long moves take on a machine that accelerates evenly along the path.
 *
 * <p>At a corner that turns by θ the speed may be what keeps the head within a deviation δ of the
 * corner on a circle: {@code v² = a · δ · s / (1 − s)} with {@code s = cos(θ / 2)} (the half angle
 * between the legs is (π − θ) / 2, and s is its sine). Two passes, backwards and forwards, lower
 * these speeds to what can be reached with the acceleration a over each move: {@code v₁² = v₀² + 2
 * a l}. A move then rises to its largest speed if it is long enough, and falls again.
 *
 * @param acceleration mm/s²
 * @param junctionMm δ, mm
 * @param maxSpeed of both axes, mm/s
 */
public record MotionModel(double acceleration, double junctionMm, double maxSpeed) {

  /**
   * The time of moves from rest to rest.
   *
   * @param seconds one sum for each tag, added to
   */
  public void addTimes(MoveList moves, double[] seconds) {
    int n = moves.size;
    if (n == 0) {
      return;
    }
    double[] squared = new double[n + 1];
    for (int i = 1; i < n; i++) {
      squared[i] = moves.rest[i] ? 0 : cornerSpeedSquared(moves, i);
    }
    for (int i = n - 1; i > 0; i--) {
      squared[i] = Math.min(squared[i], squared[i + 1] + 2 * acceleration * moves.length[i]);
    }
    for (int i = 0; i < n; i++) {
      squared[i + 1] = Math.min(squared[i + 1], squared[i] + 2 * acceleration * moves.length[i]);
      seconds[moves.tag[i]] +=
          moveTime(
              moves.length[i],
              Math.sqrt(squared[i]),
              Math.sqrt(squared[i + 1]),
              Math.min(moves.speed[i], maxSpeed));
    }
  }

  private double cornerSpeedSquared(MoveList moves, int i) {
    double slower = Math.min(Math.min(moves.speed[i - 1], moves.speed[i]), maxSpeed);
    double cos = moves.dx[i - 1] * moves.dx[i] + moves.dy[i - 1] * moves.dy[i];
    double s = Math.sqrt(Math.max(0, (1 + cos) / 2));
    double corner =
        s > 1 - Rounding.SHARE ? Double.POSITIVE_INFINITY : acceleration * junctionMm * s / (1 - s);
    return Math.min(slower * slower, corner);
  }

  /** Time of one move that begins at v0, ends at v1 and may reach vmax, s. */
  double moveTime(double length, double v0, double v1, double vmax) {
    double a = acceleration;
    double peak = Math.sqrt(a * length + (v0 * v0 + v1 * v1) / 2);
    if (peak <= vmax) {
      return (2 * peak - v0 - v1) / a;
    }
    double ramps = (2 * vmax * vmax - v0 * v0 - v1 * v1) / (2 * a);
    return (2 * vmax - v0 - v1) / a + (length - ramps) / vmax;
  }
}

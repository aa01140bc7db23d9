package org.stratonomy.engine.motion;

import java.util.Arrays;
import java.util.List;
import org.stratonomy.engine.memo.Memo;

/**
 * How long a layer takes.
 *
 * @param roleSeconds extruding, by the ordinal of the role, s
 * @param strata the same by the strata of the pieces
 * @param travelSeconds moves without extrusion and retractions, s
 * @param slowdown factor on the speed of strokes for the least layer time, at most 1
 * @param minSpeed speeds are not slowed below this, mm/s
 */
public record LayerTime(
    double[] roleSeconds,
    List<StratumTime> strata,
    double travelSeconds,
    double slowdown,
    double minSpeed)
    implements Memo.Sized {

  /**
   * Extruding in one stratum of one piece.
   *
   * @param piece index of the piece in the plan, from 0; -1 beside all pieces
   * @param stratum from 1
   */
  public record StratumTime(int piece, int stratum, double seconds) {}

  public double seconds() {
    return Arrays.stream(roleSeconds).sum() + travelSeconds;
  }

  /** A speed after slowing down, mm/s. */
  public double slowed(double speed) {
    return slowdown >= 1 ? speed : Math.max(Math.min(speed, minSpeed), speed * slowdown);
  }

  @Override
  public int weight() {
    return 8 * roleSeconds.length + 32 * strata.size() + 48;
  }
}

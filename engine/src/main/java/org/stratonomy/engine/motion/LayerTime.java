package org.stratonomy.engine.motion;

import java.util.List;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.plan.PrintedFor;
import org.stratonomy.engine.settings.Role;

/**
 * How long a layer takes.
 *
 * @param shares extruding, by what is printed, role and filament
 * @param travelSeconds moves without extrusion and retractions, s
 * @param waitSeconds the head waits aside afterwards, so that the layer cools, s
 * @param slowdown factor on the speed of strokes for the least layer time, at most 1
 * @param minSpeed speeds are not slowed below this, mm/s
 */
public record LayerTime(
    List<Share> shares, double travelSeconds, double waitSeconds, double slowdown, double minSpeed)
    implements Memo.Sized {

  /**
   * Extruding for one part of the plan.
   *
   * @param slot of the filament, from 1; or a mix
   */
  public record Share(PrintedFor origin, Role role, int slot, double seconds) {}

  public double seconds() {
    return extrudingSeconds() + travelSeconds + waitSeconds;
  }

  public double extrudingSeconds() {
    double sum = 0;
    for (Share share : shares) {
      sum += share.seconds;
    }
    return sum;
  }

  /** The same with a wait after it. */
  public LayerTime waiting(double seconds) {
    return new LayerTime(shares, travelSeconds, seconds, slowdown, minSpeed);
  }

  /** A speed after slowing down, mm/s. */
  public double slowed(double speed) {
    return slowdown >= 1 ? speed : Math.max(Math.min(speed, minSpeed), speed * slowdown);
  }

  @Override
  public int weight() {
    return 48 * shares.size() + 48;
  }
}

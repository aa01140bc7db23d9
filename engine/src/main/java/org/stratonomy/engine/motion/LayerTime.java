package org.stratonomy.engine.motion;

import java.util.Arrays;
import java.util.List;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.plan.Origin;

/**
 * How long a layer takes.
 *
 * @param roleSeconds extruding, by the ordinal of the role, s
 * @param origins the same by what is printed
 * @param travelSeconds moves without extrusion and retractions, s
 * @param waitSeconds the head waits aside afterwards, so that the layer cools, s
 * @param slowdown factor on the speed of strokes for the least layer time, at most 1
 * @param minSpeed speeds are not slowed below this, mm/s
 */
public record LayerTime(
    double[] roleSeconds,
    List<OriginTime> origins,
    double travelSeconds,
    double waitSeconds,
    double slowdown,
    double minSpeed)
    implements Memo.Sized {

  /** Extruding for one part of the plan. */
  public record OriginTime(Origin origin, double seconds) {}

  public double seconds() {
    return extrudingSeconds() + travelSeconds + waitSeconds;
  }

  public double extrudingSeconds() {
    return Arrays.stream(roleSeconds).sum();
  }

  /** The same with a wait after it. */
  public LayerTime waiting(double seconds) {
    return new LayerTime(roleSeconds, origins, travelSeconds, seconds, slowdown, minSpeed);
  }

  /** A speed after slowing down, mm/s. */
  public double slowed(double speed) {
    return slowdown >= 1 ? speed : Math.max(Math.min(speed, minSpeed), speed * slowdown);
  }

  @Override
  public int weight() {
    return 8 * roleSeconds.length + 32 * origins.size() + 48;
  }
}

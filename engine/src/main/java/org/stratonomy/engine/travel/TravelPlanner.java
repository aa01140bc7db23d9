package org.stratonomy.engine.travel;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.IntFunction;
import org.stratonomy.engine.motion.TravelSettings;
import org.stratonomy.engine.plan.PrintedFor;
import org.stratonomy.engine.plane.Distance;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.plane.Router;

/**
 * Decides how the head goes from line to line within a layer: within the piece, so that the outer
 * wall is not crossed and what oozes does no harm, if there is such a way and it is not too long;
 * else straight, with the strand drawn back.
 */
public final class TravelPlanner {
  /** Ways inside are taken up to this many times the straight way … */
  private static final double DETOUR = 3;

  /** … and this much more, mm. */
  private static final double DETOUR_MM = 10;

  private final TravelSettings settings;
  private final IntFunction<Router.Room> rooms;
  private final Map<Integer, Router> routers = new HashMap<>();

  /**
   * @param rooms where the head may go within a piece in the layer, by the index of the piece
   */
  public TravelPlanner(TravelSettings settings, IntFunction<Router.Room> rooms) {
    this.settings = settings;
    this.rooms = rooms;
  }

  /**
   * How the head comes from the end of a line to the beginning of the next.
   *
   * @param from piece of the one, or {@link PrintedFor#NO_PIECE}
   * @param to piece of the other, or {@link PrintedFor#NO_PIECE}
   */
  public Travel travel(int from, double ax, double ay, int to, double bx, double by) {
    double length = Distance.of(bx - ax, by - ay);
    if (length <= settings.retractFromMm()) {
      return Travel.STRAIGHT;
    }
    if (from == to && from != PrintedFor.NO_PIECE) {
      Optional<Path> way =
          routers
              .computeIfAbsent(from, piece -> new Router(rooms.apply(piece)))
              .way(ax, ay, bx, by, DETOUR * length + DETOUR_MM);
      if (way.isPresent()) {
        return Travel.along(way.get());
      }
    }
    return Travel.RETRACTED;
  }
}

package org.stratonomy.engine.merge;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.IntFunction;
import org.stratonomy.engine.motion.TravelSettings;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Distance;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.plane.Router;

/**
 * Decides how the head goes from line to line within a layer: within the piece, so that the outer
 * wall is not crossed and what oozes does no harm, if there is such a way and it is not too long;
 * else straight, with the strand drawn back.
 */
final class TravelPlanner {
  /** Lines along the edge of a piece may lie this share of a width inside it. */
  private static final double EDGE = 0.24;

  /** Ways inside are taken up to this many times the straight way … */
  private static final double DETOUR = 3;

  /** … and this much more, mm. */
  private static final double DETOUR_MM = 10;

  private final TravelSettings settings;
  private final IntFunction<Area> sections;
  private final IntFunction<Double> widths;
  private final Map<Integer, Router> routers = new HashMap<>();

  /**
   * @param sections of the layer, by the index of the piece
   * @param widths of lines, mm, by the index of the piece
   */
  TravelPlanner(TravelSettings settings, IntFunction<Area> sections, IntFunction<Double> widths) {
    this.settings = settings;
    this.sections = sections;
    this.widths = widths;
  }

  /**
   * How the head comes from the end of a line to the beginning of the next.
   *
   * @param from piece of the one, or {@link Stroke#NO_PIECE}
   * @param to piece of the other, or {@link Stroke#NO_PIECE}
   */
  Travel travel(int from, double ax, double ay, int to, double bx, double by) {
    double length = Distance.of(bx - ax, by - ay);
    if (length <= settings.retractFromMm()) {
      return Travel.STRAIGHT;
    }
    if (from == to && from != Stroke.NO_PIECE) {
      Optional<Path> way =
          routers
              .computeIfAbsent(from, this::router)
              .way(ax, ay, bx, by, DETOUR * length + DETOUR_MM);
      if (way.isPresent()) {
        return Travel.along(way.get());
      }
    }
    return Travel.RETRACTED;
  }

  private Router router(int piece) {
    double width = widths.apply(piece);
    return new Router(Plane.inset(sections.apply(piece), EDGE * width), (1 - EDGE) * width);
  }
}

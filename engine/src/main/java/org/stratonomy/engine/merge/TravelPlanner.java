package org.stratonomy.engine.merge;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.IntFunction;
import org.stratonomy.engine.motion.TravelSettings;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.plane.Router;

/**
 * Decides how the head goes from stroke to stroke within a layer: within the piece, so that the
 * outer wall is not crossed and what oozes does no harm, if there is such a way and it is not too
 * long; else straight, with the strand drawn back.
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

  /** How the head comes to stroke {@code next}, which is not the first. */
  Travel travel(List<Stroke> strokes, int next) {
    Stroke from = strokes.get(next - 1);
    Stroke to = strokes.get(next);
    double ax = from.endX();
    double ay = from.endY();
    double bx = to.path().x(0);
    double by = to.path().y(0);
    double length = Math.hypot(bx - ax, by - ay);
    if (length <= settings.retractFromMm()) {
      return Travel.STRAIGHT;
    }
    if (from.piece() == to.piece() && from.piece() != Stroke.NO_PIECE) {
      Optional<Path> way =
          routers
              .computeIfAbsent(from.piece(), this::router)
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

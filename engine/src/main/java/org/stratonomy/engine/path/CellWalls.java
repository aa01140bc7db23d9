package org.stratonomy.engine.path;

import java.util.List;
import java.util.function.Function;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Plane;

/**
 * Walls along the outline of a layer that is divided. They follow the outline of the whole section,
 * so that none runs where two cells meet inside and none is there twice; then each is cut, and a
 * cell keeps as many of them as it has walls.
 */
final class CellWalls {
  private final Function<LineSettings, OutlineWalls> outline;

  /**
   * @param outline the walls of the whole section
   */
  CellWalls(Function<LineSettings, OutlineWalls> outline) {
    this.outline = outline;
  }

  /** What the walls of a part of the section leave free of the section. */
  Area within(LineSettings s) {
    return outline.apply(s).inside();
  }

  /**
   * Lays the walls of a part of the section.
   *
   * @param out where the lines go
   * @return what they leave free of it, without what is too narrow for any line
   */
  Area walls(LineCell part, List<Line> out) {
    LineSettings s = part.settings();
    Area inside = Plane.intersection(part.area(), within(s));
    LineClipper clipper = new LineClipper(part.area());
    for (List<Line> wall : outline.apply(s).walls()) {
      for (Line line : wall) {
        out.addAll(clipper.inside(line));
      }
    }
    return Plane.open(inside, NarrowPlaces.LEAST_PASSED / 2 * s.lineWidth());
  }
}

package org.stratonomy.engine.path;

import java.util.List;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.plane.Plane;

/**
 * Walls along the outline of an area, from the outside inwards; each wall starts from what the one
 * before it leaves.
 */
final class WallMaker {
  private final double width;
  private final ThinPlaces thin;
  private final List<Line> out;

  /**
   * @param out where the lines go
   */
  WallMaker(double width, ThinPlaces thin, List<Line> out) {
    this.width = width;
    this.thin = thin;
    this.out = out;
  }

  /** Lays walls and returns what they leave free. */
  Area walls(Area section, int count) {
    Area rest = thin == ThinPlaces.LEFT_OUT ? Plane.open(section, width) : section;
    for (int i = 0; i < count && !rest.isEmpty(); i++) {
      rest = wall(rest, i == 0 ? Role.OUTER_WALL : Role.INNER_WALL);
    }
    return rest;
  }

  private Area wall(Area rest, Role role) {
    Area centre = Plane.inset(rest, width / 2);
    Area inner = Plane.inset(centre, width / 2);
    Area places = thin == ThinPlaces.FITTED ? NarrowPlaces.find(rest, inner, width) : Area.EMPTY;
    if (places.isEmpty()) {
      Path.ofRings(centre).forEach(path -> out.add(new Line(role, path, width)));
    } else {
      NarrowPlaces narrow = new NarrowPlaces(rest, width, NarrowPlaces.FACING);
      out.addAll(narrow.walls(role, centre, places));
      out.addAll(narrow.singles(role));
    }
    return inner;
  }
}

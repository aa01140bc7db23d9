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
    return thin == ThinPlaces.FITTED && count > 0 ? gaps(rest) : rest;
  }

  private Area wall(Area rest, Role role) {
    Area centre = Plane.inset(rest, width / 2);
    Area inner = Plane.inset(centre, width / 2);
    if (thin == ThinPlaces.FITTED && NarrowPlaces.any(rest, inner, width)) {
      NarrowPlaces narrow = new NarrowPlaces(rest, width);
      out.addAll(narrow.walls(role));
      out.addAll(narrow.singles(role));
    } else {
      Path.ofRings(centre).forEach(path -> out.add(new Line(role, path, width)));
    }
    return inner;
  }

  /** What walls leave between them but is too narrow for anything else gets a line of its own. */
  private Area gaps(Area rest) {
    if (rest.isEmpty()) {
      return rest;
    }
    NarrowPlaces narrow = new NarrowPlaces(rest, width);
    out.addAll(narrow.singles(Role.GAP));
    return narrow.wide();
  }
}

package org.stratonomy.engine.wall;

import java.util.List;
import org.stratonomy.engine.line.Line;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.settings.Choice.ThinPlaces;
import org.stratonomy.engine.settings.Role;

/**
 * Walls along the outline of an area, from the outside inwards; each wall starts from what the one
 * before it leaves.
 */
public final class WallMaker {
  private final double width;
  private final ThinPlaces thin;
  private final List<Line> out;

  /**
   * @param out where the lines go
   */
  public WallMaker(double width, ThinPlaces thin, List<Line> out) {
    this.width = width;
    this.thin = thin;
    this.out = out;
  }

  /** The area in which walls are laid. */
  Area start(Area section) {
    return thin == ThinPlaces.LEFT_OUT ? Plane.open(section, width) : section;
  }

  /**
   * Lays one wall along the edge of what the walls before it left free, and returns what it leaves:
   * where that is too narrow for a line, the wall is wider and takes it.
   *
   * @param number of walls before it
   */
  public Area wall(Area rest, int number) {
    Role role = number == 0 ? Role.OUTER_WALL : Role.INNER_WALL;
    Area centre = Plane.inset(rest, width / 2);
    Area inner = Plane.inset(centre, width / 2);
    if (thin != ThinPlaces.FITTED) {
      whole(role, centre);
      return inner;
    }
    Area narrow = NarrowPlaces.find(rest, inner, width);
    Plane.Split left = NarrowPlaces.left(inner, width);
    if (narrow.isEmpty() && left.out().isEmpty()) {
      whole(role, centre);
    } else {
      NarrowPlaces places = new NarrowPlaces(rest, narrow, width, NarrowPlaces.FACING);
      out.addAll(places.walls(role, centre, left.out()));
      out.addAll(places.singles(role));
    }
    return left.in();
  }

  private void whole(Role role, Area centre) {
    Path.ofRings(centre).forEach(path -> out.add(new Line(role, path, width)));
  }
}

package org.stratonomy.engine.path;

import java.util.List;
import org.stratonomy.engine.plan.Role;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Clipper;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.plane.Plane;

/**
 * Where an area meets one of another filament inside a piece. It may reach over the joint a little,
 * and gets walls of its own along it.
 */
final class Joint {
  /** Lines along a joint lie this near to their place beside it, mm. */
  private static final double NEAR_MM = 0.01;

  private final Area others;
  private final Area reach;

  /**
   * @param others what has another filament
   * @param reach where lines inside of the walls may run
   */
  Joint(Area others, Area reach) {
    this.others = others;
    this.reach = reach;
  }

  /**
   * Lays the walls along the joint.
   *
   * @param inside the area without its walls along the outline
   * @param out where the lines go
   * @return what is left inside of all walls
   */
  Area walls(Area inside, LineSettings s, List<Line> out) {
    Area over = Plane.intersection(Plane.outset(inside, s.jointOverlap()), others);
    Area rest = Plane.union(inside, Plane.intersection(over, reach));
    Area beyond = Plane.difference(others, over);
    double width = s.lineWidth();
    for (int i = 0; i < s.jointWalls() && !rest.isEmpty(); i++) {
      Area centre = Plane.inset(rest, width / 2);
      Clipper near = new Clipper(Plane.outset(beyond, width / 2 + NEAR_MM));
      for (Path ring : Path.ofRings(centre)) {
        for (Path part : near.inside(ring)) {
          out.add(new Line(Role.INNER_WALL, part, width));
        }
      }
      Area taken = Plane.intersection(Plane.outset(centre, width / 2), Plane.outset(beyond, width));
      rest = Plane.difference(rest, taken);
      beyond = Plane.outset(beyond, width);
    }
    return rest;
  }
}

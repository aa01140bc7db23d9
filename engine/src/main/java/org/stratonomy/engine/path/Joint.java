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
  private final boolean alone;

  /**
   * @param others what has another filament
   * @param reach where lines inside of the walls may run
   * @param alone whether all of the section but the area itself has another filament
   */
  Joint(Area others, Area reach, boolean alone) {
    this.others = others;
    this.reach = reach;
    this.alone = alone;
  }

  /**
   * Lays the walls along the joint.
   *
   * @param inside the area without its walls along the outline
   * @param out where the lines go
   * @return what is left inside of all walls
   */
  Area walls(Area inside, LineSettings s, List<Line> out) {
    if (inside.isEmpty()) {
      return inside;
    }
    Area wider = Plane.outset(inside, s.jointOverlap());
    Area rest = alone ? Plane.intersection(wider, reach) : widened(inside, wider);
    if (s.jointWalls() == 0) {
      return rest;
    }
    Area beyond = Plane.difference(others, wider);
    double width = s.lineWidth();
    for (int i = 0; i < s.jointWalls() && !rest.isEmpty(); i++) {
      Area centre = Plane.inset(rest, width / 2);
      Clipper near = new Clipper(Plane.outset(beyond, width / 2 + NEAR_MM));
      for (Path ring : Path.ofRings(centre)) {
        for (Path part : near.inside(ring)) {
          out.add(new Line(Role.INNER_WALL, part, width));
        }
      }
      beyond = Plane.outset(beyond, width);
      Area taken = Plane.intersection(Plane.outset(centre, width / 2), beyond);
      rest = Plane.difference(rest, taken);
    }
    return rest;
  }

  /** Wider only where another filament begins. */
  private Area widened(Area inside, Area wider) {
    return Plane.union(inside, Plane.intersection(Plane.intersection(wider, others), reach));
  }
}

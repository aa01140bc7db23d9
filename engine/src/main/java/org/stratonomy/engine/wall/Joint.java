package org.stratonomy.engine.wall;

import java.util.List;
import org.stratonomy.engine.line.Line;
import org.stratonomy.engine.line.LineSettings;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Clipper;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.settings.Role;

/**
 * Where an area meets one of another filament inside a piece. It may reach over the joint a little,
 * and gets walls of its own along it.
 */
public final class Joint {
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
  public Joint(Area others, Area reach, boolean alone) {
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
  public Area walls(Area inside, LineSettings s, List<Line> out) {
    if (inside.isEmpty()) {
      return inside;
    }
    Area wider = Plane.outset(inside, s.jointOverlap());
    Area rest = alone ? Plane.intersection(wider, reach) : widened(inside, wider);
    if (s.jointWalls() == 0) {
      return rest;
    }
    Area beyond = Plane.difference(Plane.intersection(others, reach), wider);
    if (!alone) {
      // Beyond another part of the same filament there is no joint of this one.
      beyond = Plane.near(beyond, rest, NEAR_MM);
    }
    Area without = Area.EMPTY;
    for (int i = 0; i < s.jointWalls() && !rest.isEmpty() && !beyond.isEmpty(); i++) {
      Wall wall = Wall.of(rest, beyond, s.lineWidth());
      wall.lay(out);
      rest = wall.left();
      without = Plane.union(without, wall.narrow());
      beyond = wall.next();
    }
    return Plane.union(rest, without);
  }

  /**
   * One wall along a joint, but not where the room is too narrow for it: there what is inside fits
   * its lines to all of the width.
   *
   * @param centre where its lines run
   * @param beyond what it runs along
   * @param next where the next one runs along
   * @param narrow where it does not run
   * @param left what it leaves for more walls
   */
  private record Wall(double width, Area centre, Area beyond, Area next, Area narrow, Area left) {
    static Wall of(Area rest, Area beyond, double width) {
      Area centre = Plane.inset(rest, width / 2);
      Area next = Plane.outset(beyond, width);
      Area left = Plane.difference(rest, next);
      Area narrow = NarrowPlaces.find(rest, Plane.inset(centre, width / 2), width);
      Area gaps = NarrowPlaces.left(left, width).out();
      if (!gaps.isEmpty()) {
        Area beside = Plane.near(rest, gaps, width + NEAR_MM);
        narrow = Plane.union(narrow, beside);
      }
      Area wide = narrow.isEmpty() ? left : Plane.difference(left, narrow);
      return new Wall(width, centre, beyond, next, narrow, wide);
    }

    void lay(List<Line> out) {
      Area along = Plane.difference(Plane.outset(beyond, width / 2 + NEAR_MM), narrow);
      Clipper near = new Clipper(along);
      for (Path ring : Path.ofRings(centre)) {
        for (Path part : near.inside(ring)) {
          out.add(new Line(Role.INNER_WALL, part, width));
        }
      }
    }
  }

  /** Wider only where another filament begins. */
  private Area widened(Area inside, Area wider) {
    return Plane.union(inside, Plane.intersection(Plane.intersection(wider, others), reach));
  }
}

package org.stratonomy.engine.wall;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.stratonomy.engine.line.LayerLines;
import org.stratonomy.engine.line.Line;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Simplifier;
import org.stratonomy.engine.settings.Choice.ThinPlaces;

/**
 * Walls along the outline of a whole section. They depend on nothing but the section and how walls
 * are laid, so that edits of what is inside leave them as they are. Each wall stands on what those
 * outside of it leave, so that one more or one less wall is one wall's work.
 *
 * @param outer the walls outside of this one; none if this is only where walls begin
 * @param wall lines of the innermost wall
 * @param inside what the walls leave free
 */
public record OutlineWalls(Optional<OutlineWalls> outer, List<Line> wall, Area inside)
    implements Memo.Sized {
  private static final int BYTES_PER_POINT = 8;

  /**
   * The outer wall follows the outline as it is. What lies inside of it may miss its place by this
   * share of a line's width: nobody sees it, and there is much less to compute and to print.
   */
  static final double ROUGHNESS = 0.04;

  /**
   * No wall yet.
   *
   * @param width of the lines, mm
   */
  public static OutlineWalls none(Area section, double width, ThinPlaces thin) {
    Area start = new WallMaker(width, thin, new ArrayList<>()).start(section);
    return new OutlineWalls(Optional.empty(), List.of(), start);
  }

  /** One more wall, if there is room for it. */
  public OutlineWalls more(double width, ThinPlaces thin) {
    if (inside.isEmpty()) {
      return this;
    }
    List<Line> lines = new ArrayList<>();
    Area left = new WallMaker(width, thin, lines).wall(inside, count());
    Area inside = new Simplifier(ROUGHNESS * width).simplify(left);
    return new OutlineWalls(Optional.of(this), List.copyOf(lines), inside);
  }

  private int count() {
    return outer.map(walls -> walls.count() + 1).orElse(0);
  }

  /** Lines of each wall, from the outside. */
  List<List<Line>> walls() {
    List<List<Line>> walls = new ArrayList<>();
    for (OutlineWalls at = this; at.outer.isPresent(); at = at.outer.get()) {
      walls.addFirst(at.wall);
    }
    return walls;
  }

  /** All of the lines. */
  public List<Line> lines() {
    return walls().stream().flatMap(List::stream).toList();
  }

  @Override
  public int weight() {
    return LayerLines.weight(List.of(wall)) + BYTES_PER_POINT * inside.pointCount();
  }
}

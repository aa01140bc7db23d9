package org.stratonomy.engine.path;

import java.util.ArrayList;
import java.util.List;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.plane.Area;

/**
 * Walls along the outline of a whole section. They depend on nothing but the section and how walls
 * are laid, so that edits of what is inside leave them as they are.
 *
 * @param walls lines of each wall, from the outside
 * @param inside what they leave free
 */
record OutlineWalls(List<List<Line>> walls, Area inside) implements Memo.Sized {
  private static final int BYTES_PER_POINT = 8;

  /**
   * Lays walls.
   *
   * @param width of the lines, mm
   */
  static OutlineWalls of(Area section, double width, ThinPlaces thin, int count) {
    List<Line> made = new ArrayList<>();
    WallMaker maker = new WallMaker(width, thin, made);
    List<List<Line>> walls = new ArrayList<>();
    Area rest = maker.start(section);
    for (int i = 0; i < count && !rest.isEmpty(); i++) {
      rest = maker.wall(rest, i);
      walls.add(List.copyOf(made));
      made.clear();
    }
    return new OutlineWalls(List.copyOf(walls), rest);
  }

  /** All of the lines. */
  List<Line> lines() {
    return walls.stream().flatMap(List::stream).toList();
  }

  @Override
  public int weight() {
    return LayerLines.weight(walls) + BYTES_PER_POINT * inside.pointCount();
  }
}

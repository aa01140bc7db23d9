package org.stratonomy.engine.path;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Plane;

/**
 * Walls along the outline of a layer that is divided. They follow the outline of the whole section,
 * so that none runs where two cells meet inside and none is there twice; then each is cut, and a
 * cell keeps as many of them as it has walls.
 */
final class CellWalls {
  /** What is narrower than this is left by rounding, mm. */
  private static final double ROUNDING_MM = 0.01;

  private final Area section;
  private final Map<Key, Rings> rings = new HashMap<>();

  private record Key(double width, ThinPlaces thin) {}

  /** Walls of one width, from the outside, and what is left free before each and after the last. */
  private static final class Rings {
    private final WallMaker maker;
    private final List<Line> made = new ArrayList<>();
    private final List<List<Line>> walls = new ArrayList<>();
    private final List<Area> rests = new ArrayList<>();

    Rings(Area section, Key key) {
      maker = new WallMaker(key.width, key.thin, made);
      rests.add(maker.start(section));
    }

    Area rest(int count) {
      while (rests.size() <= count) {
        Area rest = rests.getLast();
        rests.add(rest.isEmpty() ? rest : maker.wall(rest, walls.size()));
        walls.add(List.copyOf(made));
        made.clear();
      }
      return rests.get(count);
    }
  }

  CellWalls(Area section) {
    this.section = section;
  }

  /** What the walls of a part of the section leave free of the section. */
  Area within(LineSettings s) {
    return rings(s).rest(s.walls());
  }

  /**
   * Lays the walls of a part of the section.
   *
   * @param out where the lines go
   * @return what they leave free of it
   */
  Area walls(LineCell part, List<Line> out) {
    LineSettings s = part.settings();
    Area inside = Plane.intersection(part.area(), within(s));
    LineClipper clipper = new LineClipper(part.area());
    for (List<Line> wall : rings(s).walls.subList(0, s.walls())) {
      for (Line line : wall) {
        out.addAll(clipper.inside(line));
      }
    }
    return Plane.open(inside, ROUNDING_MM / 2);
  }

  private Rings rings(LineSettings s) {
    return rings.computeIfAbsent(
        new Key(s.lineWidth(), s.thinPlaces()), key -> new Rings(section, key));
  }
}

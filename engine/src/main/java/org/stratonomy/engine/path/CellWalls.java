package org.stratonomy.engine.path;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.Function;
import java.util.stream.IntStream;
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
   */
  void lay(LineCell part, List<Line> out) {
    LineClipper clipper = new LineClipper(part.area());
    for (List<Line> wall : outline.apply(part.settings()).walls()) {
      for (Line line : wall) {
        out.addAll(clipper.inside(line));
      }
    }
  }

  /**
   * What the walls leave free of each part. Where that is too narrow for any line, it goes to the
   * part beside it, first to one of the same filament, so that no gap stays between them.
   */
  List<Area> insides(List<LineCell> parts) {
    List<Area> insides = new ArrayList<>();
    List<Area> slivers = new ArrayList<>();
    for (LineCell part : parts) {
      Area free = Plane.intersection(part.area(), within(part.settings()));
      Area wide = Plane.open(free, least(part) / 2);
      insides.add(wide);
      slivers.add(sliver(free, wide, part.settings().lineWidth()));
    }
    for (int from = 0; from < parts.size(); from++) {
      int slot = parts.get(from).slot();
      Area left = slivers.get(from);
      for (int to : bySlot(parts, slot)) {
        if (to != from && !left.isEmpty()) {
          Area reach = Plane.outset(insides.get(to), least(parts.get(from)));
          Area given = Plane.intersection(left, reach);
          insides.set(to, Plane.union(insides.get(to), given));
          left = Plane.difference(left, given);
        }
      }
    }
    return insides;
  }

  /** Indices of the parts, those of a filament first. */
  private static List<Integer> bySlot(List<LineCell> parts, int slot) {
    return IntStream.range(0, parts.size())
        .boxed()
        .sorted(Comparator.comparing(i -> parts.get(i).slot() != slot))
        .toList();
  }

  /** What is narrower than this holds no line, mm. */
  private static double least(LineCell part) {
    return NarrowPlaces.LEAST * part.settings().lineWidth();
  }

  private static Area sliver(Area free, Area wide, double width) {
    double least = width * width;
    return free.areaMm2() - wide.areaMm2() < least
        ? Area.EMPTY
        : Plane.difference(free, wide).withoutSmall(least);
  }
}

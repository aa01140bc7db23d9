package org.stratonomy.engine.wall;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.Function;
import org.stratonomy.engine.line.Line;
import org.stratonomy.engine.line.LineCell;
import org.stratonomy.engine.line.LineClipper;
import org.stratonomy.engine.line.LineSettings;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Plane;

/**
 * Walls along the outline of a layer that is divided. They follow the outline of the whole section,
 * so that none runs where two cells meet inside and none is there twice; then each is cut, and a
 * cell keeps as many of them as it has walls.
 */
public final class CellWalls {
  /** Less than this is not worth giving to another part, mm². */
  private static final double LEAST_GIVEN_MM2 = 1e-3;

  private final Function<LineSettings, OutlineWalls> outline;

  /**
   * @param outline the walls of the whole section
   */
  public CellWalls(Function<LineSettings, OutlineWalls> outline) {
    this.outline = outline;
  }

  /** What the walls of a part of the section leave free of the section. */
  public Area within(LineSettings s) {
    return outline.apply(s).inside();
  }

  /**
   * Lays the walls of a part of the section.
   *
   * @param out where the lines go
   */
  public void lay(LineCell part, List<Line> out) {
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
  public List<Area> insides(List<LineCell> parts) {
    List<Room> rooms = new ArrayList<>();
    for (LineCell part : parts) {
      Area free = Plane.intersection(part.area(), within(part.settings()));
      rooms.add(new Room(part, free));
    }
    // What is narrow in each of two parts of a filament may be wide in both together.
    for (Room from : rooms) {
      for (Room to : rooms) {
        if (to != from && to.part.slot() == from.part.slot() && !from.sliver.isEmpty()) {
          from.giveTo(to, to.with(from.sliver));
        }
      }
    }
    boolean given = true;
    while (given) {
      given = false;
      for (Room from : rooms) {
        for (Room to : bySlot(rooms, from.part.slot())) {
          if (to != from && !from.sliver.isEmpty()) {
            given |= from.giveTo(to, Plane.outset(to.wide, least(from.part)));
          }
        }
      }
    }
    return rooms.stream().map(room -> room.wide).toList();
  }

  /** What is free of a part, divided into what lines fit in and what is too narrow. */
  private static final class Room {
    private final LineCell part;
    private Area free;
    private Area wide;
    private Area sliver;

    Room(LineCell part, Area free) {
      this.part = part;
      divide(free, Area.EMPTY);
    }

    /**
     * @param given what of it counts as wide in any case
     */
    private void divide(Area all, Area given) {
      free = all;
      wide = Plane.union(Plane.open(free, least(part) / 2), given);
      sliver = sliver(free, wide, part.settings().lineWidth());
    }

    /** What would be wide enough with some more. */
    private Area with(Area more) {
      return Plane.open(Plane.union(free, more), least(part) / 2);
    }

    /** Gives away what of the sliver is within reach; whether that was anything. */
    private boolean giveTo(Room to, Area reach) {
      Area given = Plane.intersection(sliver, reach).withoutSmall(LEAST_GIVEN_MM2);
      if (given.isEmpty()) {
        return false;
      }
      sliver = Plane.difference(sliver, given);
      to.divide(Plane.union(to.free, given), Plane.union(to.wide, given));
      return true;
    }
  }

  /** The rooms, those of a filament first. */
  private static List<Room> bySlot(List<Room> rooms, int slot) {
    return rooms.stream()
        .sorted(Comparator.comparing((Room room) -> room.part.slot() != slot))
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

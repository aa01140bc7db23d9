package org.stratonomy.engine.line;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Supplier;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.plane.Simplifier;
import org.stratonomy.engine.strata.PieceLayer;
import org.stratonomy.engine.strata.PieceStack;
import org.stratonomy.engine.strata.Section;
import org.stratonomy.engine.strata.Sections;

/**
 * The section of a layer and what lies above and below it. What follows from the sections alone is
 * remembered: several cells of the layer ask for it, and so does every edit that leaves the shape
 * of the piece as it is.
 */
public final class Surroundings {
  /** Lines by which a bridge at least as wide reaches over what carries it. */
  private static final int ANCHOR = 3;

  /** Lines by which a skin grows from where it was found to be {@link #wide}. */
  private static final double HELD = 1.25;

  /**
   * Where infill begins beside a skin is hidden, and the skin grows by much more than this; so that
   * edge may miss its place by this share of a line's width.
   */
  private static final double ROUGHNESS = 0.15;

  private final PieceLayer layer;
  private final PieceStack stack;
  private final Sections sections;
  private final Memo memo;

  public Surroundings(PieceLayer layer, PieceStack stack, Sections sections, Memo memo) {
    this.layer = layer;
    this.stack = stack;
    this.sections = sections;
    this.memo = memo;
  }

  public PieceLayer layer() {
    return layer;
  }

  Area section() {
    return sections.get(layer.index()).area();
  }

  public Area below() {
    return sections.carrying(layer.index() - 1);
  }

  private Area above() {
    return sections.get(layer.index() + 1).area();
  }

  public boolean isOnBed() {
    return layer.index() == 1 && stack.onBed();
  }

  /**
   * Where inside of the outer wall there is room for infill: all sections above and below that
   * count are there. The others, without slivers, are a line wider than that, so that a skin is
   * held by what is beside it.
   *
   * @param inner what the outer wall leaves of the section
   */
  public Area sparse(LineSettings s, Area inner) {
    Key.Builder key = withinOuterWall("sparse", s).add(s.leastSkinMm2());
    int first = layer.index() - s.bottomLayers();
    int last = layer.index() + s.topLayers();
    return remembered(
        sectionKeys(key, first, last),
        () -> {
          Area missing = Plane.missing(section(), neighbours(s.bottomLayers(), s.topLayers()));
          double least = s.leastSkinMm2();
          Area wide = wide(least > 0 ? missing.withoutSmall(least) : missing, s.lineWidth());
          Area smooth = new Simplifier(ROUGHNESS * s.lineWidth()).simplify(wide);
          Area sparse = Plane.beyond(inner, smooth, HELD * s.lineWidth());
          return s.bottomLayers() > 0 ? Plane.difference(sparse, bridged(s.lineWidth())) : sparse;
        });
  }

  private static Key.Builder withinOuterWall(String what, LineSettings s) {
    return Key.of(what).add(s.lineWidth()).add(s.thinPlaces()).add(Math.min(s.walls(), 1));
  }

  /** What of an area is more than half a line wide, by a quarter of a line less. */
  private static Area wide(Area area, double width) {
    return area.isEmpty() ? area : Plane.inset(area, width / 4);
  }

  /** The sections that must all be there for a place to be inside. */
  private List<Area> neighbours(int bottomLayers, int topLayers) {
    int i = layer.index();
    List<Area> neighbours = new ArrayList<>();
    neighbours.addAll(sections.common(i - bottomLayers, bottomLayers));
    neighbours.addAll(sections.common(i + 1, topLayers));
    return neighbours;
  }

  /** What of the section has nothing below it; slivers left by rounding do not count. */
  Area overAir(double width) {
    if (isOnBed()) {
      return Area.EMPTY;
    }
    Key.Builder key = Key.of("over air");
    Area overAir =
        remembered(
            sectionKeys(key, layer.index() - 1, layer.index()),
            () -> Plane.difference(section(), below()));
    return overAir.withoutSmall(width * width / 100);
  }

  /**
   * What of the section is more than a quarter of a line wide over air, and a line around it; more
   * lines around what is wide, so that its ends lie on more than the edge of what carries them.
   */
  public Area bridged(double width) {
    Key.Builder key = Key.of("bridged").add(width);
    return remembered(
        sectionKeys(key, layer.index() - 1, layer.index()),
        () -> {
          Area air = overAir(width);
          Area anchored = Plane.inset(air, ANCHOR * width / 2);
          Area held = Plane.outset(wide(air, width), HELD * width);
          return Plane.union(held, Plane.outset(anchored, 1.5 * ANCHOR * width));
        });
  }

  /** Whether the section reaches over air by more than some mm in places. */
  public boolean reachesOverAir(double width, double mm) {
    Key.Builder key = Key.of("reaches over air").add(width).add(mm);
    return !remembered(
            sectionKeys(key, layer.index() - 1, layer.index()),
            () -> Plane.inset(overAir(width), mm / 2))
        .isEmpty();
  }

  /**
   * What of the section reaches over air by more than some mm and is carried on one side only. What
   * is carried on several sides is bridged; what is carried nowhere begins in mid-air.
   */
  public Area hanging(double width, double mm) {
    if (!reachesOverAir(width, mm)) {
      return Area.EMPTY;
    }
    Key.Builder key = Key.of("hanging").add(width).add(mm);
    return remembered(
        sectionKeys(key, layer.index() - 1, layer.index()),
        () ->
            Plane.union(
                overAir(width).parts().stream()
                    .filter(part -> !Plane.inset(part, mm / 2).isEmpty() && hangs(part, width))
                    .toList()));
  }

  private boolean hangs(Area part, double width) {
    double sliver = width * width / 50;
    Area around = Plane.difference(Plane.outset(part, width / 4), part);
    Area carried = Plane.intersection(around, below()).withoutSmall(sliver);
    return carried.parts().size() == 1
        && !Plane.difference(around, below()).withoutSmall(sliver).isEmpty();
  }

  /**
   * What of the section has nothing above it; slivers do not count.
   *
   * @param inner what the outer wall leaves of the section
   */
  public Area facingUp(LineSettings s, Area inner) {
    Area facingUp =
        remembered(
            sectionKeys(withinOuterWall("facing up", s), layer.index(), layer.index() + 1),
            () -> Plane.difference(inner, above()));
    return facingUp.withoutSmall(s.lineWidth() * s.lineWidth());
  }

  private Key sectionKeys(Key.Builder key, int first, int last) {
    key.add(layer.index() - first);
    for (int i = first; i <= last; i++) {
      key.add(sections.key(i));
    }
    return key.build();
  }

  private Area remembered(Key key, Supplier<Area> found) {
    return memo.get(key, Section.class, () -> Section.of(found.get())).area();
  }
}

package org.stratonomy.engine.path;

import java.util.List;
import java.util.function.IntFunction;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.plan.Settings;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.strata.PieceLayer;
import org.stratonomy.engine.strata.PieceStack;
import org.stratonomy.engine.strata.Sections;

/**
 * All lines of one piece, layer by layer: the piece itself, its support, its brim. Safe to use from
 * several threads.
 */
public final class PieceLines {
  private final Sections sections;
  private final IntFunction<Settings> strata;
  private final LineMaker maker;
  private final Supports supports;

  /**
   * @param strata what holds in each stratum, by its number from 1
   */
  public PieceLines(PieceStack stack, Sections sections, IntFunction<Settings> strata, Memo memo) {
    this.sections = sections;
    this.strata = strata;
    maker = new LineMaker(stack, sections, memo);
    supports = new Supports(stack, sections, strata, memo);
  }

  /** Key of all lines of a layer. */
  public Key key(PieceLayer layer) {
    Key.Builder key = Key.of("piece lines").add(maker.key(layer, settings(layer)));
    addArea(key, supports.body(layer.index()));
    addArea(key, supports.touching(layer.index()));
    supports.addSettings(key, layer.index());
    if (layer.index() == 1) {
      new Brim(settings(layer)).addTo(key);
    }
    return key.build();
  }

  private static void addArea(Key.Builder key, Area area) {
    key.add(area.pointCount());
    for (int i = 0; i < area.pointCount(); i++) {
      key.add(((long) area.x(i) << 32) ^ area.y(i));
    }
  }

  private Settings settings(PieceLayer layer) {
    return strata.apply(layer.stratum());
  }

  /** The lines of each connected part of the piece in a layer. */
  public List<List<Line>> islands(PieceLayer layer) {
    return maker.lines(layer, settings(layer)).islands();
  }

  /** The lines of support in a layer. */
  public List<Line> support(PieceLayer layer) {
    return supports.lines(layer);
  }

  /** The lines of the brim, for the first layer. */
  public List<Line> brim(PieceLayer layer) {
    return new Brim(settings(layer))
        .lines(sections.get(layer.index()).area(), supports.area(layer.index()));
  }

  /** What a layer on the bed covers of it, with support and brim. */
  public Area footprint(PieceLayer layer) {
    Area standing = Plane.union(sections.get(layer.index()).area(), supports.area(layer.index()));
    return Plane.outset(standing, new Brim(settings(layer)).reachMm());
  }
}

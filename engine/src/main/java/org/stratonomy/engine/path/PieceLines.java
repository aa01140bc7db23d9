package org.stratonomy.engine.path;

import java.util.List;
import java.util.stream.IntStream;
import org.stratonomy.engine.adhesion.Brim;
import org.stratonomy.engine.divide.Cell;
import org.stratonomy.engine.divide.Cells;
import org.stratonomy.engine.line.Line;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Settings;
import org.stratonomy.engine.settings.SpotSettings;
import org.stratonomy.engine.strata.PieceLayer;
import org.stratonomy.engine.strata.PieceStack;
import org.stratonomy.engine.strata.Sections;
import org.stratonomy.engine.support.Supports;

/**
 * All lines of one piece, layer by layer: the piece itself, its support, its brim. Safe to use from
 * several threads.
 */
public final class PieceLines {
  /** Support may end so many layers below what it carries. */
  private static final int SUPPORT_REACH = 4;

  private final Sections sections;
  private final Cells cells;
  private final LineMaker maker;
  private final Supports supports;

  public PieceLines(PieceStack stack, Sections sections, Cells cells, Memo memo) {
    this.sections = sections;
    this.cells = cells;
    maker = new LineMaker(stack, sections, cells, memo);
    supports = new Supports(stack, sections, cells, memo);
  }

  /** Key of all lines of a layer. */
  public Key key(PieceLayer layer) {
    Key.Builder key = Key.of("piece lines").add(maker.key(layer));
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
    return cells.stratum(layer);
  }

  /** The cells of a layer; lines name them by their index. */
  public List<Cell> cells(PieceLayer layer) {
    return cells.of(layer);
  }

  /** What holds for support and brim in a layer. */
  public SpotSettings beside(PieceLayer layer) {
    return cells.beside(layer);
  }

  /** The lines of each connected part of the piece in a layer. */
  public List<List<Line>> islands(PieceLayer layer) {
    return maker.lines(layer).islands();
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

  /** What of a layer hangs over the one below by more than an angle from upright, on one side. */
  public Area hanging(PieceLayer layer, double degrees) {
    double mm = layer.height() * Math.tan(Math.toRadians(degrees));
    return maker.around(layer).hanging(settings(layer).number(Setting.LINE_WIDTH), mm);
  }

  /** What of a layer is too thin for any line. */
  public Area lost(PieceLayer layer) {
    return maker.lost(layer);
  }

  /** What support covers in a layer. */
  public Area supportArea(PieceLayer layer) {
    return supports.area(layer.index());
  }

  /** What support covers in the layers that may carry a layer: it may end a gap below. */
  public List<Area> supportBelow(PieceLayer layer) {
    int index = layer.index();
    return IntStream.range(Math.max(1, index - SUPPORT_REACH), index)
        .mapToObj(supports::area)
        .filter(area -> !area.isEmpty())
        .toList();
  }

  /** What a layer covers, with support. */
  public Area standing(PieceLayer layer) {
    return Plane.union(sections.get(layer.index()).area(), supports.area(layer.index()));
  }

  /** What a layer on the bed covers of it, with support and brim. */
  public Area footprint(PieceLayer layer) {
    return Plane.outset(standing(layer), new Brim(settings(layer)).reachMm());
  }
}

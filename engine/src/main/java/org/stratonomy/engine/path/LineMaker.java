package org.stratonomy.engine.path;

import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;
import org.stratonomy.engine.divide.Cell;
import org.stratonomy.engine.divide.Cells;
import org.stratonomy.engine.fill.FillPattern;
import org.stratonomy.engine.fill.InsideMaker;
import org.stratonomy.engine.line.LayerLines;
import org.stratonomy.engine.line.Line;
import org.stratonomy.engine.line.LineCell;
import org.stratonomy.engine.line.LineSettings;
import org.stratonomy.engine.line.Surroundings;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.settings.Choice.ThinPlaces;
import org.stratonomy.engine.strata.PieceLayer;
import org.stratonomy.engine.strata.PieceStack;
import org.stratonomy.engine.strata.Section;
import org.stratonomy.engine.strata.Sections;
import org.stratonomy.engine.wall.CellWalls;
import org.stratonomy.engine.wall.Joint;
import org.stratonomy.engine.wall.NarrowPlaces;
import org.stratonomy.engine.wall.OutlineWalls;

/**
 * The lines of a layer: walls along its outline, walls along joints between filaments, and what is
 * inside of them.
 */
final class LineMaker {
  private final PieceStack stack;
  private final Sections sections;
  private final Cells cells;
  private final Memo memo;

  /** Of {@link #lines}, by the index of the layer, as far as they were asked for. */
  private final Key[] keys;

  LineMaker(PieceStack stack, Sections sections, Cells cells, Memo memo) {
    this.stack = stack;
    this.sections = sections;
    this.cells = cells;
    this.memo = memo;
    keys = new Key[stack.layers().size()];
  }

  /** Key of {@link #lines} for the same layer. */
  Key key(PieceLayer layer) {
    int i = layer.index() - 1;
    if (keys[i] == null) {
      keys[i] = key("lines", layer, s -> s);
    }
    return keys[i];
  }

  /** Key of what is laid in a part of a layer but for infill. */
  private Key solidKey(PieceLayer layer, int part) {
    return Key.of("solid part")
        .add(key("solid", layer, LineSettings::withoutInfill))
        .add(part)
        .build();
  }

  private Key key(String of, PieceLayer layer, UnaryOperator<LineSettings> relevant) {
    Key.Builder key = Key.of(of).add(cells.key(layer));
    int below = 1;
    int above = 1;
    boolean wavy = false;
    List<Integer> slots = new ArrayList<>();
    for (Cell cell : cells.of(layer)) {
      LineSettings s = relevant.apply(LineSettings.of(cell.settings()));
      key.add(s);
      // Which cells have the same filament counts, not which filament that is.
      int slot = cell.settings().all().slot();
      if (!slots.contains(slot)) {
        slots.add(slot);
      }
      key.add(slots.indexOf(slot));
      below = Math.max(below, s.bottomLayers());
      above = Math.max(above, s.topLayers());
      wavy |= isWavy(s);
    }
    key.add(layer.index() % 2).add(stack.onBed() ? 1 : 0).add(Math.min(layer.index(), 2));
    key.add(wavy ? layer.middle() : 0.0);
    for (int i = layer.index() - below; i <= layer.index() + above; i++) {
      key.add(sections.key(i));
    }
    return key.build();
  }

  /** Whether lines differ from height to height. */
  private static boolean isWavy(LineSettings s) {
    return s.density() > 0 && s.density() < 1 && FillPattern.of(s.pattern()).dependsOnHeight();
  }

  LayerLines lines(PieceLayer layer) {
    return memo.get(
        key(layer),
        LayerLines.class,
        () -> LayerLines.of(sections.get(layer.index()).area(), make(layer)));
  }

  Surroundings around(PieceLayer layer) {
    return new Surroundings(layer, stack, sections, memo);
  }

  /** What of a layer is too thin for any line. */
  Area lost(PieceLayer layer) {
    LineSettings s = LineSettings.of(cells.stratum(layer));
    double least = NarrowPlaces.least(s.thinPlaces()) * s.lineWidth();
    Key key = Key.of("lost").add(sections.key(layer.index())).add(least).build();
    return memo.get(
            key,
            Section.class,
            () -> Section.of(NarrowPlaces.thinner(sections.get(layer.index()).area(), least)))
        .area();
  }

  private List<Line> make(PieceLayer layer) {
    List<Cell> divided = cells.of(layer);
    List<LineCell> parts = LineCell.of(divided);
    Surroundings around = around(layer);
    if (parts.size() == 1) {
      LineCell whole = parts.getFirst();
      OutlineWalls outline = outline(layer, whole.settings());
      List<Line> lines = new ArrayList<>(outline.lines());
      maker(around, layer, 0, whole.settings(), lines).fill(outline.inside());
      return whole.cut(lines, divided);
    }
    CellWalls walls = new CellWalls(s -> outline(layer, s));
    List<Area> insides = walls.insides(parts);
    List<Line> lines = new ArrayList<>();
    for (int i = 0; i < parts.size(); i++) {
      LineCell part = parts.get(i);
      LineSettings s = part.settings();
      List<Line> own = new ArrayList<>();
      walls.lay(part, own);
      boolean alone = parts.stream().allMatch(o -> o == part || o.slot() != part.slot());
      Joint joint = new Joint(others(part, parts), walls.within(s), alone);
      Area inside = joint.walls(insides.get(i), s, own);
      maker(around, layer, i, s, own).fill(inside);
      lines.addAll(part.cut(own, divided));
    }
    return lines;
  }

  private InsideMaker maker(
      Surroundings around, PieceLayer layer, int part, LineSettings s, List<Line> lines) {
    Area inner = outline(layer, s, Math.min(s.walls(), 1)).inside();
    return new InsideMaker(around, inner, s, lines, memo, () -> solidKey(layer, part));
  }

  private OutlineWalls outline(PieceLayer layer, LineSettings s) {
    return outline(layer, s, s.walls());
  }

  private OutlineWalls outline(PieceLayer layer, LineSettings s, int most) {
    Key section = sections.key(layer.index());
    double width = s.lineWidth();
    ThinPlaces thin = s.thinPlaces();
    OutlineWalls walls =
        memo.get(
            walls(section, s, 0),
            OutlineWalls.class,
            () -> OutlineWalls.none(sections.get(layer.index()).area(), width, thin));
    for (int count = 1; count <= most && !walls.inside().isEmpty(); count++) {
      OutlineWalls outer = walls;
      walls = memo.get(walls(section, s, count), OutlineWalls.class, () -> outer.more(width, thin));
    }
    return walls;
  }

  private static Key walls(Key section, LineSettings s, int count) {
    return Key.of("walls").add(section).add(s.lineWidth()).add(count).add(s.thinPlaces()).build();
  }

  /** What of the section has another filament. */
  private static Area others(LineCell part, List<LineCell> parts) {
    List<Area> others =
        parts.stream().filter(o -> o.slot() != part.slot()).map(LineCell::area).toList();
    return others.isEmpty() ? Area.EMPTY : Plane.union(others);
  }
}

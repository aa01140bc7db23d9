package org.stratonomy.engine.line;

import java.util.ArrayList;
import java.util.List;
import org.stratonomy.engine.divide.Cell;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.settings.Settings;

/**
 * The cells of a layer whose lines run alike and have one filament: their lines are laid as in one
 * area, and only then cut where one cell meets the next.
 *
 * @param cells by their index in the layer
 */
public record LineCell(Area area, LineSettings settings, int slot, List<Integer> cells) {

  public static List<LineCell> of(List<Cell> cells) {
    List<LineCell> found = new ArrayList<>();
    for (int c = 0; c < cells.size(); c++) {
      Settings settings = cells.get(c).settings().all();
      LineSettings lines = LineSettings.of(cells.get(c).settings());
      int at = 0;
      while (at < found.size() && !found.get(at).isLaidAs(lines, settings.slot())) {
        at++;
      }
      Area area = cells.get(c).area();
      if (at == found.size()) {
        found.add(new LineCell(area, lines, settings.slot(), List.of(c)));
      } else {
        found.set(at, found.get(at).with(area, c));
      }
    }
    return found;
  }

  private boolean isLaidAs(LineSettings lines, int ofSlot) {
    return slot == ofSlot && settings.equals(lines);
  }

  private LineCell with(Area more, int cell) {
    List<Integer> all = new ArrayList<>(cells);
    all.add(cell);
    return new LineCell(Plane.union(area, more), settings, slot, List.copyOf(all));
  }

  /** Gives lines to the cells that they run in, cut where they run from one into another. */
  public List<Line> cut(List<Line> lines, List<Cell> all) {
    if (cells.size() == 1) {
      int cell = cells.getFirst();
      return cell == 0 ? lines : lines.stream().map(line -> line.inCell(cell)).toList();
    }
    List<LineClipper> clippers = new ArrayList<>();
    cells.forEach(cell -> clippers.add(new LineClipper(all.get(cell).area())));
    List<Line> cut = new ArrayList<>();
    for (Line line : lines) {
      for (int c = 0; c < clippers.size(); c++) {
        for (Line part : clippers.get(c).inside(line)) {
          cut.add(part.inCell(cells.get(c)));
        }
      }
    }
    return cut;
  }
}

package org.stratonomy.engine.path;

import java.util.ArrayList;
import java.util.List;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Clipper;

/**
 * The lines of one layer of one piece, in no particular order but for top skins.
 *
 * @param islands the lines of each connected part of the section
 */
record LayerLines(List<List<Line>> islands) implements Memo.Sized {
  LayerLines {
    islands = islands.stream().map(List::copyOf).toList();
  }

  /** Sorts lines by the part of the section that they begin in. */
  static LayerLines of(Area section, List<Line> lines) {
    List<Area> parts = section.parts();
    if (parts.size() <= 1) {
      return new LayerLines(List.of(lines));
    }
    List<double[]> bounds = parts.stream().map(Area::boundsMm).toList();
    List<Clipper> clippers = parts.stream().map(Clipper::new).toList();
    List<List<Line>> islands = new ArrayList<>();
    parts.forEach(part -> islands.add(new ArrayList<>()));
    for (Line line : lines) {
      islands.get(island(line, bounds, clippers)).add(line);
    }
    return new LayerLines(islands);
  }

  private static int island(Line line, List<double[]> bounds, List<Clipper> clippers) {
    double x = line.path().x(0);
    double y = line.path().y(0);
    int found = 0;
    for (int i = 0; i < bounds.size(); i++) {
      double[] b = bounds.get(i);
      boolean near = x >= b[0] && y >= b[1] && x <= b[2] && y <= b[3];
      if (near && clippers.get(i).contains(x, y)) {
        return i;
      }
      found = near ? i : found;
    }
    return found;
  }

  /** All of them. */
  List<Line> lines() {
    return islands.stream().flatMap(List::stream).toList();
  }

  @Override
  public int weight() {
    int weight = 0;
    for (List<Line> island : islands) {
      for (Line line : island) {
        weight += 16 * line.path().size() + 80 + 8 * line.widths().length;
      }
    }
    return weight;
  }
}

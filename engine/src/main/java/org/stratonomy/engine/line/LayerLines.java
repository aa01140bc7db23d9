package org.stratonomy.engine.line;

import java.util.ArrayList;
import java.util.List;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.ConnectedParts;

/**
 * The lines of one layer of one piece, in no particular order but for top skins.
 *
 * @param islands the lines of each connected part of the section
 */
public record LayerLines(List<List<Line>> islands) implements Memo.Sized {
  public LayerLines {
    islands = islands.stream().map(List::copyOf).toList();
  }

  /** Sorts lines by the part of the section that they begin in. */
  public static LayerLines of(Area section, List<Line> lines) {
    ConnectedParts parts = new ConnectedParts(section);
    if (parts.count() <= 1) {
      return new LayerLines(List.of(lines));
    }
    List<List<Line>> islands = new ArrayList<>();
    for (int part = 0; part < parts.count(); part++) {
      islands.add(new ArrayList<>());
    }
    for (Line line : lines) {
      islands.get(parts.at(line.path().x(0), line.path().y(0))).add(line);
    }
    return new LayerLines(islands);
  }

  /** All of them. */
  public List<Line> lines() {
    return islands.stream().flatMap(List::stream).toList();
  }

  @Override
  public int weight() {
    return weight(islands);
  }

  /** Of lists of lines, in bytes, roughly. */
  public static int weight(List<List<Line>> lists) {
    int weight = 0;
    for (List<Line> list : lists) {
      for (Line line : list) {
        weight += 16 * line.path().size() + 80 + 8 * line.widths().length;
      }
    }
    return weight;
  }
}

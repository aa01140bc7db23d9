package org.stratonomy.engine.path;

import java.util.List;
import org.stratonomy.engine.memo.Memo;

/** The lines of one layer of one piece, in no particular order. */
public record LayerLines(List<Line> lines) implements Memo.Sized {
  public LayerLines {
    lines = List.copyOf(lines);
  }

  @Override
  public int weight() {
    int points = 0;
    for (Line line : lines) {
      points += line.path().size();
    }
    return 16 * points + 64 * lines.size();
  }
}

package org.stratonomy.engine.merge;

import java.util.List;
import org.stratonomy.engine.memo.Memo;

/** The strokes of one layer in the order in which they are printed. */
public record LayerOrder(List<Stroke> strokes) implements Memo.Sized {
  public LayerOrder {
    strokes = List.copyOf(strokes);
  }

  @Override
  public int weight() {
    int points = 0;
    for (Stroke stroke : strokes) {
      points += stroke.path().size();
    }
    return 16 * points + 120 * strokes.size();
  }
}

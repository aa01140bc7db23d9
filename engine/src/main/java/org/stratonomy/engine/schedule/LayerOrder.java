package org.stratonomy.engine.schedule;

import java.util.List;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.stroke.Stroke;
import org.stratonomy.engine.travel.Travel;

/**
 * The strokes of one layer in the order in which they are printed.
 *
 * @param travels for each stroke, how the head comes to its start
 */
public record LayerOrder(List<Stroke> strokes, List<Travel> travels) implements Memo.Sized {
  public LayerOrder {
    strokes = List.copyOf(strokes);
    travels = List.copyOf(travels);
  }

  @Override
  public int weight() {
    int points = 0;
    for (Stroke stroke : strokes) {
      points += stroke.path().size();
    }
    for (Travel travel : travels) {
      points += travel.via().length / 2;
    }
    return 16 * points + 150 * strokes.size();
  }
}

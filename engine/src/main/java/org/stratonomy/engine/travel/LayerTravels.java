package org.stratonomy.engine.travel;

import java.util.List;
import org.stratonomy.engine.memo.Memo;

/** For each line of a layer, in its order, how the head comes to its beginning. */
public record LayerTravels(List<Travel> travels) implements Memo.Sized {
  public LayerTravels {
    travels = List.copyOf(travels);
  }

  @Override
  public int weight() {
    return travels.stream().mapToInt(travel -> 32 + 8 * travel.via().length).sum();
  }
}

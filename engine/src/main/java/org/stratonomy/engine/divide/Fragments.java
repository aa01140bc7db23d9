package org.stratonomy.engine.divide;

import java.util.List;
import java.util.Set;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.plane.Area;

/** The parts of a layer that rules can tell apart; they share no place and make up the section. */
record Fragments(List<Fragment> list) implements Memo.Sized {
  /**
   * @param body that owns the place, by its index in the piece
   * @param regions ids of the regions that the place lies in
   */
  record Fragment(int body, Set<String> regions, Area area) {}

  Fragments {
    list = List.copyOf(list);
  }

  @Override
  public int weight() {
    return list.stream().mapToInt(f -> 8 * f.area.pointCount() + 200).sum();
  }
}

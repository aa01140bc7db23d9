package org.stratonomy.engine.merge;

import java.util.List;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.path.Line;

/** The lines of one layer in the order and direction in which they are printed. */
record LineOrder(List<Item> items) implements Memo.Sized {
  /**
   * @param part index of the part of the layer that the line belongs to
   * @param slot of the filament that it is printed with
   */
  record Item(int part, Line line, int slot) {
    double endX() {
      return line.path().endX();
    }

    double endY() {
      return line.path().endY();
    }
  }

  LineOrder {
    items = List.copyOf(items);
  }

  @Override
  public int weight() {
    int points = 0;
    for (Item item : items) {
      points += item.line.path().size();
    }
    return 16 * points + 100 * items.size();
  }
}

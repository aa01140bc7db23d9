package org.stratonomy.engine.order;

import java.util.List;
import org.stratonomy.engine.line.Line;
import org.stratonomy.engine.memo.Memo;

/** The lines of one layer in the order and direction in which they are printed. */
public record LineOrder(List<Item> items) implements Memo.Sized {
  /**
   * @param part index of the part of the layer that the line belongs to
   * @param slot of the filament that it is printed with
   */
  public record Item(int part, Line line, int slot) {
    public double endX() {
      return line.path().endX();
    }

    public double endY() {
      return line.path().endY();
    }
  }

  public LineOrder {
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

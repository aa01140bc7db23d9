package org.stratonomy.engine.strata;

import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.plane.Area;

/** The outline of a piece in the middle of one of its layers. */
public record Section(Area area, double areaMm2) implements Memo.Sized {
  static final Section EMPTY = new Section(Area.EMPTY, 0);

  public static Section of(Area area) {
    return new Section(area, area.areaMm2());
  }

  @Override
  public int weight() {
    return 8 * area.pointCount();
  }
}

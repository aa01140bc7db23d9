package org.stratonomy.engine.support;

import java.util.List;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.plane.Area;

/**
 * Where support stands in one layer.
 *
 * @param body support, without its interface
 * @param touching interface: what lies next below or above the piece
 * @param columns all that needs support from below, too slender or not
 * @param branches of tree support that pass this layer
 */
record SupportLayer(Area body, Area touching, Area columns, List<Branch> branches)
    implements Memo.Sized {
  static final SupportLayer NONE = new SupportLayer(Area.EMPTY, Area.EMPTY, Area.EMPTY, List.of());

  /**
   * A branch of tree support.
   *
   * @param radius mm
   */
  record Branch(double x, double y, double radius) {}

  boolean isEmpty() {
    return body.isEmpty() && touching.isEmpty();
  }

  @Override
  public int weight() {
    int points = body.pointCount() + touching.pointCount() + columns.pointCount();
    return 8 * points + 32 * branches.size() + 128;
  }
}

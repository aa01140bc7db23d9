package org.stratonomy.engine.order;

import org.stratonomy.engine.line.Line;
import org.stratonomy.engine.settings.Choice.WallOrder;

/** Which of an island's lines come before which. */
final class IslandOrder {
  private static final int FIRST = 0;
  private static final int INSIDE = 3;
  private static final int IN_ORDER = 4;

  private IslandOrder() {}

  /** Lines of a lower stage come first; those that keep their order are a stage of their own. */
  static int stage(Line line, WallOrder walls) {
    if (line.inOrder()) {
      return IN_ORDER;
    }
    return switch (line.role()) {
      case SKIRT, BRIM -> FIRST;
      case INNER_WALL ->
          switch (walls) {
            case INNER_FIRST -> 1;
            case OUTER_FIRST -> 2;
            case AFTER_INFILL -> 5;
          };
      case OUTER_WALL ->
          switch (walls) {
            case INNER_FIRST -> 2;
            case OUTER_FIRST -> 1;
            case AFTER_INFILL -> 6;
          };
      default -> INSIDE;
    };
  }
}

package org.stratonomy.engine.merge;

import java.util.Arrays;
import org.stratonomy.engine.path.Line;

/** Which of an island's lines come before which. */
enum WallOrder {
  INNER_FIRST("inner first", 1, 2),
  OUTER_FIRST("outer first", 2, 1),
  AFTER_INFILL("after infill", 5, 6);

  private static final int FIRST = 0;
  private static final int INSIDE = 3;
  private static final int IN_ORDER = 4;

  private final String choice;
  private final int inner;
  private final int outer;

  WallOrder(String choice, int inner, int outer) {
    this.choice = choice;
    this.inner = inner;
    this.outer = outer;
  }

  static WallOrder of(String choice) {
    return Arrays.stream(values()).filter(o -> o.choice.equals(choice)).findFirst().orElseThrow();
  }

  /** Lines of a lower stage come first; those that keep their order are a stage of their own. */
  int stage(Line line) {
    if (line.inOrder()) {
      return IN_ORDER;
    }
    return switch (line.role()) {
      case SKIRT, BRIM -> FIRST;
      case INNER_WALL -> inner;
      case OUTER_WALL -> outer;
      default -> INSIDE;
    };
  }
}

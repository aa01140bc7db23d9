package org.stratonomy.engine.mesh;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntConsumer;
import java.util.function.IntPredicate;
import org.stratonomy.engine.guard.Interruption;

/**
 * Finds the boxes that may contain another one: a hierarchical grid. Each box lies in the cell of
 * its lowest corner, on the level whose cells are as large as it is; so what contains a place has
 * its lowest corner in the cell of the place or a neighbouring one, on each level.
 */
final class BoxIndex {
  /** More boxes than this around one place are not looked at. */
  private static final int MOST_LOOKED_AT = 4096;

  private record Cell(int level, long x, long y, long z) {}

  private final Map<Cell, int[]> cells = new HashMap<>();
  private final List<Integer> levels = new ArrayList<>();

  BoxIndex(List<Bounds> boxes) {
    Map<Cell, Integer> counts = new HashMap<>();
    for (int i = 0; i < boxes.size(); i++) {
      Interruption.check(i);
      Bounds box = boxes.get(i);
      int level = Math.getExponent(size(box)) + 1;
      if (!levels.contains(level)) {
        levels.add(level);
      }
      Cell cell = cell(level, box, 0, 0, 0);
      int count = counts.merge(cell, 1, Integer::sum);
      int[] members = cells.getOrDefault(cell, new int[2]);
      members = count > members.length ? Arrays.copyOf(members, 2 * members.length) : members;
      members[count - 1] = i;
      cells.put(cell, members);
    }
    cells.replaceAll((cell, members) -> Arrays.copyOf(members, counts.get(cell)));
  }

  private static double size(Bounds box) {
    return Math.max(Rounding.SHARE, Math.max(box.sizeX(), Math.max(box.sizeY(), box.sizeZ())));
  }

  private static Cell cell(int level, Bounds at, int dx, int dy, int dz) {
    double size = Math.scalb(1.0, level);
    return new Cell(
        level,
        (long) Math.floor(at.minX() / size) - dx,
        (long) Math.floor(at.minY() / size) - dy,
        (long) Math.floor(at.minZ() / size) - dz);
  }

  /** Whether some box that may lie around another one satisfies a condition. */
  boolean anyAround(Bounds inner, IntPredicate condition) {
    int looked = 0;
    for (int level : levels) {
      for (int k = 0; k < 8; k++) {
        Cell cell = cell(level, inner, k & 1, k >> 1 & 1, k >> 2);
        for (int box : cells.getOrDefault(cell, new int[0])) {
          if (condition.test(box)) {
            return true;
          }
          if (++looked > MOST_LOOKED_AT) {
            return false;
          }
        }
      }
    }
    return false;
  }

  /** All boxes that may lie around another one, in no order. */
  void around(Bounds inner, IntConsumer each) {
    anyAround(
        inner,
        box -> {
          each.accept(box);
          return false;
        });
  }
}

package org.stratonomy.engine.plane;

import java.util.Arrays;

/**
 * Directed edges with winding weights, the raw material of an {@link Overlay}.
 *
 * <p>Each edge is stored from its lexicographically smaller end (x, then y) to its larger one, as
 * four ints in {@code ends[4i …]}; {@code weights[2i]} and {@code weights[2i + 1]} are what the
 * winding numbers of the first and of the second operand gain when the edge is crossed from its
 * right side to its left.
 */
final class EdgeList {
  int[] ends;
  int[] weights;
  int size;

  EdgeList(int capacity) {
    ends = new int[4 * Math.max(16, capacity)];
    weights = new int[2 * Math.max(16, capacity)];
  }

  void add(int x0, int y0, int x1, int y1, int weightA, int weightB) {
    if (x0 == x1 && y0 == y1) {
      return;
    }
    if (4 * size == ends.length) {
      ends = Arrays.copyOf(ends, 2 * ends.length);
      weights = Arrays.copyOf(weights, 2 * weights.length);
    }
    boolean forward = x0 < x1 || (x0 == x1 && y0 < y1);
    int at = 4 * size;
    ends[at] = forward ? x0 : x1;
    ends[at + 1] = forward ? y0 : y1;
    ends[at + 2] = forward ? x1 : x0;
    ends[at + 3] = forward ? y1 : y0;
    weights[2 * size] = forward ? weightA : -weightA;
    weights[2 * size + 1] = forward ? weightB : -weightB;
    size++;
  }

  void addRings(Area area, int weightA, int weightB) {
    for (int ring = 0; ring < area.ringCount(); ring++) {
      int from = area.ringStart(ring);
      int to = area.ringStart(ring + 1);
      for (int i = from, j = to - 1; i < to; j = i++) {
        add(area.x(j), area.y(j), area.x(i), area.y(i), weightA, weightB);
      }
    }
  }
}

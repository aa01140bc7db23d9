package org.stratonomy.engine.plane;

import org.stratonomy.engine.guard.Interruption;

/**
 * Joins directed boundary edges, inside on their left, to rings. Where more than two edges meet,
 * the next one is the first that is met turning clockwise from the edge just come along, so that
 * pieces that touch in a point become rings of their own.
 */
final class RingTracer {
  private final Scratch scratch;
  private final long[] vertices;
  private final int vertexCount;
  private final int count;
  private final int[] to;
  private final int[] first;
  private final int[] order;
  private final boolean[] used;
  private final int[] from;

  RingTracer(long[] vertices, int vertexCount, int[] from, int[] to, int count, Scratch scratch) {
    this.scratch = scratch;
    this.vertices = vertices;
    this.vertexCount = vertexCount;
    this.count = count;
    this.from = from;
    this.to = to;
    first = scratch.filled(vertexCount + 1, 0);
    for (int i = 0; i < count; i++) {
      first[from[i] + 1]++;
    }
    for (int v = 0; v < vertexCount; v++) {
      first[v + 1] += first[v];
    }
    order = scratch.ints(count);
    int[] next = scratch.copy(first, vertexCount, vertexCount);
    for (int i = 0; i < count; i++) {
      order[next[from[i]]++] = i;
    }
    used = new boolean[count];
  }

  Area trace() {
    RingList rings = new RingList(count);
    int[] path = scratch.ints(64);
    for (int v = 0; v < vertexCount; v++) {
      for (int k = first[v]; k < first[v + 1]; k++) {
        int edge = order[k];
        int length = 0;
        while (!used[edge]) {
          Interruption.check(length);
          used[edge] = true;
          if (length == path.length) {
            path = scratch.copy(path, length, 2 * length);
          }
          path[length++] = from[edge];
          edge = following(edge);
        }
        emit(path, length, rings);
      }
    }
    return rings.toRawArea();
  }

  private int following(int edge) {
    int at = to[edge];
    int best = order[first[at]];
    if (first[at + 1] - first[at] == 1) {
      return best;
    }
    int back = from[edge];
    for (int k = first[at] + 1; k < first[at + 1]; k++) {
      if (clockwiseBefore(at, back, to[order[k]], to[best])) {
        best = order[k];
      }
    }
    return best;
  }

  /** Whether, turning clockwise around a centre from a start, a is met before b. */
  private boolean clockwiseBefore(int centre, int start, int a, int b) {
    int halfA = half(centre, start, a);
    int halfB = half(centre, start, b);
    return halfA != halfB ? halfA < halfB : turn(centre, a, b) < 0;
  }

  /** 0 for the first half turn clockwise from the start, 1 for the second, 2 for the start. */
  private int half(int centre, int start, int v) {
    long turn = turn(centre, start, v);
    if (turn != 0) {
      return turn < 0 ? 0 : 1;
    }
    long dot =
        ((long) x(start) - x(centre)) * ((long) x(v) - x(centre))
            + ((long) y(start) - y(centre)) * ((long) y(v) - y(centre));
    return dot > 0 ? 2 : 1;
  }

  /** Writes a closed path as a ring without points in the middle of straight lines. */
  private void emit(int[] path, int length, RingList rings) {
    if (length < 3) {
      return;
    }
    for (int i = 0; i < length; i++) {
      int before = path[i == 0 ? length - 1 : i - 1];
      int after = path[i == length - 1 ? 0 : i + 1];
      if (turn(before, path[i], after) != 0) {
        rings.add(x(path[i]), y(path[i]));
      }
    }
    rings.close();
  }

  private int x(int v) {
    return PointSet.unpackX(vertices[v]);
  }

  private int y(int v) {
    return PointSet.unpackY(vertices[v]);
  }

  private long turn(int a, int b, int c) {
    return Noder.turn(x(a), y(a), x(b), y(b), x(c), y(c));
  }
}

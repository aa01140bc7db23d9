package org.stratonomy.engine.plane;

/**
 * Directed edges of closed rings with winding weights, the raw material of an {@link Arrangement}.
 *
 * <p>Each edge is stored from its lexicographically smaller end (x, then y) to its larger one, as
 * four ints in {@code xy[4i …]}, with the numbers of both points in {@code ends[2i …]}; {@code
 * weights[2i]} and {@code weights[2i + 1]} are what the winding numbers of the first and of the
 * second operand gain when the edge is crossed from its right side to its left.
 */
final class EdgeList {
  final Scratch scratch;
  final PointSet points;
  int[] xy;
  int[] ends;
  int[] weights;
  int size;

  EdgeList(int capacity, Scratch scratch) {
    this.scratch = scratch;
    points = new PointSet(capacity, scratch);
    xy = scratch.ints(4 * capacity);
    ends = scratch.ints(2 * capacity);
    weights = scratch.ints(2 * capacity);
  }

  /**
   * Adds the edges of all rings.
   *
   * @param weightA of crossing an edge, for the first operand; one of the two is 1, the other 0
   */
  void addRings(Area area, int weightA, int weightB) {
    makeRoom(size + area.pointCount());
    for (int ring = 0; ring < area.ringCount(); ring++) {
      int last = area.ringStart(ring + 1) - 1;
      int from = points.add(area.x(last), area.y(last));
      for (int i = area.ringStart(ring); i <= last; i++) {
        int to = points.add(area.x(i), area.y(i));
        if (from != to) {
          add(from, to, weightA, weightB);
        }
        from = to;
      }
    }
  }

  private void makeRoom(int edges) {
    if (xy.length < 4 * edges || ends.length < 2 * edges) {
      int most = Math.max(edges, 2 * size);
      xy = scratch.copy(xy, 4 * size, 4 * most);
      ends = scratch.copy(ends, 2 * size, 2 * most);
      weights = scratch.copy(weights, 2 * size, 2 * most);
    }
  }

  private void add(int from, int to, int weightA, int weightB) {
    boolean forward = points.packed(from) < points.packed(to);
    int left = forward ? from : to;
    int right = forward ? to : from;
    xy[4 * size] = points.x(left);
    xy[4 * size + 1] = points.y(left);
    xy[4 * size + 2] = points.x(right);
    xy[4 * size + 3] = points.y(right);
    ends[2 * size] = left;
    ends[2 * size + 1] = right;
    weights[2 * size] = forward ? weightA : -weightA;
    weights[2 * size + 1] = forward ? weightB : -weightB;
    size++;
  }

  /** Number of the point where an edge starts; each end point is the start of an edge. */
  int start(int edge) {
    boolean forward = weights[2 * edge] + weights[2 * edge + 1] > 0;
    return ends[2 * edge + (forward ? 0 : 1)];
  }
}

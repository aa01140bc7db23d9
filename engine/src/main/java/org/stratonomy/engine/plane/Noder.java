package org.stratonomy.engine.plane;

import java.math.BigInteger;
import java.util.Arrays;
import org.stratonomy.engine.guard.Interruption;

/**
 * Splits edges wherever they meet, so that the parts have nothing in common but end points: snap
 * rounding.
 *
 * <p>A unit square around each end point and around each crossing, rounded to the grid, is hot.
 * Every edge is led through the centres of all hot squares that it passes, in their order along it.
 * Hobby (1999) and Guibas and Marimont (1998) prove that the parts cannot cross afterwards; so one
 * pass is enough, and it ends. That needs exact decisions: orientation in {@code long}, the
 * rounding of crossings in {@code double} with an exact second look when the result lies near a
 * tie, squares half open (left and lower side belong to them).
 *
 * <p>Crossings and hot squares are found among the edges of a cell of {@link EdgeCells}.
 */
final class Noder {
  /** Cells are made finer if more pairs of edges share one than this many for each entry. */
  private static final long CROWDED = 8;

  /** But not if edges are entered more often than this in the mean. */
  private static final int MOST_ENTRIES = 32;

  /** Where the double quotient is this close to a tie, it is computed exactly. */
  private static final double TIE = 1e-5;

  private final EdgeList edges;
  private final Scratch scratch;
  private final PointSet hot;
  private final int[] ends;
  private EdgeCells cells;
  private int[] splitEdge;
  private int[] splitPoint;
  private int splits;

  Noder(EdgeList edges) {
    this.edges = edges;
    scratch = edges.scratch;
    splitEdge = scratch.ints(64);
    splitPoint = scratch.ints(64);
    hot = edges.points;
    ends = edges.ends;
    cells = EdgeCells.of(edges);
  }

  /** The same edges, split; parts that fall together are left for the {@link Arrangement}. */
  NodedEdges split() {
    int endPoints = hot.size();
    while (!meetInCells()) {
      cells = cells.finer();
      splits = 0;
    }
    for (int p = endPoints; p < hot.size(); p++) {
      Interruption.check(p);
      splitAtCrossing(p);
    }
    return splits == 0
        ? new NodedEdges(hot, edges.size, ends, edges.weights, scratch)
        : splitEdges();
  }

  /**
   * Finds where edges cross, and splits them where they pass end points of others.
   *
   * @return whether all is found; if not, cells hold so many edges that finer ones pay
   */
  private boolean meetInCells() {
    boolean mayEnd = cells.canBeFiner() && cells.size() < (long) MOST_ENTRIES * edges.size;
    long most = mayEnd ? CROWDED * cells.size() : Long.MAX_VALUE;
    long pairs = 0;
    for (int entry = 0; entry < cells.size(); entry++) {
      Interruption.check(entry);
      for (int other = cells.before(entry); other >= 0; other = cells.before(other)) {
        meet(cells.edge(other), cells.edge(entry), cells.cell(entry));
        Interruption.check((int) ++pairs);
      }
      if (pairs > most) {
        return false;
      }
    }
    return true;
  }

  /** What two edges have to do with each other in a cell. */
  private void meet(int a, int b, long cell) {
    int[] e = edges.xy;
    int i = 4 * a;
    int j = 4 * b;
    int width = Math.min(e[i + 2], e[j + 2]) - Math.max(e[i], e[j]);
    int height =
        Math.min(Math.max(e[i + 1], e[i + 3]), Math.max(e[j + 1], e[j + 3]))
            - Math.max(Math.min(e[i + 1], e[i + 3]), Math.min(e[j + 1], e[j + 3]));
    if ((width | height) < 0) {
      return;
    }
    if (haveEndInCommon(a, b)) {
      if ((width | height) == 0) {
        return;
      }
    } else {
      addCrossing(a, b, cell);
    }
    splitAtStart(a, b, cell);
    splitAtStart(b, a, cell);
  }

  private boolean haveEndInCommon(int a, int b) {
    int left = ends[2 * a];
    int right = ends[2 * a + 1];
    int otherLeft = ends[2 * b];
    int otherRight = ends[2 * b + 1];
    return left == otherLeft | left == otherRight | right == otherLeft | right == otherRight;
  }

  /** Adds the place where two edges cross, unless another cell is in charge of it. */
  private void addCrossing(int a, int b, long cell) {
    int[] e = edges.xy;
    int i = 4 * a;
    int j = 4 * b;
    long a0 = turn(e[j], e[j + 1], e[j + 2], e[j + 3], e[i], e[i + 1]);
    long a1 = turn(e[j], e[j + 1], e[j + 2], e[j + 3], e[i + 2], e[i + 3]);
    if (a0 == 0 || a1 == 0 || a0 > 0 == a1 > 0) {
      return;
    }
    long b0 = turn(e[i], e[i + 1], e[i + 2], e[i + 3], e[j], e[j + 1]);
    long b1 = turn(e[i], e[i + 1], e[i + 2], e[i + 3], e[j + 2], e[j + 3]);
    if (b0 == 0 || b1 == 0 || b0 > 0 == b1 > 0) {
      return;
    }
    int x = e[i] + roundedShare((long) e[i + 2] - e[i], a0, a0 - a1);
    int y = e[i + 1] + roundedShare((long) e[i + 3] - e[i + 1], a0, a0 - a1);
    if (cells.at(x, y) == cell) {
      hot.add(x, y);
    }
  }

  /**
   * Splits an edge where it passes the start of another one, unless another cell is in charge of
   * it.
   */
  private void splitAtStart(int edge, int of, long cell) {
    int point = edges.start(of);
    int x = hot.x(point);
    int y = hot.y(point);
    if (passes(edge, point, x, y) && cells.at(x, y) == cell) {
      addSplit(edge, point);
    }
  }

  private void splitAtCrossing(int point) {
    int x = hot.x(point);
    int y = hot.y(point);
    for (int k = cells.last(cells.at(x, y)); k >= 0; k = cells.before(k)) {
      if (passes(cells.edge(k), point, x, y)) {
        addSplit(cells.edge(k), point);
      }
    }
  }

  /** {@code floor(length · part / whole + 1/2)}. */
  private static int roundedShare(long length, long part, long whole) {
    double shifted = (double) length * part / whole + 0.5;
    double floor = Math.floor(shifted);
    double rest = shifted - floor;
    if (rest > TIE && rest < 1 - TIE) {
      return (int) floor;
    }
    BigInteger numerator =
        BigInteger.valueOf(length)
            .multiply(BigInteger.valueOf(part))
            .shiftLeft(1)
            .add(BigInteger.valueOf(whole));
    BigInteger denominator = BigInteger.valueOf(whole).shiftLeft(1);
    if (denominator.signum() < 0) {
      numerator = numerator.negate();
      denominator = denominator.negate();
    }
    BigInteger[] division = numerator.divideAndRemainder(denominator);
    return division[0].intValueExact() - (division[1].signum() < 0 ? 1 : 0);
  }

  /** Positive if c lies to the left of the line from a to b, zero if on it. */
  static long turn(int ax, int ay, int bx, int by, int cx, int cy) {
    return ((long) bx - ax) * ((long) cy - ay) - ((long) by - ay) * ((long) cx - ax);
  }

  /**
   * Whether an edge passes the half-open unit square around a point that is none of its ends. The
   * square spans {@code ±(|dx| + |dy|) / 2} in the direction across the edge; at equality the edge
   * touches one corner, and only the lower left one belongs to the square.
   */
  private boolean passes(int edge, int point, int px, int py) {
    int[] e = edges.xy;
    int i = 4 * edge;
    int x0 = e[i];
    int y0 = e[i + 1];
    int x1 = e[i + 2];
    int y1 = e[i + 3];
    if (px < x0 || px > x1 || py < Math.min(y0, y1) || py > Math.max(y0, y1)) {
      return false;
    }
    if (point == ends[2 * edge] || point == ends[2 * edge + 1]) {
      return false;
    }
    long dx = (long) x1 - x0;
    long dy = (long) y1 - y0;
    long twice = 2 * (dx * ((long) py - y0) - dy * ((long) px - x0));
    long span = dx + Math.abs(dy);
    return (twice > -span && twice < span) || (dy < 0 && twice == span);
  }

  private void addSplit(int edge, int point) {
    if (splits == splitEdge.length) {
      splitEdge = scratch.copy(splitEdge, splits, 2 * splits);
      splitPoint = scratch.copy(splitPoint, splits, 2 * splits);
    }
    splitEdge[splits] = edge;
    splitPoint[splits++] = point;
  }

  private NodedEdges splitEdges() {
    int[] start = scratch.filled(edges.size + 1, 0);
    for (int i = 0; i < splits; i++) {
      start[splitEdge[i] + 1]++;
    }
    for (int i = 0; i < edges.size; i++) {
      start[i + 1] += start[i];
    }
    long[] points = scratch.longs(splits);
    int[] next = scratch.copy(start, edges.size, edges.size);
    for (int i = 0; i < splits; i++) {
      points[next[splitEdge[i]]++] = hot.packed(splitPoint[i]);
    }
    int most = edges.size + splits;
    int[] partEnds = scratch.ints(2 * most);
    int[] weights = scratch.ints(2 * most);
    int part = 0;
    for (int i = 0; i < edges.size; i++) {
      Interruption.check(i);
      boolean falling = edges.xy[4 * i + 3] < edges.xy[4 * i + 1];
      sortAlong(points, start[i], start[i + 1], falling);
      int from = ends[2 * i];
      for (int k = start[i]; k <= start[i + 1]; k++) {
        int to = k == start[i + 1] ? ends[2 * i + 1] : hot.number(points[k]);
        if (to == from) {
          continue;
        }
        // Falling parts of one x run backwards.
        boolean back = hot.packed(from) > hot.packed(to);
        partEnds[2 * part] = back ? to : from;
        partEnds[2 * part + 1] = back ? from : to;
        weights[2 * part] = back ? -edges.weights[2 * i] : edges.weights[2 * i];
        weights[2 * part + 1] = back ? -edges.weights[2 * i + 1] : edges.weights[2 * i + 1];
        part++;
        from = to;
      }
    }
    return new NodedEdges(hot, part, partEnds, weights, scratch);
  }

  /** The hot squares that an edge passes form a staircase: x rises, y rises or falls with it. */
  private static void sortAlong(long[] points, int from, int to, boolean falling) {
    if (to - from < 2) {
      return;
    }
    Arrays.sort(points, from, to);
    if (!falling) {
      return;
    }
    for (int i = from; i < to; ) {
      int j = i + 1;
      while (j < to && PointSet.unpackX(points[j]) == PointSet.unpackX(points[i])) {
        j++;
      }
      for (int a = i, b = j - 1; a < b; a++, b--) {
        long swap = points[a];
        points[a] = points[b];
        points[b] = swap;
      }
      i = j;
    }
  }
}

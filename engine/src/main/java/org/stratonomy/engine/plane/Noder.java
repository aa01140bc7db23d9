package org.stratonomy.engine.plane;

import java.math.BigInteger;
import java.util.Arrays;

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
 * <p>Crossings and hot squares are found with a uniform grid of a few cells for each edge. An edge
 * is entered in all cells within {@value #MARGIN} units of it, so that a hot point needs its own
 * cell only.
 */
final class Noder {
  private static final int MARGIN = 2;

  /** How often long loops look whether they are to end. */
  private static final int STOP_MASK = 0x3fff;

  /** Outlines leave most cells empty; with this many those on them hold few edges each. */
  private static final long CELLS_PER_EDGE = 8;

  /** Where the double quotient is this close to a tie, it is computed exactly. */
  private static final double TIE = 1e-5;

  private final EdgeList edges;
  private int minX = Integer.MAX_VALUE;
  private int minY = Integer.MAX_VALUE;
  private int maxX = Integer.MIN_VALUE;
  private int maxY = Integer.MIN_VALUE;

  private int shift;
  private int columns;
  private int rows;
  private int[] cellStart;
  private int[] cellEdges;

  private final PointSet hot;
  private int[] splitEdge = new int[64];
  private long[] splitPoint = new long[64];
  private int splits;

  Noder(EdgeList edges) {
    this.edges = edges;
    this.hot = new PointSet(2 * edges.size);
  }

  /** The same edges, split; parts that fall together are left for the {@link Arrangement}. */
  EdgeList split() {
    if (edges.size == 0) {
      return edges;
    }
    measure();
    fillGrid();
    collectHotPoints();
    findSplits();
    return splits == 0 ? edges : splitEdges();
  }

  private void measure() {
    int[] e = edges.ends;
    for (int i = 0; i < 4 * edges.size; i += 2) {
      minX = Math.min(minX, e[i]);
      maxX = Math.max(maxX, e[i]);
      minY = Math.min(minY, e[i + 1]);
      maxY = Math.max(maxY, e[i + 1]);
    }
    long width = (long) maxX - minX + 1;
    long height = (long) maxY - minY + 1;
    shift = 3;
    while (((width >> shift) + 1) * ((height >> shift) + 1) > CELLS_PER_EDGE * edges.size + 8L) {
      shift++;
    }
    columns = (int) (width >> shift) + 1;
    rows = (int) (height >> shift) + 1;
  }

  private int column(int x) {
    return Math.clamp(x - minX, 0, maxX - minX) >> shift;
  }

  private int row(int y) {
    return Math.clamp(y - minY, 0, maxY - minY) >> shift;
  }

  private void fillGrid() {
    int[] entryCell = new int[4 * edges.size];
    int[] entryEdge = new int[4 * edges.size];
    int entries = 0;
    int[] e = edges.ends;
    for (int i = 0; i < edges.size; i++) {
      int x0 = e[4 * i];
      int y0 = e[4 * i + 1];
      int x1 = e[4 * i + 2];
      int y1 = e[4 * i + 3];
      int firstRow = row(Math.min(y0, y1) - MARGIN);
      int lastRow = row(Math.max(y0, y1) + MARGIN);
      for (int r = firstRow; r <= lastRow; r++) {
        int from = x0;
        int to = x1;
        if (firstRow != lastRow && y0 != y1) {
          double slope = ((double) x1 - x0) / ((double) y1 - y0);
          double low = (double) minY + ((long) r << shift) - MARGIN - y0;
          double high = low + (1L << shift) + 2 * MARGIN;
          double a = x0 + slope * low;
          double b = x0 + slope * high;
          from = (int) Math.max(x0, Math.min(a, b) - 1);
          to = (int) Math.min(x1, Math.max(a, b) + 1);
        }
        int lastColumn = column(to + MARGIN);
        for (int c = column(from - MARGIN); c <= lastColumn; c++) {
          if (entries == entryCell.length) {
            entryCell = Arrays.copyOf(entryCell, 2 * entries);
            entryEdge = Arrays.copyOf(entryEdge, 2 * entries);
          }
          entryCell[entries] = r * columns + c;
          entryEdge[entries++] = i;
        }
      }
    }
    cellStart = new int[columns * rows + 1];
    for (int i = 0; i < entries; i++) {
      cellStart[entryCell[i] + 1]++;
    }
    for (int i = 0; i < columns * rows; i++) {
      cellStart[i + 1] += cellStart[i];
    }
    cellEdges = new int[entries];
    int[] next = Arrays.copyOf(cellStart, columns * rows);
    for (int i = 0; i < entries; i++) {
      cellEdges[next[entryCell[i]]++] = entryEdge[i];
    }
  }

  private void collectHotPoints() {
    int[] e = edges.ends;
    for (int i = 0; i < 4 * edges.size; i += 2) {
      hot.add(e[i], e[i + 1]);
    }
    for (int cell = 0; cell < columns * rows; cell++) {
      int end = cellStart[cell + 1];
      if ((cell & STOP_MASK) == 0) {
        Plane.stopIfInterrupted();
      }
      for (int i = cellStart[cell]; i < end; i++) {
        for (int j = i + 1; j < end; j++) {
          addCrossing(cellEdges[i], cellEdges[j], cell);
        }
      }
    }
  }

  /** Adds the place where two edges cross, unless another cell is in charge of it. */
  private void addCrossing(int a, int b, int cell) {
    int[] e = edges.ends;
    int i = 4 * a;
    int j = 4 * b;
    if (e[i + 2] < e[j] || e[j + 2] < e[i]) {
      return;
    }
    if (Math.max(e[i + 1], e[i + 3]) < Math.min(e[j + 1], e[j + 3])
        || Math.max(e[j + 1], e[j + 3]) < Math.min(e[i + 1], e[i + 3])) {
      return;
    }
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
    if (row(y) * columns + column(x) == cell) {
      hot.add(x, y);
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

  private void findSplits() {
    int[] e = edges.ends;
    for (int p = 0; p < hot.size(); p++) {
      if ((p & STOP_MASK) == 0) {
        Plane.stopIfInterrupted();
      }
      int px = hot.x(p);
      int py = hot.y(p);
      int cell = row(py) * columns + column(px);
      for (int k = cellStart[cell]; k < cellStart[cell + 1]; k++) {
        int i = 4 * cellEdges[k];
        if (px < e[i] || px > e[i + 2]) {
          continue;
        }
        int y0 = e[i + 1];
        int y1 = e[i + 3];
        if (py < Math.min(y0, y1) || py > Math.max(y0, y1)) {
          continue;
        }
        if ((px == e[i] && py == y0) || (px == e[i + 2] && py == y1)) {
          continue;
        }
        if (passes(e[i], y0, e[i + 2], y1, px, py)) {
          addSplit(cellEdges[k], hot.packed(p));
        }
      }
    }
  }

  /**
   * Whether an edge passes the half-open unit square around a point within the edge's bounds. The
   * square spans {@code ±(|dx| + |dy|) / 2} in the direction across the edge; at equality the edge
   * touches one corner, and only the lower left one belongs to the square.
   */
  private static boolean passes(int x0, int y0, int x1, int y1, int px, int py) {
    long dx = (long) x1 - x0;
    long dy = (long) y1 - y0;
    long twice = 2 * (dx * ((long) py - y0) - dy * ((long) px - x0));
    long span = dx + Math.abs(dy);
    return (twice > -span && twice < span) || (dy < 0 && twice == span);
  }

  private void addSplit(int edge, long point) {
    if (splits == splitEdge.length) {
      splitEdge = Arrays.copyOf(splitEdge, 2 * splits);
      splitPoint = Arrays.copyOf(splitPoint, 2 * splits);
    }
    splitEdge[splits] = edge;
    splitPoint[splits++] = point;
  }

  private EdgeList splitEdges() {
    int[] start = new int[edges.size + 1];
    for (int i = 0; i < splits; i++) {
      start[splitEdge[i] + 1]++;
    }
    for (int i = 0; i < edges.size; i++) {
      start[i + 1] += start[i];
    }
    long[] points = new long[splits];
    int[] next = Arrays.copyOf(start, edges.size);
    for (int i = 0; i < splits; i++) {
      points[next[splitEdge[i]]++] = splitPoint[i];
    }
    EdgeList parts = new EdgeList(edges.size + splits);
    int[] e = edges.ends;
    for (int i = 0; i < edges.size; i++) {
      int x = e[4 * i];
      int y = e[4 * i + 1];
      int count = start[i + 1] - start[i];
      boolean falling = e[4 * i + 3] < y;
      sortAlong(points, start[i], start[i + 1], falling);
      for (int k = 0; k <= count; k++) {
        int toX = k == count ? e[4 * i + 2] : PointSet.unpackX(points[start[i] + k]);
        int toY = k == count ? e[4 * i + 3] : PointSet.unpackY(points[start[i] + k]);
        parts.add(x, y, toX, toY, edges.weights[2 * i], edges.weights[2 * i + 1]);
        x = toX;
        y = toY;
      }
    }
    return parts;
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

package org.stratonomy.engine.plane;

/**
 * Edges by the cells of a square grid that they pass. Outlines leave most of the plane empty, so
 * only cells that an edge passes take room: entries are kept in lists by a hash of their cell,
 * which lets cells be as small as edges are short.
 *
 * <p>An edge is entered in all cells within {@value #MARGIN} units of it, so that whoever looks for
 * the edges at a point needs the point's own cell only.
 */
final class EdgeCells {
  private static final int MARGIN = 2;
  private static final int LEAST_SHIFT = 3;

  private final EdgeList edges;

  /** Cells are two to the power of this many units wide. */
  private final int shift;

  /** By hash of a cell: its last entry, or -1. */
  private final int[] last;

  private final int mask;
  private final Scratch scratch;
  private long[] cells;
  private int[] edgeOf;
  private int[] before;
  private int size;

  /** Cells about as wide as edges are long in the mean: about two entries for each edge. */
  static EdgeCells of(EdgeList edges) {
    long sum = 0;
    int[] e = edges.xy;
    for (int i = 0; i < 4 * edges.size; i += 4) {
      sum += (long) e[i + 2] - e[i] + Math.abs((long) e[i + 3] - e[i + 1]);
    }
    int shift = Long.SIZE - Long.numberOfLeadingZeros(sum / Math.max(1, edges.size));
    return new EdgeCells(edges, Math.max(LEAST_SHIFT, shift), 2 * edges.size);
  }

  private EdgeCells(EdgeList edges, int shift, int expected) {
    this.edges = edges;
    this.shift = shift;
    scratch = edges.scratch;
    int length = 4 * Integer.highestOneBit(Math.max(8, expected));
    last = scratch.filled(length, -1);
    mask = length - 1;
    cells = scratch.longs(expected + 16);
    edgeOf = scratch.ints(expected + 16);
    before = scratch.ints(expected + 16);
    for (int i = 0; i < edges.size; i++) {
      enter(i);
    }
  }

  boolean canBeFiner() {
    return shift > LEAST_SHIFT;
  }

  /** The same edges in cells of a quarter of the width. */
  EdgeCells finer() {
    return new EdgeCells(edges, Math.max(LEAST_SHIFT, shift - 2), 3 * size);
  }

  private void enter(int edge) {
    int x0 = edges.xy[4 * edge];
    int y0 = edges.xy[4 * edge + 1];
    int x1 = edges.xy[4 * edge + 2];
    int y1 = edges.xy[4 * edge + 3];
    int firstRow = (Math.min(y0, y1) - MARGIN) >> shift;
    int lastRow = (Math.max(y0, y1) + MARGIN) >> shift;
    if (firstRow == lastRow) {
      enterRow(edge, firstRow, x0, x1);
      return;
    }
    double slope = y0 == y1 ? 0 : ((double) x1 - x0) / ((double) y1 - y0);
    for (int row = firstRow; row <= lastRow; row++) {
      int from = x0;
      int to = x1;
      if (y0 != y1) {
        double low = (double) ((long) row << shift) - MARGIN - y0;
        double high = low + (1L << shift) + 2 * MARGIN;
        double a = x0 + slope * low;
        double b = x0 + slope * high;
        from = (int) Math.max(x0, Math.min(a, b) - 1);
        to = (int) Math.min(x1, Math.max(a, b) + 1);
      }
      enterRow(edge, row, from, to);
    }
  }

  private void enterRow(int edge, int row, int fromX, int toX) {
    int end = (toX + MARGIN) >> shift;
    for (int column = (fromX - MARGIN) >> shift; column <= end; column++) {
      if (size == cells.length) {
        cells = scratch.copy(cells, size, 2 * size);
        edgeOf = scratch.copy(edgeOf, size, 2 * size);
        before = scratch.copy(before, size, 2 * size);
      }
      long cell = cell(column, row);
      int list = PointSet.hash(cell) & mask;
      cells[size] = cell;
      edgeOf[size] = edge;
      before[size] = last[list];
      last[list] = size++;
    }
  }

  private static long cell(int column, int row) {
    return ((long) column << 32) | (row & 0xffff_ffffL);
  }

  /** The cell of a point. */
  long at(int x, int y) {
    return cell(x >> shift, y >> shift);
  }

  /** How often edges are entered in cells. */
  int size() {
    return size;
  }

  int edge(int entry) {
    return edgeOf[entry];
  }

  long cell(int entry) {
    return cells[entry];
  }

  /** The last entry of a cell, or -1. */
  int last(long cell) {
    return sameCell(last[PointSet.hash(cell) & mask], cell);
  }

  /** The entry of the same cell before another one, or -1. */
  int before(int entry) {
    return sameCell(before[entry], cells[entry]);
  }

  private int sameCell(int start, long cell) {
    int entry = start;
    while (entry >= 0 && cells[entry] != cell) {
      entry = before[entry];
    }
    return entry;
  }
}

package org.stratonomy.engine.plane;

import java.util.Arrays;

/**
 * The edges of an area in the cells of a uniform grid, so that those near a place are found without
 * looking at all. Edge {@code i} leads from point {@code i} to the next point of its ring. An edge
 * is entered in every cell that its bounds touch, cut row by row.
 */
final class EdgeGrid {
  private static final double EDGES_PER_CELL = 0.5;

  final Area area;

  /** The point after each point along its ring. */
  final int[] next;

  private final int[] ringStarts;
  final int columns;
  final int rows;
  private final long minX;
  private final long minY;
  private final long cell;

  /**
   * Cells for each unit of length: a product is quicker than a quotient. A little more than that,
   * so that the start of each cell falls into it; other whole units are too far from it to.
   */
  private final double inverse;

  private final int[] cellStart;
  private final int[] cellEdges;

  EdgeGrid(Area area) {
    this.area = area;
    int n = area.pointCount();
    next = new int[n];
    ringStarts = new int[area.ringCount() + 1];
    ringStarts[area.ringCount()] = n;
    for (int ring = 0; ring < area.ringCount(); ring++) {
      int from = area.ringStart(ring);
      int to = area.ringStart(ring + 1);
      ringStarts[ring] = from;
      for (int i = from; i < to; i++) {
        next[i] = i + 1 == to ? from : i + 1;
      }
    }
    long x0 = Integer.MAX_VALUE;
    long y0 = Integer.MAX_VALUE;
    long x1 = Integer.MIN_VALUE;
    long y1 = Integer.MIN_VALUE;
    for (int i = 0; i < n; i++) {
      x0 = Math.min(x0, area.x(i));
      x1 = Math.max(x1, area.x(i));
      y0 = Math.min(y0, area.y(i));
      y1 = Math.max(y1, area.y(i));
    }
    minX = x0;
    minY = y0;
    long width = Math.max(1, x1 - x0 + 1);
    long height = Math.max(1, y1 - y0 + 1);
    double wanted = Math.sqrt((double) width * height * EDGES_PER_CELL / Math.max(1, n));
    cell = Math.max(16, (long) Math.max(wanted, Math.max(width, height) / 4096.0));
    columns = (int) ((width - 1) / cell) + 1;
    rows = (int) ((height - 1) / cell) + 1;
    inverse = (1 + 0x1p-50) / cell;
    Entries entries = new Entries(3 * n);
    for (int i = 0; i < n; i++) {
      enter(i, entries);
    }
    int cells = columns * rows;
    cellStart = new int[cells + 1];
    for (int k = 0; k < entries.size; k++) {
      cellStart[entries.cells[k] + 1]++;
    }
    for (int i = 0; i < cells; i++) {
      cellStart[i + 1] += cellStart[i];
    }
    cellEdges = new int[entries.size];
    int[] free = Arrays.copyOf(cellStart, cells);
    for (int k = 0; k < entries.size; k++) {
      cellEdges[free[entries.cells[k]]++] = entries.edges[k];
    }
  }

  /** Edges with the cells that they touch, as they are found. */
  private static final class Entries {
    private int[] cells;
    private int[] edges;
    private int size;

    Entries(int expected) {
      cells = new int[expected + 16];
      edges = new int[expected + 16];
    }

    void add(int cell, int edge) {
      if (size == cells.length) {
        cells = Arrays.copyOf(cells, 2 * size);
        edges = Arrays.copyOf(edges, 2 * size);
      }
      cells[size] = cell;
      edges[size++] = edge;
    }
  }

  private void enter(int i, Entries entries) {
    int j = next[i];
    double xa = area.x(i);
    double ya = area.y(i);
    double xb = area.x(j);
    double yb = area.y(j);
    int first = row(Math.min(ya, yb));
    int last = row(Math.max(ya, yb));
    double left = Math.min(xa, xb);
    double right = Math.max(xa, xb);
    double slope = first == last ? 0 : (xb - xa) / (yb - ya);
    for (int r = first; r <= last; r++) {
      double low = left;
      double high = right;
      if (first != last) {
        double a = xa + slope * (minY + r * cell - 1 - ya);
        double b = xa + slope * (minY + (r + 1) * cell + 1 - ya);
        low = Math.max(low, Math.min(a, b) - 1);
        high = Math.min(high, Math.max(a, b) + 1);
      }
      int to = column(high);
      for (int c = column(low); c <= to; c++) {
        entries.add(r * columns + c, i);
      }
    }
  }

  /** The edge before an edge along its ring. */
  int before(int edge) {
    int ring = Arrays.binarySearch(ringStarts, edge);
    ring = ring >= 0 ? ring : -ring - 2;
    return edge == ringStarts[ring] ? ringStarts[ring + 1] - 1 : edge - 1;
  }

  /** Column of a coordinate; the outermost one for a place outside. */
  int column(double x) {
    return Math.clamp((long) ((x - minX) * inverse), 0, columns - 1);
  }

  int row(double y) {
    return Math.clamp((long) ((y - minY) * inverse), 0, rows - 1);
  }

  /** Lower bound of a row, coordinate units. */
  long rowStart(int row) {
    return minY + row * cell;
  }

  /** Upper bound of a column, coordinate units. */
  long columnEnd(int column) {
    return minX + (column + 1) * cell;
  }

  long cellSize() {
    return cell;
  }

  /** First entry of a cell in {@link #edge}; its last is before that of the next cell. */
  int start(int column, int row) {
    return cellStart[row * columns + column];
  }

  int end(int column, int row) {
    return cellStart[row * columns + column + 1];
  }

  int edge(int entry) {
    return cellEdges[entry];
  }
}

package org.stratonomy.engine.order;

import java.util.Arrays;
import org.stratonomy.engine.guard.Interruption;

/**
 * Points that belong to owners, found by nearness: a uniform grid that is searched in growing
 * squares. An owner can be taken out; when few are left the grid is laid anew.
 */
final class NearestPoints {
  /** Cells are no smaller than this, mm. */
  private static final double LEAST_MM = 1e-3;

  /** Cells along a side, at most. */
  private static final double MOST_CELLS = 2000;

  private static final double POINTS_PER_CELL = 2;

  private double[] xs;
  private double[] ys;
  private int[] owners;
  private int[] marks;
  private int size;
  private boolean[] gone = new boolean[0];
  private int alive;
  private int laidFor;

  private double minX;
  private double minY;
  private double cell;
  private int columns;
  private int rows;
  private int[] start;
  private int[] order;

  /**
   * @param expected about how many points there will be
   */
  NearestPoints(int expected) {
    int room = Math.max(16, expected);
    xs = new double[room];
    ys = new double[room];
    owners = new int[room];
    marks = new int[room];
  }

  /**
   * @param owner from 0
   * @param mark what to tell the point by
   */
  void add(int owner, int mark, double x, double y) {
    if (size == xs.length) {
      xs = Arrays.copyOf(xs, 2 * size);
      ys = Arrays.copyOf(ys, 2 * size);
      owners = Arrays.copyOf(owners, 2 * size);
      marks = Arrays.copyOf(marks, 2 * size);
    }
    xs[size] = x;
    ys[size] = y;
    owners[size] = owner;
    marks[size++] = mark;
  }

  void remove(int owner) {
    gone[owner] = true;
    alive--;
  }

  int owner(int point) {
    return owners[point];
  }

  int mark(int point) {
    return marks[point];
  }

  /**
   * The nearest point whose owner is still there; of equally near ones, the first added.
   *
   * @return its number, good until the next search
   */
  int nearest(double x, double y) {
    if (start == null || 2 * alive < laidFor) {
      lay();
    }
    Interruption.check();
    Search search = new Search(x, y);
    int column = column(x);
    int row = row(y);
    int rings = Math.max(columns, rows);
    for (int ring = 0; ring <= rings && !search.isDone(ring); ring++) {
      search.row(row - ring, column - ring, column + ring);
      if (ring > 0) {
        search.row(row + ring, column - ring, column + ring);
        search.column(column - ring, row - ring + 1, row + ring - 1);
        search.column(column + ring, row - ring + 1, row + ring - 1);
      }
    }
    return search.best;
  }

  /** Looks through cells; what lies off the grid costs nothing. */
  private final class Search {
    final double x;
    final double y;
    int best = -1;
    double least = Double.POSITIVE_INFINITY;

    Search(double x, double y) {
      this.x = x;
      this.y = y;
    }

    /** Whether what is found is nearer than anything from a ring of cells on. */
    boolean isDone(int ring) {
      double reach = (ring - 1) * cell;
      return best >= 0 && reach > 0 && reach * reach > least;
    }

    void row(int row, int from, int to) {
      if (row >= 0 && row < rows) {
        for (int c = Math.max(0, from); c <= Math.min(columns - 1, to); c++) {
          look(row, c);
        }
      }
    }

    void column(int column, int from, int to) {
      if (column >= 0 && column < columns) {
        for (int r = Math.max(0, from); r <= Math.min(rows - 1, to); r++) {
          look(r, column);
        }
      }
    }

    private void look(int row, int column) {
      int at = row * columns + column;
      for (int k = start[at]; k < start[at + 1]; k++) {
        int p = order[k];
        double dx = xs[p] - x;
        double dy = ys[p] - y;
        double square = dx * dx + dy * dy;
        if (!gone[owners[p]] && (square < least || (square == least && p < best))) {
          least = square;
          best = p;
        }
      }
    }
  }

  private int column(double x) {
    return Math.clamp((long) ((x - minX) / cell), 0, columns - 1);
  }

  private int row(double y) {
    return Math.clamp((long) ((y - minY) / cell), 0, rows - 1);
  }

  private void lay() {
    if (start == null) {
      countOwners();
    } else {
      dropGone();
    }
    laidFor = alive;
    double[] x = bounds(xs);
    double[] y = bounds(ys);
    minX = x[0];
    minY = y[0];
    double width = x[1] - minX;
    double height = y[1] - minY;
    double area = Math.max(LEAST_MM * LEAST_MM, width * height);
    cell = Math.sqrt(area * POINTS_PER_CELL / Math.max(1, size));
    cell = Math.max(Math.max(cell, Math.max(width, height) / MOST_CELLS), LEAST_MM);
    columns = (int) (width / cell) + 1;
    rows = (int) (height / cell) + 1;
    start = new int[columns * rows + 1];
    int[] at = new int[size];
    for (int i = 0; i < size; i++) {
      at[i] = row(ys[i]) * columns + column(xs[i]);
      start[at[i] + 1]++;
    }
    for (int i = 0; i < columns * rows; i++) {
      start[i + 1] += start[i];
    }
    order = new int[size];
    int[] next = Arrays.copyOf(start, columns * rows);
    for (int i = 0; i < size; i++) {
      order[next[at[i]]++] = i;
    }
  }

  private void countOwners() {
    int most = 0;
    for (int i = 0; i < size; i++) {
      most = Math.max(most, owners[i] + 1);
    }
    gone = new boolean[most];
    boolean[] seen = new boolean[most];
    for (int i = 0; i < size; i++) {
      alive += seen[owners[i]] ? 0 : 1;
      seen[owners[i]] = true;
    }
  }

  /** Forgets the points of owners that were taken out; the others stay in their order. */
  private void dropGone() {
    int kept = 0;
    for (int i = 0; i < size; i++) {
      if (!gone[owners[i]]) {
        xs[kept] = xs[i];
        ys[kept] = ys[i];
        owners[kept] = owners[i];
        marks[kept++] = marks[i];
      }
    }
    size = kept;
  }

  private double[] bounds(double[] values) {
    double least = Double.POSITIVE_INFINITY;
    double most = Double.NEGATIVE_INFINITY;
    for (int i = 0; i < size; i++) {
      least = Math.min(least, values[i]);
      most = Math.max(most, values[i]);
    }
    return new double[] {least, most};
  }
}

package org.stratonomy.engine.wall;

import org.stratonomy.engine.plane.Area;

/**
 * A first look at whether something lies near the edges of an area: the cells of a grid that their
 * bounds, with a margin, touch.
 */
final class Nearby {
  private static final int MOST_CELLS = 256;

  private final double minX;
  private final double minY;
  private final double cell;
  private final int columns;
  private final int rows;

  /** A bit for each cell, row by row; rows begin with a word of their own. */
  private final long[] touched;

  private final int wordsPerRow;

  Nearby(Area area, double marginMm) {
    double[] all = area.boundsMm();
    minX = all[0] - marginMm;
    minY = all[1] - marginMm;
    double width = all[2] + marginMm - minX;
    double height = all[3] + marginMm - minY;
    cell = Math.max(marginMm, Math.max(width, height) / MOST_CELLS);
    columns = area.isEmpty() ? 0 : (int) (width / cell) + 1;
    rows = area.isEmpty() ? 0 : (int) (height / cell) + 1;
    wordsPerRow = (columns + Long.SIZE - 1) / Long.SIZE;
    touched = new long[rows * wordsPerRow];
    for (int ring = 0; ring < area.ringCount(); ring++) {
      int before = area.ringStart(ring + 1) - 1;
      for (int i = area.ringStart(ring); i < area.ringStart(ring + 1); i++) {
        touch(area, before, i, marginMm);
        before = i;
      }
    }
  }

  private void touch(Area area, int a, int b, double marginMm) {
    int from = column(Math.min(area.x(a), area.x(b)) * Area.UNIT_MM - marginMm);
    int to = column(Math.max(area.x(a), area.x(b)) * Area.UNIT_MM + marginMm);
    int last = row(Math.max(area.y(a), area.y(b)) * Area.UNIT_MM + marginMm);
    for (int r = row(Math.min(area.y(a), area.y(b)) * Area.UNIT_MM - marginMm); r <= last; r++) {
      for (int word = from / Long.SIZE; word <= to / Long.SIZE; word++) {
        touched[r * wordsPerRow + word] |= bits(word, from, to);
      }
    }
  }

  /** The bits of a word that stand for columns from one to another one. */
  private static long bits(int word, int from, int to) {
    long all = -1L;
    if (word == from / Long.SIZE) {
      all &= -1L << from;
    }
    return word == to / Long.SIZE ? all & (-1L >>> (Long.SIZE - 1 - to)) : all;
  }

  private int column(double x) {
    return Math.clamp((long) ((x - minX) / cell), 0, columns - 1);
  }

  private int row(double y) {
    return Math.clamp((long) ((y - minY) / cell), 0, rows - 1);
  }

  /** Whether the bounds of a straight line meet a touched cell. */
  boolean mayMeet(double ax, double ay, double bx, double by) {
    if (columns == 0) {
      return false;
    }
    double right = Math.max(ax, bx);
    double top = Math.max(ay, by);
    if (right < minX || top < minY) {
      return false;
    }
    double left = Math.min(ax, bx);
    double bottom = Math.min(ay, by);
    if (left > minX + columns * cell || bottom > minY + rows * cell) {
      return false;
    }
    int from = column(left);
    int to = column(right);
    int last = row(top);
    for (int r = row(bottom); r <= last; r++) {
      for (int word = from / Long.SIZE; word <= to / Long.SIZE; word++) {
        if ((touched[r * wordsPerRow + word] & bits(word, from, to)) != 0) {
          return true;
        }
      }
    }
    return false;
  }
}

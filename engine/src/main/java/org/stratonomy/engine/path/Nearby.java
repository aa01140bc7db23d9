package org.stratonomy.engine.path;

import java.util.BitSet;
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
  private final BitSet touched = new BitSet();

  Nearby(Area area, double marginMm) {
    double[] all = area.boundsMm();
    minX = all[0] - marginMm;
    minY = all[1] - marginMm;
    double width = all[2] + marginMm - minX;
    double height = all[3] + marginMm - minY;
    cell = Math.max(marginMm, Math.max(width, height) / MOST_CELLS);
    columns = area.isEmpty() ? 0 : (int) (width / cell) + 1;
    rows = area.isEmpty() ? 0 : (int) (height / cell) + 1;
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
      touched.set(r * columns + from, r * columns + to + 1);
    }
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
    for (int r = row(bottom); r <= row(top); r++) {
      int next = touched.nextSetBit(r * columns + from);
      if (next >= 0 && next <= r * columns + to) {
        return true;
      }
    }
    return false;
  }
}

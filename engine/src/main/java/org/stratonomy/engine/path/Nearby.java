package org.stratonomy.engine.path;

import java.util.BitSet;
import org.stratonomy.engine.plane.Area;

/**
 * A first look at whether something lies near the rings of an area: the cells of a grid that their
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
      double[] b = area.ringBoundsMm(ring);
      int from = column(b[0] - marginMm);
      int to = column(b[2] + marginMm);
      for (int r = row(b[1] - marginMm); r <= row(b[3] + marginMm); r++) {
        touched.set(r * columns + from, r * columns + to + 1);
      }
    }
  }

  private int column(double x) {
    return (int) Math.clamp((x - minX) / cell, 0, columns - 1.0);
  }

  private int row(double y) {
    return (int) Math.clamp((y - minY) / cell, 0, rows - 1.0);
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

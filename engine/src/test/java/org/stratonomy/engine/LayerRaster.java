package org.stratonomy.engine;

import java.util.Arrays;
import java.util.List;

/** How often each spot of a layer is covered by extrusions of different strokes. */
final class LayerRaster {
  static final double PIXEL_MM = 0.05;

  private final double originX;
  private final double originY;
  private final int width;
  private final int height;
  private final int[] count;
  private final int[] last;

  LayerRaster(double minX, double minY, double maxX, double maxY) {
    originX = minX;
    originY = minY;
    width = (int) Math.ceil((maxX - minX) / PIXEL_MM);
    height = (int) Math.ceil((maxY - minY) / PIXEL_MM);
    count = new int[width * height];
    last = new int[width * height];
    Arrays.fill(last, -1);
  }

  /** Paints extrusions as straight bars with round ends, as wide as their volume says. */
  void paint(List<GcodeReader.Extrusion> extrusions, double layerHeight, double diameter) {
    double strand = Math.PI * diameter * diameter / 4;
    for (GcodeReader.Extrusion e : extrusions) {
      double radius = e.e() * strand / e.length() / layerHeight / 2;
      int fromX = column(Math.min(e.x0(), e.x1()) - radius);
      int toX = column(Math.max(e.x0(), e.x1()) + radius);
      int fromY = row(Math.min(e.y0(), e.y1()) - radius);
      int toY = row(Math.max(e.y0(), e.y1()) + radius);
      for (int j = Math.max(0, fromY); j <= Math.min(height - 1, toY); j++) {
        for (int i = Math.max(0, fromX); i <= Math.min(width - 1, toX); i++) {
          if (distance(e, x(i), y(j)) < radius && last[j * width + i] != e.stroke()) {
            last[j * width + i] = e.stroke();
            count[j * width + i]++;
          }
        }
      }
    }
  }

  private static double distance(GcodeReader.Extrusion e, double x, double y) {
    double dx = e.x1() - e.x0();
    double dy = e.y1() - e.y0();
    double t = Math.clamp(((x - e.x0()) * dx + (y - e.y0()) * dy) / (dx * dx + dy * dy), 0, 1);
    return Math.hypot(x - e.x0() - t * dx, y - e.y0() - t * dy);
  }

  private int column(double x) {
    return (int) ((x - originX) / PIXEL_MM);
  }

  private int row(double y) {
    return (int) ((y - originY) / PIXEL_MM);
  }

  private double x(int column) {
    return originX + (column + 0.5) * PIXEL_MM;
  }

  private double y(int row) {
    return originY + (row + 0.5) * PIXEL_MM;
  }

  /**
   * Whether a disc of a radius fits between the lines, away from the edge of what is inside.
   *
   * @param inside where the disc has to lie
   */
  boolean hasHole(Inside inside, double radiusMm) {
    int reach = (int) Math.floor(radiusMm / PIXEL_MM);
    for (int j = reach; j < height - reach; j++) {
      for (int i = reach; i < width - reach; i++) {
        if (count[j * width + i] == 0 && isHole(inside, i, j, reach)) {
          return true;
        }
      }
    }
    return false;
  }

  private boolean isHole(Inside inside, int i, int j, int reach) {
    for (int dy = -reach; dy <= reach; dy++) {
      for (int dx = -reach; dx <= reach; dx++) {
        boolean within = dx * dx + dy * dy <= reach * reach;
        boolean free = count[(j + dy) * width + i + dx] == 0 && inside.at(x(i + dx), y(j + dy));
        if (within && !free) {
          return false;
        }
      }
    }
    return true;
  }

  interface Inside {
    boolean at(double x, double y);
  }

  /**
   * @param covered share of the inside that is covered at least once
   * @param twice share of the covered area that is covered more than once
   * @param outside covered area outside, mm²
   */
  record Measure(double covered, double twice, double outside) {}

  Measure measure(Inside inside) {
    int within = 0;
    int once = 0;
    int more = 0;
    int out = 0;
    int all = 0;
    for (int j = 0; j < height; j++) {
      for (int i = 0; i < width; i++) {
        int n = count[j * width + i];
        boolean in = inside.at(x(i), y(j));
        within += in ? 1 : 0;
        once += in && n > 0 ? 1 : 0;
        more += n > 1 ? 1 : 0;
        all += n > 0 ? 1 : 0;
        out += !in && n > 0 ? 1 : 0;
      }
    }
    return new Measure((double) once / within, (double) more / all, out * PIXEL_MM * PIXEL_MM);
  }
}

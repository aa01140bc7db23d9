package org.stratonomy.engine.strata;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * How large the outline of a piece is over its height, and where it changes abruptly.
 *
 * @param areasMm2 area of the section of each layer, from the bottom
 * @param volumeMm3 of all layers; where bodies or shells overlap, once
 * @param marks heights of the planes where the area jumps, mm, ascending
 */
public record HeightProfile(double[] areasMm2, double volumeMm3, List<Double> marks) {
  /** A jump is at least this share of the piece's largest section … */
  private static final double LEAST_SHARE = 0.04;

  /** … and this many times what is usual between two layers of the piece. */
  private static final double LEAST_RATIO = 8;

  public static HeightProfile of(PieceStack stack, Sections sections) {
    List<PieceLayer> layers = stack.layers();
    double[] areas = new double[layers.size()];
    double volume = 0;
    for (int i = 0; i < areas.length; i++) {
      areas[i] = sections.pressed(i + 1).areaMm2();
      volume += areas[i] * layers.get(i).height();
    }
    double[] changes = new double[Math.max(0, areas.length - 1)];
    for (int i = 0; i < changes.length; i++) {
      changes[i] = Math.abs(areas[i + 1] - areas[i]);
    }
    double[] sorted = changes.clone();
    Arrays.sort(sorted);
    double usual = sorted.length == 0 ? 0 : sorted[sorted.length / 2];
    double least =
        Math.max(LEAST_RATIO * usual, LEAST_SHARE * Arrays.stream(areas).max().orElse(0));
    List<Double> marks = new ArrayList<>();
    boolean begun = false;
    for (int i = 0; i < changes.length; i++) {
      boolean peak =
          (i == 0 || changes[i] >= changes[i - 1])
              && (i + 1 == changes.length || changes[i] > changes[i + 1]);
      begun |= areas[i] > 0;
      if (begun && peak && changes[i] > 0 && changes[i] >= least) {
        marks.add(layers.get(i).top());
      }
    }
    return new HeightProfile(areas, volume, List.copyOf(marks));
  }
}

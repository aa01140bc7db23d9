package org.stratonomy.engine.strata;

import java.util.List;
import java.util.OptionalDouble;
import org.stratonomy.engine.strata.LayerStack.PlanLayer;

/**
 * The planes between layers that are printed one over the other. Decides once for all callers at
 * which plane a boundary or a stop lies.
 */
public final class Planes {
  private static final int PER_MM = 1000;

  private final double bottom;
  private final double top;
  private final double[] between;

  /**
   * @param layers upward; at least one
   */
  public Planes(List<PlanLayer> layers) {
    bottom = layers.getFirst().bottom();
    top = layers.getLast().top();
    between = layers.stream().skip(1).mapToDouble(PlanLayer::bottom).toArray();
  }

  /**
   * The plane between two layers that is nearest to a height; the lower one of two at the same
   * distance.
   *
   * @return nothing if the height lies outside the layers, or there is only one
   */
  public OptionalDouble nearest(double wantedMm) {
    double wanted = rounded(wantedMm);
    if (wanted <= bottom || wanted >= top || between.length == 0) {
      return OptionalDouble.empty();
    }
    double nearest = between[0];
    for (double plane : between) {
      if (micrometres(Math.abs(plane - wanted)) < micrometres(Math.abs(nearest - wanted))) {
        nearest = plane;
      }
    }
    return OptionalDouble.of(nearest);
  }

  /** A height rounded to whole micrometres, as all planes are, so that equal heights are equal. */
  static double rounded(double mm) {
    return (double) micrometres(mm) / PER_MM;
  }

  static long micrometres(double mm) {
    return Math.round(mm * PER_MM);
  }
}

package org.stratonomy.engine.strata;

import java.util.List;
import java.util.OptionalDouble;
import org.stratonomy.engine.strata.LayerStack.PlanLayer;

/**
 * The planes between layers that are printed one over the other. What a plan wants at a height
 * happens at one of them, and here is decided at which, once for everybody who asks.
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
   * The plane at which something happens that is wanted at a height: the nearest between two
   * layers, of two the lower one.
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

  /** A height in whole micrometres: every plane is one, so that equal heights compare equal. */
  static double rounded(double mm) {
    return (double) micrometres(mm) / PER_MM;
  }

  static long micrometres(double mm) {
    return Math.round(mm * PER_MM);
  }
}

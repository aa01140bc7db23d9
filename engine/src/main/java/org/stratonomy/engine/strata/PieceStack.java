package org.stratonomy.engine.strata;

import java.util.List;

/**
 * The layers of a piece from its bottom to its top, without gaps.
 *
 * @param onBed whether the first layer lies on the bed
 * @param moved planes that were wanted elsewhere
 */
public record PieceStack(
    String piece, List<PieceLayer> layers, boolean onBed, List<MovedPlane> moved) {

  /**
   * A plane that could not be laid where it was wanted.
   *
   * @param what the thing that wanted it
   * @param wanted mm
   * @param actual mm
   */
  public record MovedPlane(What what, double wanted, double actual) {
    public enum What {
      STOP,
      PLAN_BOUNDARY
    }
  }

  public double top() {
    return layers.isEmpty() ? 0 : layers.getLast().top();
  }

  /** The layers of one stratum. */
  public List<PieceLayer> stratum(int number) {
    return layers.stream().filter(layer -> layer.stratum() == number).toList();
  }
}

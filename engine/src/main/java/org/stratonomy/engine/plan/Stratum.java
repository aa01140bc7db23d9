package org.stratonomy.engine.plan;

/**
 * A height range of a piece or of the plan.
 *
 * @param id what rules name it by; it stays when strata are divided, joined or moved
 * @param name what the user calls it; may be empty
 * @param top height of its upper boundary above the bed, mm; {@link #OPEN} for the topmost
 */
public record Stratum(String id, String name, double top) {
  public static final double OPEN = Double.POSITIVE_INFINITY;

  public Stratum withName(String changed) {
    return new Stratum(id, changed, top);
  }

  public Stratum withTop(double changed) {
    return new Stratum(id, name, changed);
  }
}

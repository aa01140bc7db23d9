package org.stratonomy.engine.mesh;

/**
 * How near two numbers are that differ by rounding alone. Heights of layers do not need it: they
 * are decided once, in whole micrometres, by the layer stack.
 */
public final class Rounding {
  /** Of lengths that were computed, mm: a thousandth of what the layer stack counts in. */
  public static final double MM = 1e-6;

  /** Of shares, counts, and whatever else is about 1. */
  public static final double SHARE = 1e-9;

  private Rounding() {}
}

package org.stratonomy.engine.plane;

/**
 * Which winding numbers of the first and the second operand are inside the result: at least so many
 * turns of the first, and at most so many of the second.
 *
 * @param eitherWay whether turns to the right count like turns to the left
 */
record WindingRule(int least, int most, boolean eitherWay) {
  /** Inside is what the first operand's rings wind around at least so many times. */
  static WindingRule atLeast(int least) {
    return new WindingRule(least, 0, false);
  }

  boolean test(int windingA, int windingB) {
    return (eitherWay ? Math.abs(windingA) : windingA) >= least && windingB <= most;
  }
}

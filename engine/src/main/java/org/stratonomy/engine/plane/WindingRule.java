package org.stratonomy.engine.plane;

/**
 * Which winding numbers of the first and the second operand are inside the result: at least so many
 * turns of the first, and of the second no fewer and no more than so many.
 *
 * @param least turns of the first operand
 * @param leastOther turns of the second operand
 * @param mostOther turns of the second operand
 * @param eitherWay whether turns of the first to the right count like turns to the left
 */
record WindingRule(int least, int leastOther, int mostOther, boolean eitherWay) {
  /** Inside is what the first operand's rings wind around at least so many times. */
  static WindingRule atLeast(int least) {
    return new WindingRule(least, Integer.MIN_VALUE, Integer.MAX_VALUE, false);
  }

  /** Inside is what the first operand's rings wind around, whichever way. */
  static WindingRule nonZero() {
    return new WindingRule(1, Integer.MIN_VALUE, Integer.MAX_VALUE, true);
  }

  /** Inside is what lies in the first operand and in the second. */
  static WindingRule both() {
    return new WindingRule(1, 1, Integer.MAX_VALUE, false);
  }

  /** Inside is what lies in the first operand, and in the second at most so many times. */
  static WindingRule without(int most) {
    return new WindingRule(1, Integer.MIN_VALUE, most, false);
  }

  boolean test(int winding, int other) {
    return (eitherWay ? Math.abs(winding) : winding) >= least
        && other >= leastOther
        && other <= mostOther;
  }
}

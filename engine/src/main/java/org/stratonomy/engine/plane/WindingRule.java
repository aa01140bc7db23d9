package org.stratonomy.engine.plane;

/** Which winding numbers of the first and second operand are inside the result. */
@FunctionalInterface
interface WindingRule {
  boolean test(int windingA, int windingB);
}

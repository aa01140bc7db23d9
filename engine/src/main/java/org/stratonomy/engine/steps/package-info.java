/**
 * What a machine does, step by step: lifts, travels, strokes, heat, waits and changes, in order.
 *
 * <p>Door: {@link org.stratonomy.engine.steps.StepWalk}. In: a schedule. Out: steps, one by one, to
 * a {@link org.stratonomy.engine.steps.StepVisitor}. The program is written by one visitor, the
 * clock ({@link org.stratonomy.engine.steps.Timeline}) is another.
 */
package org.stratonomy.engine.steps;

/**
 * What is impossible and what can be done about it: place, reason, remedy.
 *
 * <p>Door: {@link org.stratonomy.engine.problem.Problem}. In: an error that a user can mend. Out: a
 * text for that user.
 */
package org.stratonomy.engine.problem;

/**
 * Findings: what will go wrong in a plan, where, why, and what mends it. A class for each subject,
 * a line for each in {@code Checks.of}.
 *
 * <p>Door: {@link org.stratonomy.engine.check.Checks}. In: a computed plan with all stages. Out:
 * {@link org.stratonomy.engine.check.Finding}s, whose remedies are plans.
 */
package org.stratonomy.engine.check;

/**
 * Plans, shelf and ledger as JSON, and the {@code .strat} archive. Reading checks against a schema
 * and names what is wrong.
 *
 * <p>Door: {@link org.stratonomy.engine.document.PlanFormat}. In: text of any version. Out: a
 * {@link org.stratonomy.engine.plan.Plan}; and the reverse.
 */
package org.stratonomy.engine.document;

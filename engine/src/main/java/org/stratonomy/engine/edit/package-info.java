/**
 * Edits of plans as data, and the editors that carry them out: each takes a plan and returns
 * another one in which rules, stops and names follow. Also the differences between two plans.
 *
 * <p>Door: {@link org.stratonomy.engine.edit.Edit}, carried out by {@link
 * org.stratonomy.engine.PlanEditor}. In and out: {@link org.stratonomy.engine.plan.Plan}s.
 */
package org.stratonomy.engine.edit;

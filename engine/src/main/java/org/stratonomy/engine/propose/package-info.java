/**
 * Proposals: changed plans that are better by an objective, found by computing them.
 *
 * <p>Door: {@link org.stratonomy.engine.propose.Proposal}. In: a plan and an objective. Out: plans
 * with what each would save.
 */
package org.stratonomy.engine.propose;

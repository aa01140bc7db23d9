/**
 * The plan as a document: pieces, bodies, regions, strata, rules, stops; and what it says about any
 * spot of what is printed.
 *
 * <p>Door: {@link org.stratonomy.engine.plan.Job}. In: a plan with the machine and filaments that
 * it uses. Out: {@link org.stratonomy.engine.plan.Resolver}, the value of every setting at a spot.
 */
package org.stratonomy.engine.plan;

/**
 * The document: pieces, strata, regions, rules, stops, machine and filaments; its edits; and the
 * resolver, which decides what holds where.
 *
 * <p>Door: {@link org.stratonomy.engine.plan.Plan}. In: edits. Out: a changed plan; {@link
 * org.stratonomy.engine.plan.Settings} for any spot.
 */
package org.stratonomy.engine.plan;

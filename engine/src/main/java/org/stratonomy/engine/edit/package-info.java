/**
 * Changes of plans, and what differs between two of them. An edit takes a plan and returns another
 * one; rules, stops and names follow what they are about.
 *
 * <p>Door: {@link org.stratonomy.engine.edit.PieceEditor}, {@link
 * org.stratonomy.engine.edit.Divider}, {@link org.stratonomy.engine.edit.RuleEditor} and their
 * like. In and out: {@link org.stratonomy.engine.plan.Plan}s.
 */
package org.stratonomy.engine.edit;

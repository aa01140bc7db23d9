/**
 * Reports on a computed plan, for people and for other programs: the run sheet, pictures, the
 * ledger as tables.
 *
 * <p>Door: {@link org.stratonomy.report.RunSheet}, {@link org.stratonomy.report.PlanPicture},
 * {@link org.stratonomy.report.LedgerFormat}. In: {@link org.stratonomy.engine.PlanResult} or
 * {@link org.stratonomy.engine.plan.Job}. Out: PDF, HTML, PNG, JSON, CSV.
 */
package org.stratonomy.report;

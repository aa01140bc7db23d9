/**
 * What a print takes: time, filament, mass and money, by role, piece, stratum and region.
 *
 * <p>Door: {@link org.stratonomy.engine.ledger.Ledger}. In: a schedule. Out: sums; they add up to
 * the schedule.
 */
package org.stratonomy.engine.ledger;

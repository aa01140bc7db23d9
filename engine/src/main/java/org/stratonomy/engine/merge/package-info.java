/**
 * Puts the lines of all pieces in order: filaments, travel, purging, stops, cooling, time. Strokes
 * are lines with all values that they are printed with.
 *
 * <p>Door: {@link org.stratonomy.engine.merge.Scheduler}. In: lines of each piece and layer, rules,
 * machine. Out: a {@link org.stratonomy.engine.merge.Schedule}.
 */
package org.stratonomy.engine.merge;

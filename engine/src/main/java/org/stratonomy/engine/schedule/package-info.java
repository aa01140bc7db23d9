/**
 * Merges the lines of all pieces into the order of the machine: layers with strokes, halts, travels
 * and times.
 *
 * <p>Door: {@link org.stratonomy.engine.schedule.Scheduler}. In: lines of pieces. Out: {@link
 * org.stratonomy.engine.schedule.Schedule}.
 */
package org.stratonomy.engine.schedule;

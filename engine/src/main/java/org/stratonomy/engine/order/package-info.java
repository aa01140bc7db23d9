/**
 * In which order filaments, islands and lines are printed, and where lines begin.
 *
 * <p>Door: {@link org.stratonomy.engine.order.LayerSequencer}, {@link
 * org.stratonomy.engine.order.FilamentOrder}, {@link org.stratonomy.engine.order.RunningOrder}. In:
 * lines. Out: the same lines, in order.
 */
package org.stratonomy.engine.order;

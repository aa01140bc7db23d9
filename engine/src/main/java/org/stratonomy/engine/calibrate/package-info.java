/**
 * Test prints that measure how much filament a nozzle holds, and what was read from them.
 *
 * <p>Door: {@link org.stratonomy.engine.calibrate.TestStrip}. In: a machine and two filaments. Out:
 * a plan to print; from what was read on it, the volumes for {@link
 * org.stratonomy.engine.melt.FilamentChange}.
 */
package org.stratonomy.engine.calibrate;

/**
 * Lines with all that they are printed with: filament, speed, temperature, fan, and why.
 *
 * <p>Door: {@link org.stratonomy.engine.stroke.Stroke}, {@link
 * org.stratonomy.engine.stroke.LayerSettings}. In: lines and the settings of their cells. Out:
 * strokes.
 */
package org.stratonomy.engine.stroke;

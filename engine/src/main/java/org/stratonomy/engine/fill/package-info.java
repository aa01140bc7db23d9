/**
 * What is laid inside of walls: skins, solid layers, bridges, infill patterns.
 *
 * <p>Door: {@link org.stratonomy.engine.fill.InsideMaker}. In: the area inside of walls, and the
 * sections around the layer. Out: lines.
 */
package org.stratonomy.engine.fill;

/**
 * All lines of a piece, layer by layer.
 *
 * <p>Door: {@link org.stratonomy.engine.path.PieceLines}. In: layers divided into cells. Out: lines
 * of each layer, and its flaws.
 */
package org.stratonomy.engine.path;

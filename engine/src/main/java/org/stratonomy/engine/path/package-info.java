/**
 * Turns cells into lines: walls, infill, skins, bridges, support, brim. Lines know their role and
 * width, not yet how they are printed.
 *
 * <p>Door: {@link org.stratonomy.engine.path.PieceLines}. In: cells, sections, settings of each
 * stratum. Out: {@link org.stratonomy.engine.path.Line}s of each layer.
 */
package org.stratonomy.engine.path;

/**
 * Divides pieces into layers and sections: which planes there are, and what of a piece lies between
 * them.
 *
 * <p>Door: {@link org.stratonomy.engine.strata.LayerStack}. In: placed pieces, boundaries, stops.
 * Out: layers on common planes, and {@link org.stratonomy.engine.strata.Sections} of each piece.
 */
package org.stratonomy.engine.strata;

/**
 * Parallel lines across an area, cut at its edges, and joined along them.
 *
 * <p>Door: {@link org.stratonomy.engine.plane.hatch.Hatch}. In: an area, an angle, a spacing. Out:
 * {@link org.stratonomy.engine.plane.Path}s.
 */
package org.stratonomy.engine.plane.hatch;

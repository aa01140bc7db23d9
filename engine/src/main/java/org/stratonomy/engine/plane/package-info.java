/**
 * Areas and paths in the plane, with coordinates in whole units of 0.1 µm, so that results are
 * exact: union, offset, hatch, clipping, tours. Knows nothing of printing.
 *
 * <p>Door: {@link org.stratonomy.engine.plane.Plane}. In: areas. Out: areas and paths.
 */
package org.stratonomy.engine.plane;

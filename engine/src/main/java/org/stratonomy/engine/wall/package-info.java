/**
 * Walls along outlines and joints, and fitted lines in places too narrow for whole ones.
 *
 * <p>Door: {@link org.stratonomy.engine.wall.OutlineWalls}, {@link
 * org.stratonomy.engine.wall.CellWalls}. In: an area and a width. Out: lines, and the area inside
 * of them.
 */
package org.stratonomy.engine.wall;

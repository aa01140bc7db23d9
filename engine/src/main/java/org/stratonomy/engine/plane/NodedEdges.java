package org.stratonomy.engine.plane;

/**
 * Edges that have nothing in common but end points.
 *
 * @param points all end points; there may be others
 * @param ends numbers of the points at the left and at the right end of each edge
 * @param weights as in {@link EdgeList}
 * @param scratch where the arrays are from
 */
record NodedEdges(PointSet points, int count, int[] ends, int[] weights, Scratch scratch) {}

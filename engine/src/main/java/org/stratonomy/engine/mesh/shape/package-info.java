/**
 * Models made of numbers: boxes, cylinders, discs, cones, tags with text.
 *
 * <p>Door: {@link org.stratonomy.engine.mesh.shape.Shape}. In: sizes, mm. Out: {@link
 * org.stratonomy.engine.mesh.MeshPart}s.
 */
package org.stratonomy.engine.mesh.shape;

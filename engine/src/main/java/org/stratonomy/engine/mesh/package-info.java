/**
 * Triangle meshes: made from loose triangles, mended in orientation and holes, and measured.
 *
 * <p>Door: {@link org.stratonomy.engine.mesh.MeshBuilder}. In: triangles. Out: a {@link
 * org.stratonomy.engine.mesh.Mesh}, and what was found.
 */
package org.stratonomy.engine.mesh;

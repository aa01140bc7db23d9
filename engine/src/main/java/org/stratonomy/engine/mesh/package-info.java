/**
 * Triangle meshes, and the files that they come in. Reading mends orientation and holes, and
 * reports what it found.
 *
 * <p>Door: {@link org.stratonomy.engine.mesh.MeshFiles}. In: bytes of a file. Out: {@link
 * org.stratonomy.engine.mesh.Mesh}es.
 */
package org.stratonomy.engine.mesh;

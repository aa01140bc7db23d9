/**
 * The files that meshes come in and leave in: STL, OBJ, 3MF, PLY, AMF, and archives of them.
 *
 * <p>Door: {@link org.stratonomy.engine.mesh.io.MeshFiles}. In: bytes of a file. Out: {@link
 * org.stratonomy.engine.mesh.MeshPart}s.
 */
package org.stratonomy.engine.mesh.io;

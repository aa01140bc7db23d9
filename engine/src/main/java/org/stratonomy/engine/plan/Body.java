package org.stratonomy.engine.plan;

import org.stratonomy.engine.mesh.Vector;

/**
 * One mesh within a piece.
 *
 * @param mesh what a {@code MeshSource} finds the mesh under: a file name or a content hash
 * @param shift how far it is moved against the other bodies, in the model's coordinates, mm
 */
public record Body(String id, String name, String mesh, Vector shift) {
  /** A body on the common origin. */
  public Body(String id, String name, String mesh) {
    this(id, name, mesh, Vector.ZERO);
  }

  public Body withName(String changed) {
    return new Body(id, changed, mesh, shift);
  }

  public Body withMesh(String changed) {
    return new Body(id, name, changed, shift);
  }

  public Body withShift(Vector changed) {
    return new Body(id, name, mesh, changed);
  }
}

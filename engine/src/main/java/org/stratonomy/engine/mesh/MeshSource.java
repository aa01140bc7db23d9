package org.stratonomy.engine.mesh;

/** Where the meshes that a plan names come from. */
@FunctionalInterface
public interface MeshSource {
  /**
   * @throws org.stratonomy.engine.problem.Problem if there is no such mesh, or it cannot be used
   */
  Mesh mesh(String reference);
}

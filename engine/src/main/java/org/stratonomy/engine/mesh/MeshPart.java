package org.stratonomy.engine.mesh;

import java.util.Optional;

/**
 * One mesh out of a file; all parts of a file share its origin.
 *
 * @param name as the file calls it, or one made of the file's name and a number
 * @param colour as #rrggbb, if the file gives the whole part one
 * @param faces colours of single triangles
 */
public record MeshPart(String name, Mesh mesh, Optional<String> colour, FaceColours faces) {
  /** A part without colours of single triangles. */
  public MeshPart(String name, Mesh mesh, Optional<String> colour) {
    this(name, mesh, colour, FaceColours.NONE);
  }
}

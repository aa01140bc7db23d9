package org.stratonomy.demo;

import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.shape.Solid;

/** A shelf bracket that is printed lying on its side, 16 mm thick. */
final class BoathouseBracket {
  static final double THICKNESS_MM = 16;

  private static final double[][] OUTLINE = {
    {0, 0}, {90, 0}, {90, 11}, {46, 17}, {28, 26}, {17, 44}, {11, 80}, {0, 80}
  };

  private BoathouseBracket() {}

  static Mesh mesh() {
    return new Solid()
        .prism(OUTLINE, new double[] {9, 9}, 0, THICKNESS_MM)
        .build("boathouse bracket");
  }
}

package org.stratonomy.demo;

import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.shape.Solid;

/** Nine links through each other, tilted in turn, in one mesh. */
final class MooringChain {
  static final int LINKS = 9;

  private static final double STEP_MM = 11;

  private MooringChain() {}

  static Mesh mesh() {
    Solid solid = new Solid();
    for (int i = 0; i < LINKS; i++) {
      double tilt = i % 2 == 0 ? Math.PI / 4 : -Math.PI / 4;
      solid.ring(i * STEP_MM, 8, 3.6, tilt, 72, 32);
    }
    return solid.build("mooring chain");
  }
}

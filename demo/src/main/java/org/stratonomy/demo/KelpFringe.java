package org.stratonomy.demo;

import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.shape.Solid;

/** A ring with thin ribs that begin in free air, each four lines of 0.44 mm wide. */
final class KelpFringe {
  static final double RIBS_FROM_MM = 8;
  static final double TOP_MM = 12;
  static final double RIB_MM = 4 * 0.44;

  private static final int RIBS = 24;

  private KelpFringe() {}

  static Mesh mesh() {
    Solid solid = new Solid().tube(24, 30, 0, TOP_MM, 144);
    for (int i = 0; i < RIBS; i++) {
      double[] from = Solid.onCircle(27, i, RIBS);
      double[] to = Solid.onCircle(i % 2 == 0 ? 46 : 40, i, RIBS);
      solid.bar(from, to, RIB_MM, RIBS_FROM_MM, TOP_MM);
    }
    return solid.build("kelp fringe");
  }
}

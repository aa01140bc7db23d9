package org.stratonomy.demo;

import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.shape.Solid;

/** A long scale with a mark every centimetre, each fifth one longer, to be read from a boat. */
final class TideGauge {
  static final double LENGTH_MM = 240;
  static final double BAND_MM = 50;

  private static final double WIDTH_MM = 36;
  private static final double PLATE_MM = 5;
  private static final double TOP_MM = 7;
  private static final double MARK_MM = 1.76;
  private static final double STEP_MM = 10;

  private TideGauge() {}

  static Mesh mesh() {
    double left = -WIDTH_MM / 2;
    Solid solid =
        new Solid().bar(new double[] {0, 0}, new double[] {0, LENGTH_MM}, WIDTH_MM, 0, PLATE_MM);
    for (int i = 1; i * STEP_MM < LENGTH_MM; i++) {
      double y = i * STEP_MM;
      double length = i % 5 == 0 ? 26 : 14;
      solid.bar(
          new double[] {left + 3, y},
          new double[] {left + 3 + length, y},
          MARK_MM,
          PLATE_MM - 0.5,
          TOP_MM);
    }
    return solid.build("tide gauge");
  }
}

package org.stratonomy.demo;

import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.shape.Solid;

/** A lump that nobody minds, worn round and flat below. */
final class Pebble {
  static final double HEIGHT_MM = 38;

  private static final int RINGS = 36;
  private static final int SIDES = 72;
  private static final double LONG_MM = 24;
  private static final double BROAD_MM = 18;

  /** Where the ground cuts it off, of its height from the middle. */
  private static final double CUT = -0.75;

  private Pebble() {}

  static Mesh mesh() {
    return new Solid().rounded(Pebble::place, RINGS, SIDES).build("pebble");
  }

  /** A place on its skin: up from the ground, and around, each 0 to 1. */
  private static double[] place(double up, double around) {
    double from = Math.asin(CUT);
    double angle = from + up * (Math.PI / 2 - from);
    double turn = 2 * Math.PI * around;
    double worn = 1 + 0.06 * Math.sin(2 * turn + 1) + 0.03 * Math.sin(3 * turn + 4 * angle);
    double across = Math.cos(angle) * worn;
    return new double[] {
      LONG_MM * across * Math.cos(turn),
      BROAD_MM * across * Math.sin(turn),
      HEIGHT_MM * (Math.sin(angle) - CUT) / (1 - CUT)
    };
  }
}

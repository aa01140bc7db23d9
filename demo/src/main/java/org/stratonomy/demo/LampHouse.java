package org.stratonomy.demo;

import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.TriangleSoup;

/**
 * A lighthouse, 140 mm high: a plinth, a foot with a hollow for ballast, a tapering shaft, a
 * gallery and a lantern under a pointed roof. Two outlines turned about an axis.
 */
public final class LampHouse {
  /** Lower and upper end of the shaft, mm. */
  static final double SHAFT_FROM_MM = 34;

  static final double SHAFT_TO_MM = 104;

  /** Top of the gallery's floor, and of the lantern below the roof, mm. */
  static final double GALLERY_MM = 109;

  static final double LANTERN_MM = 124;

  private static final int SEGMENTS = 96;

  /** Radius and height of the outside, from the bottom to the top, mm. */
  private static final double[][] OUTSIDE = {
    {0, 0},
    {24, 0},
    {24, 8},
    {20.5, 8},
    {19, SHAFT_FROM_MM - 2},
    {15, SHAFT_FROM_MM},
    {10, 99},
    {15.5, SHAFT_TO_MM},
    {15.5, GALLERY_MM},
    {8, GALLERY_MM},
    {8, LANTERN_MM - 2},
    {10, LANTERN_MM},
    {0, 140}
  };

  /** Radius and height of the hollow, mm. */
  private static final double[][] HOLLOW = {{0, 2}, {15, 2}, {15, 20}, {3, 34}, {0, 37}};

  private LampHouse() {}

  public static Mesh mesh() {
    TriangleSoup soup = new TriangleSoup(4 * SEGMENTS * OUTSIDE.length);
    turn(soup, OUTSIDE, false);
    turn(soup, HOLLOW, true);
    return MeshBuilder.build("lamp house", soup);
  }

  private static void turn(TriangleSoup soup, double[][] outline, boolean inwards) {
    for (int i = 0; i + 1 < outline.length; i++) {
      for (int k = 0; k < SEGMENTS; k++) {
        double[] a = point(outline[i], k);
        double[] b = point(outline[i], k + 1);
        double[] c = point(outline[i + 1], k + 1);
        double[] d = point(outline[i + 1], k);
        triangle(soup, a, b, c, inwards);
        triangle(soup, a, c, d, inwards);
      }
    }
  }

  private static double[] point(double[] at, int k) {
    double angle = 2 * Math.PI * (k % SEGMENTS) / SEGMENTS;
    return new double[] {at[0] * Math.cos(angle), at[0] * Math.sin(angle), at[1]};
  }

  private static void triangle(
      TriangleSoup soup, double[] a, double[] b, double[] c, boolean inwards) {
    for (double[] p : inwards ? new double[][] {a, c, b} : new double[][] {a, b, c}) {
      soup.corner((float) p[0], (float) p[1], (float) p[2]);
    }
  }
}

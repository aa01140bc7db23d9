package org.stratonomy.engine.divide;

import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Region;

/** Meshes of boxes, cylinders and spheres. */
final class RegionSolids {
  /** Sides of a circle: at 50 mm across it deviates by 4 µm. */
  private static final int SIDES = 180;

  private static final int RINGS = 90;

  private final TriangleSoup soup = new TriangleSoup(2 * SIDES * RINGS);

  private RegionSolids() {}

  static Mesh box(Region.Box box) {
    Vector m = box.middle();
    Vector s = box.size();
    TriangleSoup soup = new TriangleSoup(12);
    soup.box(
        new double[] {m.x() - s.x() / 2, m.y() - s.y() / 2, m.z() - s.z() / 2},
        new double[] {m.x() + s.x() / 2, m.y() + s.y() / 2, m.z() + s.z() / 2});
    return MeshBuilder.build("box", soup);
  }

  static Mesh cylinder(Region.Cylinder cylinder) {
    double r = cylinder.diameterMm() / 2;
    double h = cylinder.heightMm() / 2;
    double[][] outline = {{0, -h}, {r, -h}, {r, h}, {0, h}};
    return turned("cylinder", cylinder.middle(), outline);
  }

  static Mesh sphere(Region.Sphere sphere) {
    double r = sphere.diameterMm() / 2;
    double[][] outline = new double[RINGS + 1][];
    for (int i = 0; i <= RINGS; i++) {
      double angle = Math.PI * i / RINGS;
      boolean pole = i == 0 || i == RINGS;
      outline[i] = new double[] {pole ? 0 : r * Math.sin(angle), -r * Math.cos(angle)};
    }
    return turned("sphere", sphere.middle(), outline);
  }

  /** An outline of radius and height, from the bottom to the top, turned about an upright axis. */
  private static Mesh turned(String name, Vector middle, double[][] outline) {
    RegionSolids solid = new RegionSolids();
    for (int i = 0; i + 1 < outline.length; i++) {
      for (int k = 0; k < SIDES; k++) {
        solid.face(
            point(middle, outline[i], k),
            point(middle, outline[i], k + 1),
            point(middle, outline[i + 1], k + 1),
            point(middle, outline[i + 1], k));
      }
    }
    return MeshBuilder.build(name, solid.soup);
  }

  private static double[] point(Vector middle, double[] at, int k) {
    double angle = 2 * Math.PI * (k % SIDES) / SIDES;
    return new double[] {
      middle.x() + at[0] * Math.cos(angle), middle.y() + at[0] * Math.sin(angle), middle.z() + at[1]
    };
  }

  private void face(double[] a, double[] b, double[] c, double[] d) {
    for (double[] p : new double[][] {a, b, c, a, c, d}) {
      soup.corner(p[0], p[1], p[2]);
    }
  }
}

package org.stratonomy.engine;

import java.util.ArrayList;
import java.util.List;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.TriangleSoup;

/** A lattice with many holes and no flat face inside. */
final class GyroidBlock {
  private GyroidBlock() {}

  /** Where a solid is: positive inside. */
  private interface Solid {
    double at(double x, double y, double z);
  }

  /**
   * A cube cut out of a sheet that follows a gyroid.
   *
   * @param half thickness of the sheet in the gyroid's own measure, 0 to 1
   * @param steps of the grid along an edge
   */
  static Mesh of(double size, double period, double half, int steps) {
    double k = 2 * Math.PI / period;
    Solid solid =
        (x, y, z) -> {
          double gyroid =
              Math.sin(k * x) * Math.cos(k * y)
                  + Math.sin(k * y) * Math.cos(k * z)
                  + Math.sin(k * z) * Math.cos(k * x);
          double box = Math.min(Math.min(x, size - x), Math.min(y, size - y));
          return Math.min(half - Math.abs(gyroid), Math.min(box, Math.min(z, size - z)));
        };
    TriangleSoup soup = new TriangleSoup(1000);
    double step = size * 1.1 / steps;
    double from = -0.05 * size;
    // Each cube of the grid is cut into six tetrahedra around the same diagonal.
    int[][] orders = {{0, 1, 2}, {0, 2, 1}, {1, 0, 2}, {1, 2, 0}, {2, 0, 1}, {2, 1, 0}};
    for (int cube = 0; cube < steps * steps * steps; cube++) {
      int[] at = {cube % steps, cube / steps % steps, cube / steps / steps};
      for (int[] order : orders) {
        int[] corner = at.clone();
        double[][] tetrahedron = new double[4][];
        for (int c = 0; c < 4; c++) {
          double x = from + step * corner[0];
          double y = from + step * corner[1];
          double z = from + step * corner[2];
          tetrahedron[c] = new double[] {x, y, z, solid.at(x, y, z)};
          if (c < 3) {
            corner[order[c]]++;
          }
        }
        march(tetrahedron, soup);
      }
    }
    return MeshBuilder.build("gyroid block", soup);
  }

  /** The part of the surface in a tetrahedron: one triangle, or two where it cuts four edges. */
  private static void march(double[][] t, TriangleSoup soup) {
    List<double[]> in = new ArrayList<>();
    List<double[]> out = new ArrayList<>();
    for (double[] corner : t) {
      (corner[3] > 0 ? in : out).add(corner);
    }
    if (in.isEmpty() || out.isEmpty()) {
      return;
    }
    List<double[]> ring = new ArrayList<>();
    if (in.size() == 2) {
      ring.add(surface(in.get(0), out.get(0)));
      ring.add(surface(in.get(0), out.get(1)));
      ring.add(surface(in.get(1), out.get(1)));
      ring.add(surface(in.get(1), out.get(0)));
    } else {
      double[] lone = in.size() == 1 ? in.getFirst() : out.getFirst();
      (in.size() == 1 ? out : in).forEach(other -> ring.add(surface(lone, other)));
    }
    boolean outwards = facesAway(ring, in.getFirst());
    for (int i = 2; i < ring.size(); i++) {
      double[][] corners = {
        ring.get(0), ring.get(outwards ? i - 1 : i), ring.get(outwards ? i : i - 1)
      };
      for (double[] p : corners) {
        soup.corner(p[0], p[1], p[2]);
      }
    }
  }

  private static boolean facesAway(List<double[]> ring, double[] inside) {
    double[] a = ring.get(0);
    double[] b = ring.get(1);
    double[] c = ring.get(2);
    double nx = (b[1] - a[1]) * (c[2] - a[2]) - (b[2] - a[2]) * (c[1] - a[1]);
    double ny = (b[2] - a[2]) * (c[0] - a[0]) - (b[0] - a[0]) * (c[2] - a[2]);
    double nz = (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
    return nx * (inside[0] - a[0]) + ny * (inside[1] - a[1]) + nz * (inside[2] - a[2]) < 0;
  }

  /** The same point whichever end comes first. */
  private static double[] surface(double[] a, double[] b) {
    boolean swap = a[0] != b[0] ? a[0] > b[0] : a[1] != b[1] ? a[1] > b[1] : a[2] > b[2];
    double[] p = swap ? b : a;
    double[] q = swap ? a : b;
    double share = p[3] / (p[3] - q[3]);
    return new double[] {
      p[0] + share * (q[0] - p[0]), p[1] + share * (q[1] - p[1]), p[2] + share * (q[2] - p[2])
    };
  }
}

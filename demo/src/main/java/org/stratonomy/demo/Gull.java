package org.stratonomy.demo;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.plan.Triangles;

/**
 * A resting gull, about 60 mm long: balls and rods that run into each other, where their field is
 * one (Wyvill, McPheeters and Wyvill 1986), found by cutting the cubes of a grid into tetrahedra.
 */
final class Gull {
  /** Length of the grid's cubes, mm. */
  private static final double STEP_MM = 0.9;

  private static final double[] LOW = {-38, -20, 0};
  private static final double[] HIGH = {40, 20, 48};
  private static final double FEET_MM = 2.4;

  /** Orders in which a cube's corners are gone along, one for each of its tetrahedra. */
  private static final int[][] ORDERS = {
    {0, 1, 2}, {0, 2, 1}, {1, 0, 2}, {1, 2, 0}, {2, 0, 1}, {2, 1, 0}
  };

  /**
   * A ball drawn out to a rod: from one place to another, with a radius and a flatness.
   *
   * @param flat factor on Z
   */
  private record Rod(double[] from, double[] to, double radius, double flat) {
    double squareAt(double[] p) {
      double[] d = new double[3];
      double[] q = new double[3];
      double length = 0;
      double along = 0;
      for (int axis = 0; axis < 3; axis++) {
        double scale = axis == 2 ? flat : 1;
        d[axis] = (to[axis] - from[axis]) * scale;
        q[axis] = (p[axis] - from[axis]) * scale;
        length += d[axis] * d[axis];
        along += d[axis] * q[axis];
      }
      double t = length == 0 ? 0 : Math.clamp(along / length, 0.0, 1.0);
      double square = 0;
      for (int axis = 0; axis < 3; axis++) {
        double off = q[axis] - t * d[axis];
        square += off * off;
      }
      return square / (radius * radius);
    }
  }

  private static final List<Rod> RODS =
      List.of(
          rod(-12, 0, 21, 8, 0, 24, 9.5, 1),
          rod(14, 0, 33, 17, 0, 36, 5.6, 1),
          rod(20, 0, 37, 31, 0, 34.5, 1.9, 1),
          rod(-14, 0, 22, -32, 0, 24, 4.2, 1.7),
          rod(8, 9, 27, -24, 11, 27, 4.4, 0.8),
          rod(8, -9, 27, -24, -11, 27, 4.4, 0.8),
          rod(0, 4.5, 16, 1, 5, 1, 1.7, 1),
          rod(0, -4.5, 16, 1, -5, 1, 1.7, 1),
          rod(-1, 5, 0.4, 6, 6, 0.4, 2.8, 1.4),
          rod(-1, -5, 0.4, 6, -6, 0.4, 2.8, 1.4));

  private final TriangleSoup soup = new TriangleSoup(60_000);
  private final int[] cubes = new int[3];

  /** The field at the corners of all cubes. */
  private final double[] values;

  private Gull() {
    for (int axis = 0; axis < 3; axis++) {
      cubes[axis] = (int) Math.ceil((HIGH[axis] - LOW[axis]) / STEP_MM);
    }
    values = new double[(cubes[0] + 1) * (cubes[1] + 1) * (cubes[2] + 1)];
    for (int i = 0; i < values.length; i++) {
      int x = i % (cubes[0] + 1);
      int y = i / (cubes[0] + 1) % (cubes[1] + 1);
      int z = i / (cubes[0] + 1) / (cubes[1] + 1);
      values[i] = field(place(new int[] {x, y, z}));
    }
  }

  private static double[] place(int[] corner) {
    double[] p = new double[4];
    for (int axis = 0; axis < 3; axis++) {
      p[axis] = LOW[axis] + STEP_MM * corner[axis];
    }
    return p;
  }

  private static Rod rod(
      double x0, double y0, double z0, double x1, double y1, double z1, double r, double flat) {
    return new Rod(new double[] {x0, y0, z0}, new double[] {x1, y1, z1}, r, flat);
  }

  static Mesh mesh() {
    Gull gull = new Gull();
    int[] n = gull.cubes;
    for (int cube = 0; cube < n[0] * n[1] * n[2]; cube++) {
      gull.cube(new int[] {cube % n[0], cube / n[0] % n[1], cube / n[0] / n[1]});
    }
    return MeshBuilder.build("gull", gull.soup);
  }

  /** Positive inside: the sum of what falls off from each rod, cut off at the bed. */
  private static double field(double[] p) {
    double sum = -1;
    for (Rod rod : RODS) {
      double rest = 1 - rod.squareAt(p) / 2.4;
      sum += rest > 0 ? 2.94 * rest * rest * rest * rest : 0;
    }
    return Math.min(sum, p[2] - STEP_MM / 3);
  }

  private void cube(int[] at) {
    for (int[] order : ORDERS) {
      double[][] corners = new double[4][];
      int[] corner = at.clone();
      for (int c = 0; c < 4; c++) {
        corners[c] = place(corner);
        corners[c][3] =
            values[corner[0] + (cubes[0] + 1) * (corner[1] + (cubes[1] + 1) * corner[2])];
        if (c < 3) {
          corner[order[c]]++;
        }
      }
      tetrahedron(corners);
    }
  }

  private void tetrahedron(double[][] corners) {
    List<double[]> in = new ArrayList<>();
    List<double[]> out = new ArrayList<>();
    for (double[] corner : corners) {
      (corner[3] > 0 ? in : out).add(corner);
    }
    if (in.size() == 1 || out.size() == 1) {
      double[] lone = in.size() == 1 ? in.getFirst() : out.getFirst();
      List<double[]> others = in.size() == 1 ? out : in;
      face(
          in.getFirst(),
          between(lone, others.get(0)),
          between(lone, others.get(1)),
          between(lone, others.get(2)));
    } else if (in.size() == 2) {
      double[] a = between(in.get(0), out.get(0));
      double[] b = between(in.get(0), out.get(1));
      double[] c = between(in.get(1), out.get(1));
      double[] d = between(in.get(1), out.get(0));
      face(in.getFirst(), a, b, c);
      face(in.getFirst(), a, c, d);
    }
  }

  /** Where the field is zero, reckoned from the inner end, so that neighbours agree to the bit. */
  private static double[] between(double[] one, double[] other) {
    double[] p = one[3] > 0 ? one : other;
    double[] q = one[3] > 0 ? other : one;
    double t = p[3] / (p[3] - q[3]);
    return new double[] {
      p[0] + t * (q[0] - p[0]), p[1] + t * (q[1] - p[1]), p[2] + t * (q[2] - p[2])
    };
  }

  /** A triangle that faces away from a place inside. */
  private void face(double[] inside, double[] a, double[] b, double[] c) {
    double volume = 0;
    for (int axis = 0; axis < 3; axis++) {
      int i = (axis + 1) % 3;
      int j = (axis + 2) % 3;
      double normal = (b[i] - a[i]) * (c[j] - a[j]) - (b[j] - a[j]) * (c[i] - a[i]);
      volume += normal * (a[axis] - inside[axis]);
    }
    for (double[] p : volume > 0 ? new double[][] {a, b, c} : new double[][] {a, c, b}) {
      soup.corner((float) p[0], (float) p[1], (float) p[2]);
    }
  }

  /** The beak of a gull as it was read from its file. */
  static Triangles beak(Mesh gull) {
    return where(gull, (x, y, z) -> x > 22.5 && z > 25);
  }

  static Triangles wingTips(Mesh gull) {
    return where(gull, (x, y, z) -> x < -17 && Math.abs(y) > 6 && z > 15);
  }

  static Triangles feet(Mesh gull) {
    return where(gull, (x, y, z) -> z < FEET_MM);
  }

  private interface Place {
    boolean is(double x, double y, double z);
  }

  private static Triangles where(Mesh mesh, Place place) {
    BitSet set = new BitSet();
    for (int t = 0; t < mesh.triangleCount(); t++) {
      double[] middle = new double[3];
      for (int k = 0; k < 3; k++) {
        for (int axis = 0; axis < 3; axis++) {
          middle[axis] += mesh.coordinate(mesh.corner(t, k), axis) / 3;
        }
      }
      set.set(t, place.is(middle[0], middle[1], middle[2]));
    }
    return Triangles.of(set);
  }
}

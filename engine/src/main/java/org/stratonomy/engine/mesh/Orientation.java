package org.stratonomy.engine.mesh;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.stratonomy.engine.guard.Interruption;

/**
 * Finds the shells of a mesh and turns triangles so that neighbours agree and every outermost shell
 * encloses a positive volume. A shell within another keeps its side: inwards it is a cavity.
 */
final class Orientation {
  private final double[] xyz;
  private final int[] tri;
  private final int[] twin;

  private record Shell(int[] triangles, Bounds bounds) {}

  private int shellCount;

  Orientation(double[] xyz, int[] tri, int[] twin) {
    this.xyz = xyz;
    this.tri = tri;
    this.twin = twin;
  }

  int shellCount() {
    return shellCount;
  }

  /** Turns triangles in place and returns how many; twins are stale afterwards. */
  int orient() {
    boolean[] turn = new boolean[tri.length / 3];
    List<Shell> shells = shells(turn);
    shellCount = shells.size();
    for (int t = 0; t < turn.length; t++) {
      if (turn[t]) {
        flip(t);
      }
    }
    int flipped = 0;
    for (boolean turned : turn) {
      flipped += turned ? 1 : 0;
    }
    List<Shell> inwards = shells.stream().filter(shell -> volume(shell.triangles) < 0).toList();
    BoxIndex boxes =
        new BoxIndex(inwards.isEmpty() ? List.of() : shells.stream().map(Shell::bounds).toList());
    for (Shell shell : inwards) {
      Interruption.check();
      if (!boxes.anyAround(shell.bounds, box -> within(shell, shells.get(box)))) {
        for (int t : shell.triangles) {
          flip(t);
        }
        flipped += shell.triangles.length;
      }
    }
    return flipped;
  }

  private List<Shell> shells(boolean[] turn) {
    int triangles = tri.length / 3;
    boolean[] seen = new boolean[triangles];
    int[] queue = new int[triangles];
    List<Shell> shells = new ArrayList<>();
    int end = 0;
    for (int seed = 0; seed < triangles; seed++) {
      if (seen[seed]) {
        continue;
      }
      int start = end;
      seen[seed] = true;
      queue[end++] = seed;
      for (int i = start; i < end; i++) {
        for (int h = 3 * queue[i]; h < 3 * queue[i] + 3; h++) {
          int other = twin[h];
          if (other >= 0 && !seen[other / 3]) {
            seen[other / 3] = true;
            boolean sameWay = tri[h] == tri[other];
            turn[other / 3] = turn[queue[i]] ^ sameWay;
            queue[end++] = other / 3;
          }
        }
      }
      int[] members = Arrays.copyOfRange(queue, start, end);
      shells.add(new Shell(members, bounds(members)));
    }
    return shells;
  }

  private void flip(int t) {
    int swap = tri[3 * t + 1];
    tri[3 * t + 1] = tri[3 * t + 2];
    tri[3 * t + 2] = swap;
  }

  private double volume(int[] triangles) {
    double six = 0;
    for (int t : triangles) {
      six += sixfoldVolume(xyz, tri, 3 * t, 3 * tri[3 * triangles[0]]);
    }
    return six;
  }

  /** Six times the signed volume of the tetrahedron from an origin to a triangle. */
  static double sixfoldVolume(double[] xyz, int[] tri, int t, int origin) {
    double ox = xyz[origin];
    double oy = xyz[origin + 1];
    double oz = xyz[origin + 2];
    int a = 3 * tri[t];
    int b = 3 * tri[t + 1];
    int c = 3 * tri[t + 2];
    double ax = xyz[a] - ox;
    double ay = xyz[a + 1] - oy;
    double az = xyz[a + 2] - oz;
    double bx = xyz[b] - ox;
    double by = xyz[b + 1] - oy;
    double bz = xyz[b + 2] - oz;
    double cx = xyz[c] - ox;
    double cy = xyz[c + 1] - oy;
    double cz = xyz[c + 2] - oz;
    return ax * (by * cz - bz * cy) + ay * (bz * cx - bx * cz) + az * (bx * cy - by * cx);
  }

  private Bounds bounds(int[] triangles) {
    double[] b = {
      Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY,
      Double.NEGATIVE_INFINITY, Double.NEGATIVE_INFINITY, Double.NEGATIVE_INFINITY
    };
    for (int t : triangles) {
      for (int k = 0; k < 9; k++) {
        double value = xyz[3 * tri[3 * t + k / 3] + k % 3];
        b[k % 3] = Math.min(b[k % 3], value);
        b[3 + k % 3] = Math.max(b[3 + k % 3], value);
      }
    }
    return new Bounds(b[0], b[1], b[2], b[3], b[4], b[5]);
  }

  private static boolean within(Shell inner, Shell outer) {
    Bounds i = inner.bounds;
    Bounds o = outer.bounds;
    return i.minX() > o.minX()
        && i.minY() > o.minY()
        && i.minZ() > o.minZ()
        && i.maxX() < o.maxX()
        && i.maxY() < o.maxY()
        && i.maxZ() < o.maxZ();
  }
}

package org.stratonomy.engine.mesh;

import java.util.Arrays;

/** Triangles as a file lists them: nine coordinates each, corners not shared. */
public final class TriangleSoup {
  /** Corners of the faces of a box, seen from outside; bits 0 to 2 of a corner are X, Y and Z. */
  private static final int[][] BOX = {
    {0, 2, 3, 1}, {4, 5, 7, 6}, {0, 1, 5, 4}, {2, 6, 7, 3}, {0, 4, 6, 2}, {1, 3, 7, 5}
  };

  private double[] corners;
  private int length;

  /**
   * @param expected number of triangles to make room for
   */
  public TriangleSoup(int expected) {
    corners = new double[9 * Math.max(1, expected)];
  }

  /** Adds a corner; three make a triangle. */
  public void corner(double x, double y, double z) {
    if (length + 3 > corners.length) {
      corners = Arrays.copyOf(corners, 2 * corners.length);
    }
    corners[length++] = x;
    corners[length++] = y;
    corners[length++] = z;
  }

  /**
   * Adds the triangles of a box.
   *
   * @param low its lowest corner
   * @param high its highest corner
   */
  public void box(double[] low, double[] high) {
    for (int[] face : BOX) {
      for (int k : new int[] {face[0], face[1], face[2], face[0], face[2], face[3]}) {
        corner(
            ((k & 1) == 0 ? low : high)[0],
            ((k & 2) == 0 ? low : high)[1],
            ((k & 4) == 0 ? low : high)[2]);
      }
    }
  }

  /** Adds all triangles of another one. */
  public void addAll(TriangleSoup other) {
    for (int c = 0; c < other.cornerCount(); c++) {
      corner(other.get(c, 0), other.get(c, 1), other.get(c, 2));
    }
  }

  public int triangleCount() {
    return length / 9;
  }

  int cornerCount() {
    return length / 3;
  }

  double get(int corner, int axis) {
    return corners[3 * corner + axis];
  }
}

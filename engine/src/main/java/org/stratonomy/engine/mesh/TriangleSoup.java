package org.stratonomy.engine.mesh;

import java.util.Arrays;

/** Triangles as a file lists them: nine coordinates each, corners not shared. */
public final class TriangleSoup {
  private double[] corners;
  private int length;

  /**
   * @param expected number of triangles to make room for
   */
  public TriangleSoup(int expected) {
    corners = new double[9 * Math.max(16, expected)];
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

  /** Adds all triangles of another one. */
  void addAll(TriangleSoup other) {
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

package org.stratonomy.engine.place;

import org.stratonomy.engine.mesh.Vector;

/**
 * A rotation, as a matrix: rows of three.
 *
 * @param m nine numbers
 */
record Rotation(double[] m) {
  private static final double ALONG = 1 - 1e-12;

  /**
   * @param degrees about X, then Y, then Z
   */
  static Rotation of(Vector degrees) {
    return about(0, degrees.x()).then(about(1, degrees.y())).then(about(2, degrees.z()));
  }

  private static Rotation about(int axis, double degrees) {
    double c = Math.cos(Math.toRadians(degrees));
    double s = Math.sin(Math.toRadians(degrees));
    return new Rotation(
        switch (axis) {
          case 0 -> new double[] {1, 0, 0, 0, c, -s, 0, s, c};
          case 1 -> new double[] {c, 0, s, 0, 1, 0, -s, 0, c};
          default -> new double[] {c, -s, 0, s, c, 0, 0, 0, 1};
        });
  }

  /**
   * The least turn that brings one direction into another (Rodrigues 1840).
   *
   * @param to of length 1
   */
  static Rotation to(Vector from, Vector to) {
    double length = Math.sqrt(dot(from, from));
    if (!(length > 0)) {
      throw Placer.bad("The face has no direction.", "Choose another face.");
    }
    Vector a = from.times(1 / length);
    double c = dot(a, to);
    if (c > ALONG) {
      return new Rotation(new double[] {1, 0, 0, 0, 1, 0, 0, 0, 1});
    }
    if (c < -ALONG) {
      return about(0, 180);
    }
    double x = a.y() * to.z() - a.z() * to.y();
    double y = a.z() * to.x() - a.x() * to.z();
    double z = a.x() * to.y() - a.y() * to.x();
    double k = 1 / (1 + c);
    return new Rotation(
        new double[] {
          c + k * x * x,
          k * x * y - z,
          k * x * z + y,
          k * x * y + z,
          c + k * y * y,
          k * y * z - x,
          k * x * z - y,
          k * y * z + x,
          c + k * z * z
        });
  }

  private static double dot(Vector a, Vector b) {
    return a.x() * b.x() + a.y() * b.y() + a.z() * b.z();
  }

  /** This turn and another one after it. */
  Rotation then(Rotation next) {
    double[] product = new double[9];
    for (int row = 0; row < 3; row++) {
      for (int column = 0; column < 3; column++) {
        for (int k = 0; k < 3; k++) {
          product[3 * row + column] += next.m[3 * row + k] * m[3 * k + column];
        }
      }
    }
    return new Rotation(product);
  }

  /** Degrees about X, then Y, then Z. */
  Vector degrees() {
    double up = Math.clamp(-m[6], -1, 1);
    boolean upright = Math.abs(up) > ALONG;
    double x = upright ? Math.atan2(-m[5], m[4]) : Math.atan2(m[7], m[8]);
    double z = upright ? 0 : Math.atan2(m[3], m[0]);
    return new Vector(degrees(x), degrees(Math.asin(up)), degrees(z));
  }

  private static double degrees(double radians) {
    double rounded = Math.rint(Math.toDegrees(radians) * 1e6) / 1e6;
    return rounded == 0 ? 0 : rounded;
  }
}

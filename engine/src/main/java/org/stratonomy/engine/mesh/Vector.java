package org.stratonomy.engine.mesh;

/** Three numbers along X, Y and Z. */
public record Vector(double x, double y, double z) {
  public static final Vector ZERO = new Vector(0, 0, 0);

  public Vector plus(Vector other) {
    return new Vector(x + other.x, y + other.y, z + other.z);
  }

  public Vector minus(Vector other) {
    return plus(other.times(-1));
  }

  public Vector times(double factor) {
    return new Vector(x * factor, y * factor, z * factor);
  }
}

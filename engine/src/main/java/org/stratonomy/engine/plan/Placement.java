package org.stratonomy.engine.plan;

/**
 * How a piece stands on the bed: scaled along the model's axes, turned about X, then Y, then Z, and
 * moved.
 *
 * @param position where the bounding box's centre in X and Y and its lowest point in Z come to
 *     stand, mm
 * @param rotation degrees about X, Y, Z, in this order
 * @param scale factors along X, Y, Z; a negative one mirrors
 */
public record Placement(Vector position, Vector rotation, Vector scale) {
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

  public static Placement at(double x, double y) {
    return new Placement(new Vector(x, y, 0), Vector.ZERO, new Vector(1, 1, 1));
  }

  public Placement withPosition(Vector changed) {
    return new Placement(changed, rotation, scale);
  }

  public Placement withScale(Vector changed) {
    return new Placement(position, rotation, changed);
  }
}

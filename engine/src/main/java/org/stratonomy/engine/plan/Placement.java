package org.stratonomy.engine.plan;

import org.stratonomy.engine.mesh.Vector;

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

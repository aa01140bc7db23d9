package org.stratonomy.engine.shelf;

import org.stratonomy.engine.mesh.Vector;

/**
 * A belt in place of the bed, over which the layers are tilted: the nozzle moves in a plane that
 * rises from the belt towards what is printed already, and the belt takes that along.
 *
 * <p>Places over the belt are told as those over a bed: X across, Y along, Z up. Turned by the
 * tilt, the layers lie level: X stays, a height is measured across the layers, and Y lies in the
 * layer, falling towards the belt's start. The machine counts X, the way up the layer from the
 * belt, and the way of the belt.
 *
 * @param tilt of the layers over the belt, radians
 */
public record Belt(double tilt) {

  public static Belt ofDegrees(double degrees) {
    return new Belt(Math.toRadians(degrees));
  }

  /** From places over the belt to where they are in level layers: rows of a matrix. */
  public double[] turn() {
    double cos = Math.cos(tilt);
    double sin = Math.sin(tilt);
    return new double[] {1, 0, 0, 0, cos, -sin, 0, sin, cos};
  }

  /** Where a place over the belt is in level layers, mm. */
  public Vector level(Vector over) {
    double cos = Math.cos(tilt);
    double sin = Math.sin(tilt);
    return new Vector(over.x(), over.y() * cos - over.z() * sin, over.y() * sin + over.z() * cos);
  }

  /**
   * From which Y on a layer lies below the belt.
   *
   * @param height across the layers, mm
   */
  public double edgeY(double height) {
    return height / Math.tan(tilt);
  }

  /**
   * How far the belt has moved when a layer is printed.
   *
   * @param height across the layers, mm
   */
  public double way(double height) {
    return height / Math.sin(tilt);
  }

  /** How long the nozzle's way is from one height to another, as a multiple of the belt's. */
  public double wayOfRise() {
    return Math.hypot(1, Math.cos(tilt));
  }

  /**
   * The height across the layers at which something over the belt stands on it, seen at right
   * angles to the layers, mm.
   */
  public double footHeight(double y, double z) {
    return Math.sin(tilt) * (y - z * Math.tan(tilt));
  }
}

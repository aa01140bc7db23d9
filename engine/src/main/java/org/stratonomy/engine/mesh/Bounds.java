package org.stratonomy.engine.mesh;

/** An axis-parallel box, mm. */
public record Bounds(double minX, double minY, double minZ, double maxX, double maxY, double maxZ) {

  /**
   * The least box around points.
   *
   * @param xyz x, y, z of the first point, of the second, and so on, mm; at least one
   */
  public static Bounds of(double[] xyz) {
    double[] low = {xyz[0], xyz[1], xyz[2]};
    double[] high = low.clone();
    for (int i = 0; i < xyz.length; i++) {
      low[i % 3] = Math.min(low[i % 3], xyz[i]);
      high[i % 3] = Math.max(high[i % 3], xyz[i]);
    }
    return new Bounds(low[0], low[1], low[2], high[0], high[1], high[2]);
  }

  public double sizeX() {
    return maxX - minX;
  }

  public double sizeY() {
    return maxY - minY;
  }

  public double sizeZ() {
    return maxZ - minZ;
  }

  public double largestSize() {
    return Math.max(sizeX(), Math.max(sizeY(), sizeZ()));
  }

  /** The same box somewhere else over the bed. */
  public Bounds movedBy(double x, double y) {
    return new Bounds(minX + x, minY + y, minZ, maxX + x, maxY + y, maxZ);
  }

  /** Wider in the plane by a distance to each side, mm. */
  public Bounds widenedBy(double mm) {
    return new Bounds(minX - mm, minY - mm, minZ, maxX + mm, maxY + mm, maxZ);
  }

  /** The least box around both. */
  public Bounds with(Bounds o) {
    return new Bounds(
        Math.min(minX, o.minX),
        Math.min(minY, o.minY),
        Math.min(minZ, o.minZ),
        Math.max(maxX, o.maxX),
        Math.max(maxY, o.maxY),
        Math.max(maxZ, o.maxZ));
  }

  /** Whether both share some room. */
  public boolean meets(Bounds o) {
    return minX < o.maxX
        && o.minX < maxX
        && minY < o.maxY
        && o.minY < maxY
        && minZ < o.maxZ
        && o.minZ < maxZ;
  }

  /** The same with so much more room to all sides in X and Y, mm. */
  public Bounds grown(double mm) {
    return new Bounds(minX - mm, minY - mm, minZ, maxX + mm, maxY + mm, maxZ);
  }
}

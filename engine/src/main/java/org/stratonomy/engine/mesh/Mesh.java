package org.stratonomy.engine.mesh;

/**
 * Triangles over shared vertices: corner k of triangle t is vertex {@code tri[3t + k]}, vertex v
 * lies at {@code xyz[3v …]} in the model's own units (read as mm). Seen from outside the corners
 * run counter-clockwise.
 *
 * <p>Half-edge {@code 3t + k} leads from corner k to the next one; {@code twin[3t + k]} is the
 * half-edge of the neighbouring triangle along the same edge, or {@code -1} at an open edge.
 */
public final class Mesh {
  private final double[] xyz;
  private final int[] tri;
  private final int[] twin;
  private final MeshReport report;
  private final String hash;

  Mesh(double[] xyz, int[] tri, int[] twin, MeshReport report, String hash) {
    this.xyz = xyz;
    this.tri = tri;
    this.twin = twin;
    this.report = report;
    this.hash = hash;
  }

  public int vertexCount() {
    return xyz.length / 3;
  }

  public int triangleCount() {
    return tri.length / 3;
  }

  /** A coordinate of a vertex; axis 0, 1, 2 for X, Y, Z. */
  public double coordinate(int vertex, int axis) {
    return xyz[3 * vertex + axis];
  }

  public int corner(int triangle, int k) {
    return tri[3 * triangle + k];
  }

  /** The half-edge on the other side of an edge, or -1. */
  public int twin(int halfEdge) {
    return twin[halfEdge];
  }

  /** What reading found and mended. */
  public MeshReport report() {
    return report;
  }

  /** SHA-256 of the mesh as read, in hexadecimal; equal for equal triangles. */
  public String hash() {
    return hash;
  }
}

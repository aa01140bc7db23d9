package org.stratonomy.engine.mesh;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import org.stratonomy.engine.guard.Interruption;

/**
 * Closes small holes of a mesh: a loop of open edges gets a fan of triangles around its middle, a
 * loop of three a single triangle. Larger holes are left, since nobody knows what was meant there.
 */
final class HoleCloser {
  private static final int MOST_EDGES = 200;

  /** Holes up to this share of the model's diagonal are small. */
  private static final double SMALL = 0.03;

  private final double largest;
  private final int[] twin;
  private double[] xyz;
  private int[] tri;
  private int vertexNumbers;
  private int triangleNumbers;

  /** The open half-edge that leaves each vertex at the edge of a hole; -1 where there are two. */
  private final Map<Integer, Integer> leaving = new HashMap<>();

  HoleCloser(double[] xyz, int[] tri, int[] twin, double diagonal) {
    this.xyz = xyz;
    this.tri = tri;
    this.twin = twin;
    largest = SMALL * diagonal;
    vertexNumbers = xyz.length;
    triangleNumbers = tri.length;
  }

  /** Closes holes and returns how many. */
  int close() {
    for (int h = 0; h < twin.length; h++) {
      if (twin[h] < 0) {
        leaving.merge(tri[h], h, (a, b) -> -1);
      }
    }
    boolean[] seen = new boolean[twin.length];
    int closed = 0;
    for (int h = 0; h < twin.length; h++) {
      Interruption.check(h);
      if (twin[h] < 0 && !seen[h]) {
        int[] loop = loop(h, seen);
        if (loop.length >= 3 && (loop.length == 3 || extent(loop) <= largest)) {
          fill(loop);
          closed++;
        }
      }
    }
    return closed;
  }

  /** The vertices around a hole, or nothing if its edge is not a simple loop or a long one. */
  private int[] loop(int start, boolean[] seen) {
    int[] vertices = new int[MOST_EDGES];
    int count = 0;
    int h = start;
    do {
      if (count == MOST_EDGES || h < 0 || seen[h]) {
        return new int[0];
      }
      seen[h] = true;
      vertices[count++] = tri[h];
      h = leaving.getOrDefault(tri[MeshBuilder.following(h)], -1);
    } while (h != start);
    return Arrays.copyOf(vertices, count);
  }

  private double extent(int[] loop) {
    double most = 0;
    for (int axis = 0; axis < 3; axis++) {
      double low = Double.POSITIVE_INFINITY;
      double high = Double.NEGATIVE_INFINITY;
      for (int v : loop) {
        low = Math.min(low, xyz[3 * v + axis]);
        high = Math.max(high, xyz[3 * v + axis]);
      }
      most = Math.max(most, high - low);
    }
    return most;
  }

  private void fill(int[] loop) {
    if (loop.length == 3) {
      triangle(loop[2], loop[1], loop[0]);
      return;
    }
    if (vertexNumbers + 3 > xyz.length) {
      xyz = Arrays.copyOf(xyz, 2 * vertexNumbers + 3);
    }
    int middle = vertexNumbers / 3;
    for (int axis = 0; axis < 3; axis++) {
      double sum = 0;
      for (int v : loop) {
        sum += xyz[3 * v + axis];
      }
      xyz[vertexNumbers++] = sum / loop.length;
    }
    for (int i = 0; i < loop.length; i++) {
      triangle(loop[(i + 1) % loop.length], loop[i], middle);
    }
  }

  private void triangle(int a, int b, int c) {
    if (triangleNumbers + 3 > tri.length) {
      tri = Arrays.copyOf(tri, 2 * tri.length);
    }
    tri[triangleNumbers++] = a;
    tri[triangleNumbers++] = b;
    tri[triangleNumbers++] = c;
  }

  double[] vertices() {
    return Arrays.copyOf(xyz, vertexNumbers);
  }

  int[] triangles() {
    return Arrays.copyOf(tri, triangleNumbers);
  }
}

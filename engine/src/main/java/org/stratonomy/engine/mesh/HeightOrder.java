package org.stratonomy.engine.mesh;

import java.util.Arrays;
import org.stratonomy.engine.guard.Interruption;

/**
 * Puts triangles in the order of their heights, and vertices in the order in which triangles use
 * them: what a plane cuts then lies close together in memory.
 */
final class HeightOrder {
  private static final int STEPS = 4096;

  private HeightOrder() {}

  /** Reorders both arrays in place; triangles of about the same height keep their order. */
  static void sort(double[] xyz, int[] tri) {
    double low = Double.POSITIVE_INFINITY;
    double high = Double.NEGATIVE_INFINITY;
    for (int i = 2; i < xyz.length; i += 3) {
      low = Math.min(low, xyz[i]);
      high = Math.max(high, xyz[i]);
    }
    double scale = high > low ? (STEPS - 1) / (high - low) : 0;
    int triangles = tri.length / 3;
    int[] step = new int[triangles];
    int[] start = new int[STEPS + 1];
    for (int t = 0; t < triangles; t++) {
      Interruption.check(t);
      double lowest =
          Math.min(
              xyz[3 * tri[3 * t] + 2],
              Math.min(xyz[3 * tri[3 * t + 1] + 2], xyz[3 * tri[3 * t + 2] + 2]));
      step[t] = (int) ((lowest - low) * scale);
      start[step[t] + 1]++;
    }
    for (int i = 0; i < STEPS; i++) {
      start[i + 1] += start[i];
    }
    int[] sorted = new int[tri.length];
    for (int t = 0; t < triangles; t++) {
      System.arraycopy(tri, 3 * t, sorted, 3 * start[step[t]]++, 3);
    }
    renumber(xyz, sorted);
    System.arraycopy(sorted, 0, tri, 0, tri.length);
  }

  /** Vertices that no triangle uses come last. */
  private static void renumber(double[] xyz, int[] tri) {
    int vertices = xyz.length / 3;
    int[] number = new int[vertices];
    Arrays.fill(number, -1);
    double[] moved = new double[xyz.length];
    int next = 0;
    for (int i = 0; i < tri.length; i++) {
      int v = tri[i];
      if (number[v] < 0) {
        number[v] = next;
        System.arraycopy(xyz, 3 * v, moved, 3 * next++, 3);
      }
      tri[i] = number[v];
    }
    for (int v = 0; v < vertices; v++) {
      if (number[v] < 0) {
        System.arraycopy(xyz, 3 * v, moved, 3 * next++, 3);
      }
    }
    System.arraycopy(moved, 0, xyz, 0, xyz.length);
  }
}

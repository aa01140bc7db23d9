package org.stratonomy.engine.mesh;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.stratonomy.engine.guard.Interruption;

/**
 * Splits a mesh into its shells, the parts that are connected over edges; also called connected
 * components. A shell that faces inwards is the wall of a hollow and stays with the smallest shell
 * around it.
 */
public final class Shells {
  private final Mesh mesh;

  /** Number of the shell of each triangle, from 0. */
  private final int[] shell;

  private int count;

  private Shells(Mesh mesh) {
    this.mesh = mesh;
    shell = new int[mesh.triangleCount()];
    Arrays.fill(shell, -1);
    for (int t = 0; t < shell.length; t++) {
      if (shell[t] < 0) {
        flood(t, count++);
      }
    }
  }

  /** The shells in the order of their first triangles, each a mesh of its own. */
  public static List<Mesh> split(Mesh mesh) {
    return new Shells(mesh).meshes();
  }

  /** How many meshes {@link #split} would make. */
  public static int count(Mesh mesh) {
    int[] owner = new Shells(mesh).owners();
    int own = 0;
    for (int s = 0; s < owner.length; s++) {
      own += owner[s] == s ? 1 : 0;
    }
    return own;
  }

  private void flood(int first, int number) {
    int[] stack = new int[64];
    int depth = 0;
    shell[first] = number;
    stack[depth++] = first;
    while (depth > 0) {
      int t = stack[--depth];
      for (int k = 0; k < 3; k++) {
        int twin = mesh.twin(3 * t + k);
        if (twin >= 0 && shell[twin / 3] < 0) {
          shell[twin / 3] = number;
          if (depth == stack.length) {
            stack = Arrays.copyOf(stack, 2 * depth);
          }
          stack[depth++] = twin / 3;
        }
      }
    }
  }

  private List<Mesh> meshes() {
    int[] owner = owners();
    TriangleSoup[] soups = new TriangleSoup[count];
    for (int t = 0; t < shell.length; t++) {
      Interruption.check(t);
      int s = owner[shell[t]];
      soups[s] = soups[s] == null ? new TriangleSoup(0) : soups[s];
      for (int k = 0; k < 3; k++) {
        int v = mesh.corner(t, k);
        soups[s].corner(mesh.coordinate(v, 0), mesh.coordinate(v, 1), mesh.coordinate(v, 2));
      }
    }
    List<Mesh> meshes = new ArrayList<>();
    for (TriangleSoup soup : soups) {
      if (soup != null) {
        meshes.add(MeshBuilder.build("shell %d".formatted(meshes.size() + 1), soup));
      }
    }
    return meshes;
  }

  /** For each shell the one that it goes with: itself, or the smallest around a hollow. */
  private int[] owners() {
    double[] volume = new double[count];
    double[][] box = new double[count][];
    for (int s = 0; s < count; s++) {
      double far = Double.POSITIVE_INFINITY;
      box[s] = new double[] {far, far, far, -far, -far, -far};
    }
    for (int t = 0; t < shell.length; t++) {
      volume[shell[t]] += signedVolume(t);
      double[] b = box[shell[t]];
      for (int k = 0; k < 3; k++) {
        for (int axis = 0; axis < 3; axis++) {
          double c = mesh.coordinate(mesh.corner(t, k), axis);
          b[axis] = Math.min(b[axis], c);
          b[3 + axis] = Math.max(b[3 + axis], c);
        }
      }
    }
    int[] owner = new int[count];
    boolean anyHollow = false;
    for (int s = 0; s < count; s++) {
      owner[s] = s;
      anyHollow |= volume[s] < 0;
    }
    if (!anyHollow) {
      return owner;
    }
    List<Bounds> bounds =
        Arrays.stream(box).map(b -> new Bounds(b[0], b[1], b[2], b[3], b[4], b[5])).toList();
    BoxIndex index = new BoxIndex(bounds);
    for (int s = 0; s < count; s++) {
      Interruption.check();
      if (volume[s] < 0) {
        owner[s] = smallestAround(s, volume, box, index, bounds);
      }
    }
    return owner;
  }

  private static int smallestAround(
      int hollow, double[] volume, double[][] box, BoxIndex index, List<Bounds> bounds) {
    int[] found = {hollow};
    index.around(
        bounds.get(hollow),
        o -> {
          boolean isAround = volume[o] > 0 && contains(box[o], box[hollow]);
          boolean isFirst = found[0] == hollow;
          boolean isSmaller =
              volume[o] < volume[found[0]] || (volume[o] == volume[found[0]] && o < found[0]);
          if (isAround && (isFirst || isSmaller)) {
            found[0] = o;
          }
        });
    return found[0];
  }

  private double signedVolume(int t) {
    double[][] p = new double[3][3];
    for (int k = 0; k < 3; k++) {
      for (int axis = 0; axis < 3; axis++) {
        p[k][axis] = mesh.coordinate(mesh.corner(t, k), axis);
      }
    }
    return (p[0][0] * (p[1][1] * p[2][2] - p[1][2] * p[2][1])
            + p[0][1] * (p[1][2] * p[2][0] - p[1][0] * p[2][2])
            + p[0][2] * (p[1][0] * p[2][1] - p[1][1] * p[2][0]))
        / 6;
  }

  private static boolean contains(double[] outer, double[] inner) {
    for (int axis = 0; axis < 3; axis++) {
      if (inner[axis] < outer[axis] || inner[3 + axis] > outer[3 + axis]) {
        return false;
      }
    }
    return true;
  }
}

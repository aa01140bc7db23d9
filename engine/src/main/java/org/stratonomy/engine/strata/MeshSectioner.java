package org.stratonomy.engine.strata;

import java.util.Arrays;
import org.stratonomy.engine.guard.Interruption;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.RingList;

/**
 * Cuts a mesh with horizontal planes. A vertex in a plane counts as above it, so that no triangle
 * lies in the plane and every cut triangle has one edge that comes down through it and one that
 * goes up; seen along the cut the inside is then on the left from the former to the latter. Rings
 * follow from triangle to triangle over shared edges; where the mesh is open, ends are joined to
 * the nearest beginnings.
 */
final class MeshSectioner {
  /** With more open ends than this each chain is closed on itself. */
  private static final int MOST_CHAINS_JOINED = 2000;

  private final Mesh mesh;
  private final double[] xyz;
  private final double[] planes;

  /** Triangles that plane k cuts: {@code cut[first[k]]} to {@code cut[first[k + 1] - 1]}. */
  private final int[] first;

  private final int[] cut;

  /**
   * Where in {@link #cut} each triangle was last seen, for each thread; what is left there of other
   * planes is told by looking there, so it is never cleared.
   */
  private final ThreadLocal<int[]> places;

  /**
   * @param xyz where the mesh's vertices lie, mm
   * @param planes heights in ascending order, mm
   */
  MeshSectioner(Mesh mesh, double[] xyz, double[] planes) {
    this.mesh = mesh;
    this.xyz = xyz;
    this.planes = planes;
    int triangles = mesh.triangleCount();
    places = ThreadLocal.withInitial(() -> new int[triangles]);
    int[] low = new int[triangles];
    int[] high = new int[triangles];
    first = new int[planes.length + 1];
    for (int t = 0; t < triangles; t++) {
      Interruption.check(t);
      double a = z(mesh.corner(t, 0));
      double b = z(mesh.corner(t, 1));
      double c = z(mesh.corner(t, 2));
      low[t] = firstAbove(Math.min(a, Math.min(b, c)));
      high[t] = firstAbove(Math.max(a, Math.max(b, c)));
      for (int k = low[t]; k < high[t]; k++) {
        first[k + 1]++;
      }
    }
    for (int k = 0; k < planes.length; k++) {
      first[k + 1] += first[k];
    }
    cut = new int[first[planes.length]];
    int[] next = Arrays.copyOf(first, planes.length);
    for (int t = 0; t < triangles; t++) {
      for (int k = low[t]; k < high[t]; k++) {
        cut[next[k]++] = t;
      }
    }
  }

  private double z(int vertex) {
    return xyz[3 * vertex + 2];
  }

  /** Index of the first plane above a height: planes at the height itself are not cut by it. */
  private int firstAbove(double height) {
    int at = Arrays.binarySearch(planes, height);
    return at >= 0 ? at + 1 : -at - 1;
  }

  /** Adds the rings of plane k to a list; safe to call from several threads. */
  void section(int k, RingList out) {
    new Walk(k).run(out);
  }

  private final class Walk {
    private final double plane;
    private final int from;
    private final int to;
    private final boolean[] visited;
    private final int[] placeOf;
    private int[] chain = new int[256];
    private int length;
    private int[][] open = new int[4][];
    private int openCount;

    Walk(int k) {
      plane = planes[k];
      from = first[k];
      to = first[k + 1];
      visited = new boolean[to - from];
      placeOf = places.get();
      for (int i = from; i < to; i++) {
        placeOf[cut[i]] = i;
      }
    }

    void run(RingList out) {
      if (mesh.report().openEdges() > 0) {
        for (int i = from; i < to; i++) {
          int before = mesh.twin(entry(cut[i]));
          if (!visited[i - from] && (before < 0 || !continues(before))) {
            follow(i);
            addOpen();
          }
        }
      }
      for (int i = from; i < to; i++) {
        if (!visited[i - from]) {
          follow(i);
          emit(chain, length, out);
          out.close();
        }
      }
      joinOpen(out);
    }

    /** Whether a half-edge is the way out of its triangle. */
    private boolean continues(int halfEdge) {
      return position(halfEdge / 3) >= 0 && exit(halfEdge / 3) == halfEdge;
    }

    /** Place of a triangle among those that the plane cuts, or -1. */
    private int position(int triangle) {
      int at = placeOf[triangle];
      return at >= from && at < to && cut[at] == triangle ? at : -1;
    }

    private boolean above(int triangle, int k) {
      return z(mesh.corner(triangle, k)) >= plane;
    }

    /** The half-edge that comes down through the plane. */
    private int entry(int triangle) {
      for (int k = 0; k < 3; k++) {
        if (above(triangle, k) && !above(triangle, (k + 1) % 3)) {
          return 3 * triangle + k;
        }
      }
      throw new IllegalStateException("the plane does not cut triangle " + triangle);
    }

    /** The half-edge that goes up through the plane. */
    private int exit(int triangle) {
      for (int k = 0; k < 3; k++) {
        if (!above(triangle, k) && above(triangle, (k + 1) % 3)) {
          return 3 * triangle + k;
        }
      }
      throw new IllegalStateException("the plane does not cut triangle " + triangle);
    }

    /** Collects the half-edges passed, from the entry of a triangle on, until back or at an end. */
    private void follow(int start) {
      length = 0;
      int i = start;
      push(entry(cut[i]));
      while (i >= 0 && !visited[i - from]) {
        visited[i - from] = true;
        int exit = exit(cut[i]);
        push(exit);
        int other = mesh.twin(exit);
        i = other < 0 ? -1 : position(other / 3);
      }
    }

    private void push(int halfEdge) {
      if (length == chain.length) {
        chain = Arrays.copyOf(chain, 2 * length);
      }
      chain[length++] = halfEdge;
    }

    private void addOpen() {
      if (openCount == open.length) {
        open = Arrays.copyOf(open, 2 * openCount);
      }
      open[openCount++] = Arrays.copyOf(chain, length);
    }

    private void emit(int[] halfEdges, int count, RingList out) {
      for (int i = 0; i < count; i++) {
        out.add(Area.unit(x(halfEdges[i], 0)), Area.unit(x(halfEdges[i], 1)));
      }
    }

    /** Where an edge meets the plane; both its half-edges give the same number. */
    private double x(int halfEdge, int axis) {
      int t = halfEdge / 3;
      int a = mesh.corner(t, halfEdge % 3);
      int b = mesh.corner(t, (halfEdge + 1) % 3);
      int low = Math.min(a, b);
      int high = Math.max(a, b);
      double share = (plane - z(low)) / (z(high) - z(low));
      return xyz[3 * low + axis] + share * (xyz[3 * high + axis] - xyz[3 * low + axis]);
    }

    private void joinOpen(RingList out) {
      boolean[] used = new boolean[openCount];
      for (int seed = 0; seed < openCount; seed++) {
        if (used[seed]) {
          continue;
        }
        int at = seed;
        do {
          used[at] = true;
          emit(open[at], open[at].length, out);
          at = openCount > MOST_CHAINS_JOINED ? seed : nearestBeginning(at, seed, used);
        } while (at != seed);
        out.close();
      }
    }

    private int nearestBeginning(int at, int seed, boolean[] used) {
      int end = open[at][open[at].length - 1];
      int best = seed;
      double least = distance(end, open[seed][0]);
      for (int i = 0; i < openCount; i++) {
        if (!used[i] && distance(end, open[i][0]) < least) {
          best = i;
          least = distance(end, open[i][0]);
        }
      }
      return best;
    }

    private double distance(int halfEdgeA, int halfEdgeB) {
      return Math.hypot(x(halfEdgeA, 0) - x(halfEdgeB, 0), x(halfEdgeA, 1) - x(halfEdgeB, 1));
    }
  }
}

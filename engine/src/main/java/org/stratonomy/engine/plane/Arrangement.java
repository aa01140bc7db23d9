package org.stratonomy.engine.plane;

import org.stratonomy.engine.guard.Interruption;

/**
 * A planar graph of edges that meet in end points only, with the winding numbers on both sides of
 * each: the classic sweep of a line from left to right over sorted vertices.
 *
 * <p>Vertices are numbered in lexicographic order, edges are grouped by their left end and sorted
 * by slope within it; edges that fall together become one with the sum of their weights.
 */
final class Arrangement {
  /** An edge is looked for this near to the place where the sweep put it. */
  private static final int NEAR = 8;

  private final Scratch scratch;
  private final long[] vertices;
  private final int vertexCount;

  /** Edges leaving vertex v to the right: {@code firstEdge[v]} to {@code firstEdge[v + 1] - 1}. */
  private final int[] firstEdge;

  private final int[] edgeTo;
  private final int[] edgeFrom;
  private final int[] weightA;
  private final int[] weightB;
  private final int[] aboveA;
  private final int[] aboveB;
  private final int edgeCount;

  Arrangement(NodedEdges noded) {
    scratch = noded.scratch();
    int[] sorted = noded.points().sorted();
    vertexCount = noded.points().size();
    vertices = scratch.longs(vertexCount);
    int[] rank = scratch.ints(vertexCount);
    for (int v = 0; v < vertexCount; v++) {
      vertices[v] = noded.points().packed(sorted[v]);
      rank[sorted[v]] = v;
    }
    int n = noded.count();
    int[] ends = noded.ends();
    int[] bucket = scratch.filled(vertexCount + 1, 0);
    for (int i = 0; i < n; i++) {
      bucket[rank[ends[2 * i]] + 1]++;
    }
    for (int v = 0; v < vertexCount; v++) {
      bucket[v + 1] += bucket[v];
    }
    edgeTo = scratch.ints(n);
    edgeFrom = scratch.ints(n);
    weightA = scratch.ints(n);
    weightB = scratch.ints(n);
    int[] next = scratch.copy(bucket, vertexCount, vertexCount);
    for (int i = 0; i < n; i++) {
      int at = next[rank[ends[2 * i]]]++;
      edgeTo[at] = rank[ends[2 * i + 1]];
      weightA[at] = noded.weights()[2 * i];
      weightB[at] = noded.weights()[2 * i + 1];
    }
    firstEdge = bucket;
    edgeCount = sortAndMerge();
    aboveA = scratch.ints(edgeCount);
    aboveB = scratch.ints(edgeCount);
    sweep();
  }

  private int x(int v) {
    return PointSet.unpackX(vertices[v]);
  }

  private int y(int v) {
    return PointSet.unpackY(vertices[v]);
  }

  private long turn(int a, int b, int c) {
    return Noder.turn(x(a), y(a), x(b), y(b), x(c), y(c));
  }

  /** Sorts each vertex's edges by rising slope, joins equal ones, drops those of no weight. */
  private int sortAndMerge() {
    int out = 0;
    for (int v = 0; v < vertexCount; v++) {
      Interruption.check(v);
      int start = firstEdge[v];
      int end = firstEdge[v + 1];
      firstEdge[v] = out;
      for (int i = start + 1; i < end; i++) {
        int to = edgeTo[i];
        int a = weightA[i];
        int b = weightB[i];
        int j = i - 1;
        while (j >= start && turn(v, to, edgeTo[j]) > 0) {
          edgeTo[j + 1] = edgeTo[j];
          weightA[j + 1] = weightA[j];
          weightB[j + 1] = weightB[j];
          j--;
        }
        edgeTo[j + 1] = to;
        weightA[j + 1] = a;
        weightB[j + 1] = b;
      }
      for (int i = start; i < end; ) {
        int to = edgeTo[i];
        int a = 0;
        int b = 0;
        while (i < end && edgeTo[i] == to) {
          a += weightA[i];
          b += weightB[i];
          i++;
        }
        if (a != 0 || b != 0) {
          edgeFrom[out] = v;
          edgeTo[out] = to;
          weightA[out] = a;
          weightB[out] = b;
          out++;
        }
      }
    }
    firstEdge[vertexCount] = out;
    return out;
  }

  private void sweep() {
    int[] into = scratch.filled(vertexCount, -1);
    for (int edge = 0; edge < edgeCount; edge++) {
      into[edgeTo[edge]] = edge;
    }
    int[] places = scratch.ints(edgeCount);
    int[] active = scratch.ints(64);
    int count = 0;
    for (int v = 0; v < vertexCount; v++) {
      Interruption.check(v);
      int low = -1;
      if (into[v] >= 0) {
        low = placeNear(active, count, places[into[v]], into[v]);
        while (low > 0 && edgeTo[active[low - 1]] == v) {
          low--;
        }
      }
      if (low < 0) {
        low = place(active, count, v);
      }
      int ending = low;
      while (ending < count && edgeTo[active[ending]] == v) {
        ending++;
      }
      int starting = firstEdge[v + 1] - firstEdge[v];
      if (low + starting != ending) {
        int grown = count - (ending - low) + starting;
        if (grown > active.length) {
          active = scratch.copy(active, count, 2 * grown);
        }
        System.arraycopy(active, ending, active, low + starting, count - ending);
        count = grown;
      }
      int a = low == 0 ? 0 : aboveA[active[low - 1]];
      int b = low == 0 ? 0 : aboveB[active[low - 1]];
      for (int edge = firstEdge[v]; edge < firstEdge[v + 1]; edge++) {
        a += weightA[edge];
        b += weightB[edge];
        aboveA[edge] = a;
        aboveB[edge] = b;
        places[edge] = low;
        active[low++] = edge;
      }
    }
  }

  /** Where an edge is if it is near the place where it was put, or -1. */
  private static int placeNear(int[] active, int count, int start, int edge) {
    for (int k = Math.min(start, count - 1); k >= Math.max(0, start - NEAR); k--) {
      if (active[k] == edge) {
        return k;
      }
    }
    for (int k = start + 1; k < Math.min(count, start + NEAR); k++) {
      if (active[k] == edge) {
        return k;
      }
    }
    return -1;
  }

  /** How many of the edges that are sorted upwards lie below a vertex and go on to its right. */
  private int place(int[] active, int count, int v) {
    int low = 0;
    int high = count;
    while (low < high) {
      int mid = (low + high) >>> 1;
      int edge = active[mid];
      if (edgeTo[edge] != v && turn(edgeFrom[edge], edgeTo[edge], v) > 0) {
        low = mid + 1;
      } else {
        high = mid;
      }
    }
    return low;
  }

  /** The places whose winding numbers satisfy a predicate, as clean rings. */
  Area area(WindingRule inside) {
    int[] outOf = scratch.ints(edgeCount);
    int[] outTo = scratch.ints(edgeCount);
    int kept = 0;
    for (int edge = 0; edge < edgeCount; edge++) {
      boolean above = inside.test(aboveA[edge], aboveB[edge]);
      boolean below = inside.test(aboveA[edge] - weightA[edge], aboveB[edge] - weightB[edge]);
      if (above != below) {
        outOf[kept] = above ? edgeFrom[edge] : edgeTo[edge];
        outTo[kept++] = above ? edgeTo[edge] : edgeFrom[edge];
      }
    }
    return kept == 0
        ? Area.EMPTY
        : new RingTracer(vertices, vertexCount, outOf, outTo, kept, scratch).trace();
  }
}

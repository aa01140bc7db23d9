package org.stratonomy.engine.mesh;

import java.util.Arrays;
import java.util.SplittableRandom;
import org.stratonomy.engine.guard.Interruption;

/**
 * Pairs the half-edges of neighbouring triangles. First every half-edge gets one that runs the
 * other way along the same edge, as in sound meshes; only what is left then gets one that runs the
 * same way, which means that a triangle is turned over. Where several shells share an edge,
 * triangles of different shells may become neighbours, but their sides agree all the same. Linear
 * in the number of triangles, whatever edges they share.
 */
final class EdgePairing {
  /** So many half-edges wait for a partner along one edge; what is beyond stays open. */
  private static final int MOST_ALIKE = 16;

  /** Differs from run to run, so that no file can be made whose edges all fall into one bucket. */
  private static final long SEED = new SplittableRandom().nextLong();

  private final int[] tri;
  private final int[] twin;
  private final int[] next;
  private final int[] head;

  /** How many free half-edges run the same way along the edge that was looked for last. */
  private int alike;

  private EdgePairing(int[] tri) {
    this.tri = tri;
    twin = new int[tri.length];
    Arrays.fill(twin, -1);
    next = new int[tri.length];
    head = new int[Integer.highestOneBit(Math.max(8, tri.length)) * 2];
    Arrays.fill(head, -1);
  }

  /** For each half-edge its partner, or -1. */
  static int[] twins(int[] tri) {
    EdgePairing pairing = new EdgePairing(tri);
    for (int h = 0; h < tri.length; h++) {
      Interruption.check(h);
      if (!pairing.paired(h, true) && pairing.alike < MOST_ALIKE) {
        int bucket = pairing.bucket(h);
        pairing.next[h] = pairing.head[bucket];
        pairing.head[bucket] = h;
      }
    }
    for (int h = 0; h < tri.length; h++) {
      Interruption.check(h);
      if (pairing.twin[h] < 0) {
        pairing.unlink(h);
        pairing.paired(h, false);
      }
    }
    return pairing.twin;
  }

  private int from(int halfEdge) {
    return tri[halfEdge];
  }

  private int to(int halfEdge) {
    return tri[MeshBuilder.following(halfEdge)];
  }

  private int bucket(int h) {
    long edge = ((long) Math.min(from(h), to(h)) << 32) | Math.max(from(h), to(h));
    return (int) ((edge ^ SEED) * 0x9e37_79b9_7f4a_7c15L >>> 33) & (head.length - 1);
  }

  /** Pairs a half-edge with a free one that runs the other way, or the same way. */
  private boolean paired(int h, boolean otherWay) {
    int a = otherWay ? to(h) : from(h);
    int b = otherWay ? from(h) : to(h);
    alike = 0;
    for (int other = head[bucket(h)]; other >= 0; other = next[other]) {
      int start = from(other);
      int end = to(other);
      if (start == a && end == b) {
        unlink(other);
        twin[h] = other;
        twin[other] = h;
        return true;
      }
      alike += start == b && end == a ? 1 : 0;
    }
    return false;
  }

  private void unlink(int h) {
    int bucket = bucket(h);
    if (head[bucket] == h) {
      head[bucket] = next[h];
      return;
    }
    for (int before = head[bucket]; before >= 0; before = next[before]) {
      if (next[before] == h) {
        next[before] = next[h];
        return;
      }
    }
  }
}

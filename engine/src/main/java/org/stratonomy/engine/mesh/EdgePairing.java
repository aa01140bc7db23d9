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

  /** So many half-edges are paired between two questions whether to go on. */
  private static final int BLOCK = 1 << 14;

  /**
   * An odd number that differs from run to run, so that no file can be made whose edges all fall
   * into one bucket (multiply-shift hashing: Dietzfelbinger et al. 1997).
   */
  private static final long MULTIPLIER = new SplittableRandom().nextLong() | 1;

  private final int[] tri;
  private final int[] twin;
  private final int[] next;
  private final int[] head;

  /** {@code edge * MULTIPLIER >>> shift} is a bucket. */
  private final int shift;

  /** How many half-edges the last search in vain passed. */
  private int passed;

  private EdgePairing(int[] tri) {
    this.tri = tri;
    twin = new int[tri.length];
    Arrays.fill(twin, -1);
    next = new int[tri.length];
    head = new int[Integer.highestOneBit(Math.max(8, tri.length)) * 2];
    Arrays.fill(head, -1);
    shift = Long.numberOfLeadingZeros(head.length - 1);
  }

  /** For each half-edge its partner, or -1. */
  static int[] twins(int[] tri) {
    EdgePairing pairing = new EdgePairing(tri);
    for (int from = 0; from < tri.length; from += BLOCK) {
      Interruption.check();
      pairing.pairOpposed(from, Math.min(tri.length, from + BLOCK));
    }
    for (int from = 0; from < tri.length; from += BLOCK) {
      Interruption.check();
      pairing.pairAlike(from, Math.min(tri.length, from + BLOCK));
    }
    return pairing.twin;
  }

  private void pairOpposed(int from, int to) {
    for (int h = from; h < to; h++) {
      if (!paired(h, true)) {
        link(h);
      }
    }
  }

  private void pairAlike(int from, int to) {
    for (int h = from; h < to; h++) {
      if (twin[h] < 0) {
        unlink(h);
        paired(h, false);
      }
    }
  }

  private int from(int halfEdge) {
    return tri[halfEdge];
  }

  private int to(int halfEdge) {
    return tri[MeshBuilder.following(halfEdge)];
  }

  private int bucket(int h) {
    long edge = ((long) Math.min(from(h), to(h)) << 32) | Math.max(from(h), to(h));
    return (int) (edge * MULTIPLIER >>> shift);
  }

  /** Lets a half-edge wait for a partner, unless too many wait along its edge. */
  private void link(int h) {
    int bucket = bucket(h);
    if (passed < MOST_ALIKE || alike(h, bucket) < MOST_ALIKE) {
      next[h] = head[bucket];
      head[bucket] = h;
    }
  }

  private int alike(int h, int bucket) {
    int count = 0;
    for (int other = head[bucket]; other >= 0; other = next[other]) {
      count += from(other) == from(h) && to(other) == to(h) ? 1 : 0;
    }
    return count;
  }

  /** Pairs a half-edge with a free one that runs the other way, or the same way. */
  private boolean paired(int h, boolean otherWay) {
    int a = otherWay ? to(h) : from(h);
    int b = otherWay ? from(h) : to(h);
    int steps = 0;
    for (int other = head[bucket(h)]; other >= 0; other = next[other]) {
      steps++;
      if (from(other) == a && to(other) == b) {
        unlink(other);
        twin[h] = other;
        twin[other] = h;
        return true;
      }
    }
    passed = steps;
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

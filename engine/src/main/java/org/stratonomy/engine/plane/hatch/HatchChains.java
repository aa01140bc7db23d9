package org.stratonomy.engine.plane.hatch;

import java.util.ArrayList;
import java.util.List;
import org.stratonomy.engine.guard.Interruption;
import org.stratonomy.engine.plane.Distance;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.plane.hatch.Crossings.Crossing;
import org.stratonomy.engine.plane.hatch.Crossings.Joint;

/**
 * Orders the segments of a hatch so that each comes after its neighbours on the lines before. They
 * are gathered into chains that go on as long as a segment has one neighbour only that it overlaps
 * in each sense (the cells of a trapezoidal decomposition), so the order between chains has no
 * cycle; of the chains that wait for no other, the one that begins nearest comes next.
 */
final class HatchChains {
  private final Crossings crossings;
  private final double reach;
  private final List<Joint> joints = new ArrayList<>();
  private final List<Path> paths = new ArrayList<>();

  /** The segments of the next line that each segment overlaps. */
  private final List<List<Integer>> above = new ArrayList<>();

  private final List<List<Integer>> chains = new ArrayList<>();
  private final int[] chainOf;

  HatchChains(Crossings crossings, double reach) {
    this.crossings = crossings;
    this.reach = reach;
    chainOf = new int[crossings.segments()];
    gather();
  }

  List<Joint> joints() {
    return joints;
  }

  private void gather() {
    int segments = crossings.segments();
    int[] lineStart = crossings.lineStarts();
    int[] below = new int[segments];
    int[] lower = new int[segments];
    for (int s = 0; s < segments; s++) {
      Interruption.check();
      List<Integer> overlapping = new ArrayList<>();
      int line = crossings.get(2 * s).line() + 1 - crossings.firstLine();
      int end = line < lineStart.length - 1 ? lineStart[line + 1] : 0;
      for (int t = end == 0 ? 0 : lineStart[line]; t < end; t++) {
        if (overlap(s, t)) {
          overlapping.add(t);
          below[t]++;
          lower[t] = s;
        }
      }
      above.add(overlapping);
    }
    for (int s = 0; s < segments; s++) {
      boolean continues = below[s] == 1 && above.get(lower[s]).size() == 1;
      chainOf[s] = continues ? chainOf[lower[s]] : chains.size();
      if (!continues) {
        chains.add(new ArrayList<>());
      }
      chains.get(chainOf[s]).add(s);
    }
  }

  private boolean overlap(int s, int t) {
    return crossings.get(2 * s).along() < crossings.get(2 * t + 1).along()
        && crossings.get(2 * t).along() < crossings.get(2 * s + 1).along();
  }

  List<Path> paths() {
    int[] waitsFor = new int[chains.size()];
    for (List<Integer> chain : chains) {
      for (int t : above.get(chain.getLast())) {
        waitsFor[chainOf[t]]++;
      }
    }
    List<Integer> free = new ArrayList<>();
    for (int c = 0; c < chains.size(); c++) {
      if (waitsFor[c] == 0) {
        free.add(c);
      }
    }
    int at = -1;
    while (!free.isEmpty()) {
      int end = nearest(free, at);
      int chain = chainOf[end / 2];
      free.remove((Integer) chain);
      at = follow(chains.get(chain), end % 2);
      for (int t : above.get(chains.get(chain).getLast())) {
        if (--waitsFor[chainOf[t]] == 0) {
          free.add(chainOf[t]);
        }
      }
    }
    return paths;
  }

  /** The beginning of a free chain that is nearest to a crossing. */
  private int nearest(List<Integer> free, int at) {
    int best = 2 * chains.get(free.getFirst()).getFirst();
    double least = Double.POSITIVE_INFINITY;
    Interruption.check();
    for (int chain : free) {
      for (int end = 0; end < 2 && at >= 0; end++) {
        int start = 2 * chains.get(chain).getFirst() + end;
        Crossing to = crossings.get(start);
        Crossing from = crossings.get(at);
        double distance = Distance.of(to.x() - from.x(), to.y() - from.y());
        if (distance < least) {
          least = distance;
          best = start;
        }
      }
    }
    return best;
  }

  /** Runs along the segments of a chain, to and fro, in one path as far as the edge allows. */
  private int follow(List<Integer> chain, int firstEnd) {
    Path.Builder path = new Path.Builder();
    int at = -1;
    int side = firstEnd;
    for (int segment : chain) {
      int in = 2 * segment + side;
      if (at >= 0 && !joinedAlongEdge(at, in, path)) {
        close(path);
        path = new Path.Builder();
      }
      crossings.add(path, in);
      at = in ^ 1;
      crossings.add(path, at);
      side = 1 - side;
    }
    close(path);
    return at;
  }

  private void close(Path.Builder path) {
    if (path.size() > 1) {
      paths.add(path.open());
    }
  }

  private boolean joinedAlongEdge(int from, int to, Path.Builder path) {
    for (int direction : new int[] {1, -1}) {
      if (crossings.wayLength(from, to, direction, reach) < reach) {
        crossings.walk(from, to, direction, path);
        joints.add(new Joint(from, to, direction));
        return true;
      }
    }
    return false;
  }
}

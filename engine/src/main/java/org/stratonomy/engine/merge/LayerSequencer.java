package org.stratonomy.engine.merge;

import java.util.ArrayList;
import java.util.List;
import org.stratonomy.engine.path.Role;
import org.stratonomy.engine.plane.Path;

/**
 * Puts the strokes of a layer in order: the filament that is loaded first, so that nothing is
 * changed without need; within a filament piece by piece, and within a piece inner walls, outer
 * walls and the rest, each time going on with the stroke that begins nearest. An outer wall begins
 * at its rearmost point, so that its seams stand above each other.
 */
final class LayerSequencer {
  private double x;
  private double y;
  private final List<Stroke> order = new ArrayList<>();

  /** Strokes of one piece in no order; all of one filament. */
  record Batch(int slot, List<Stroke> strokes) {}

  private LayerSequencer(double x, double y) {
    this.x = x;
    this.y = y;
  }

  /**
   * @param x where the head comes from, mm
   * @param y where the head comes from, mm
   * @param loaded slot of the filament that is in the nozzle
   */
  static LayerOrder order(List<Batch> batches, double x, double y, int loaded) {
    LayerSequencer sequencer = new LayerSequencer(x, y);
    List<Integer> slots =
        batches.stream()
            .map(Batch::slot)
            .distinct()
            .sorted(
                (a, b) ->
                    a == loaded || b == loaded
                        ? Boolean.compare(b == loaded, a == loaded)
                        : Integer.compare(a, b))
            .toList();
    for (int slot : slots) {
      sequencer.nearestBatches(
          new ArrayList<>(batches.stream().filter(b -> b.slot() == slot).toList()));
    }
    return new LayerOrder(sequencer.order);
  }

  private void nearestBatches(List<Batch> batches) {
    while (!batches.isEmpty()) {
      Batch best = null;
      double least = Double.POSITIVE_INFINITY;
      for (Batch batch : batches) {
        for (Stroke stroke : batch.strokes) {
          double distance = distance(stroke.path().x(0), stroke.path().y(0));
          if (distance < least) {
            least = distance;
            best = batch;
          }
        }
      }
      if (best == null) {
        return;
      }
      batches.remove(best);
      for (int stage = 0; stage <= 3; stage++) {
        int wanted = stage;
        nearest(new ArrayList<>(best.strokes.stream().filter(s -> stage(s) == wanted).toList()));
      }
    }
  }

  private static int stage(Stroke stroke) {
    return switch (stroke.role()) {
      case SKIRT -> 0;
      case INNER_WALL -> 1;
      case OUTER_WALL -> 2;
      default -> 3;
    };
  }

  private void nearest(List<Stroke> left) {
    while (!left.isEmpty()) {
      int best = -1;
      int bestStart = 0;
      double least = Double.POSITIVE_INFINITY;
      for (int i = 0; i < left.size(); i++) {
        Path path = left.get(i).path();
        int start = start(left.get(i).role(), path);
        double distance = distance(path.x(start), path.y(start));
        if (distance < least) {
          least = distance;
          best = i;
          bestStart = start;
        }
      }
      Stroke stroke = left.get(best);
      left.set(best, left.getLast());
      left.removeLast();
      Path path = stroke.path();
      if (path.isClosed()) {
        path = bestStart == 0 ? path : path.startingAt(bestStart);
      } else if (bestStart != 0) {
        path = path.reversed();
      }
      Stroke placed = with(stroke, path);
      order.add(placed);
      x = placed.endX();
      y = placed.endY();
    }
  }

  /** The point to begin a path at: a corner of a closed one, an end of an open one. */
  private int start(Role role, Path path) {
    if (!path.isClosed()) {
      int last = path.size() - 1;
      return distance(path.x(0), path.y(0)) <= distance(path.x(last), path.y(last)) ? 0 : last;
    }
    int best = 0;
    double least = Double.POSITIVE_INFINITY;
    for (int i = 0; i < path.size(); i++) {
      double cost = role == Role.OUTER_WALL ? -path.y(i) : distance(path.x(i), path.y(i));
      if (cost < least) {
        least = cost;
        best = i;
      }
    }
    return best;
  }

  private double distance(double toX, double toY) {
    double dx = toX - x;
    double dy = toY - y;
    return dx * dx + dy * dy;
  }

  private static Stroke with(Stroke s, Path path) {
    return path == s.path()
        ? s
        : new Stroke(
            s.role(),
            path,
            s.widthMm(),
            s.heightMm(),
            s.piece(),
            s.stratum(),
            s.slot(),
            s.speed(),
            s.fanPercent(),
            s.nozzleC(),
            s.flow());
  }
}

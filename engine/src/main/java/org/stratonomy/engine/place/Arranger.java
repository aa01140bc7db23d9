package org.stratonomy.engine.place;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.plan.Placement.Vector;
import org.stratonomy.engine.plan.Value;

/**
 * Finds places for rectangles on a bed. What is fixed, then what is not in the way of anything,
 * stays; each of the others, the largest first, goes to the free place nearest to where it is.
 * Among places along the axes the nearest free one touches, with its room around it, others or the
 * edge of the bed, or keeps its X or Y; so these are all that have to be tried.
 */
final class Arranger {
  private static final double ROUNDING_MM = 1e-6;

  private final double bedX;
  private final double bedY;
  private final double spacing;

  Arranger(double bedX, double bedY, double spacing) {
    this.bedX = bedX;
    this.bedY = bedY;
    this.spacing = spacing;
  }

  /** A rectangle by its middle and half its sizes. */
  private record Box(double x, double y, double halfX, double halfY) {
    static Box of(Bounds b) {
      return new Box(
          (b.minX() + b.maxX()) / 2, (b.minY() + b.maxY()) / 2, b.sizeX() / 2, b.sizeY() / 2);
    }

    Box at(double otherX, double otherY) {
      return new Box(otherX, otherY, halfX, halfY);
    }

    boolean isNear(Box o, double room) {
      return Math.abs(x - o.x) < halfX + o.halfX + room - ROUNDING_MM
          && Math.abs(y - o.y) < halfY + o.halfY + room - ROUNDING_MM;
    }
  }

  /**
   * @return the way of each, in the plane
   */
  List<Vector> arrange(List<String> names, List<Bounds> bounds, List<Boolean> fixed) {
    List<Box> boxes = bounds.stream().map(Box::of).toList();
    List<Box> taken = new ArrayList<>();
    List<Integer> toMove = new ArrayList<>();
    for (int i = 0; i < boxes.size(); i++) {
      if (fixed.get(i)) {
        taken.add(boxes.get(i));
      }
    }
    for (int i = 0; i < boxes.size(); i++) {
      Box box = boxes.get(i);
      boolean free = taken.stream().noneMatch(other -> other.isNear(box, spacing));
      if (!fixed.get(i) && free && isOnBed(box)) {
        taken.add(box);
      } else if (!fixed.get(i)) {
        toMove.add(i);
      }
    }
    toMove.sort(
        Comparator.comparingDouble((Integer i) -> -boxes.get(i).halfX * boxes.get(i).halfY));
    List<Vector> ways =
        new ArrayList<>(IntStream.range(0, boxes.size()).mapToObj(i -> Vector.ZERO).toList());
    for (int i : toMove) {
      Box box = boxes.get(i);
      Box to = nearest(names.get(i), box, taken);
      taken.add(to);
      ways.set(i, new Vector(to.x - box.x, to.y - box.y, 0));
    }
    return ways;
  }

  private boolean isOnBed(Box box) {
    return box.x >= least(box.halfX, bedX) - ROUNDING_MM
        && box.x <= bedX - least(box.halfX, bedX) + ROUNDING_MM
        && box.y >= least(box.halfY, bedY) - ROUNDING_MM
        && box.y <= bedY - least(box.halfY, bedY) + ROUNDING_MM;
  }

  /** The least middle: with room to the edge of the bed as far as there is any. */
  private double least(double half, double bed) {
    return half + Math.clamp((bed - 2 * half) / 2, 0, spacing);
  }

  private Box nearest(String name, Box box, List<Box> taken) {
    List<Double> xs = candidates(box.x, least(box.halfX, bedX), bedX);
    List<Double> ys = candidates(box.y, least(box.halfY, bedY), bedY);
    for (Box other : taken) {
      double reachX = box.halfX + other.halfX + spacing;
      double reachY = box.halfY + other.halfY + spacing;
      xs.addAll(List.of(other.x - reachX, other.x + reachX));
      ys.addAll(List.of(other.y - reachY, other.y + reachY));
    }
    Box best = null;
    double least = Double.MAX_VALUE;
    for (double x : xs) {
      for (double y : ys) {
        Box at = box.at(x, y);
        double way = Math.hypot(x - box.x, y - box.y);
        if (way < least
            && isOnBed(at)
            && taken.stream().noneMatch(other -> other.isNear(at, spacing))) {
          best = at;
          least = way;
        }
      }
    }
    if (best == null) {
      throw Placer.bad(
          "There is no room for %s on the bed with %s mm between pieces."
              .formatted(name, Value.of(spacing)),
          "Choose less spacing, take out a piece, or free one that is fixed.");
    }
    return best;
  }

  private static List<Double> candidates(double wanted, double least, double bed) {
    double most = Math.max(least, bed - least);
    return new ArrayList<>(List.of(Math.clamp(wanted, least, most), least, most));
  }
}

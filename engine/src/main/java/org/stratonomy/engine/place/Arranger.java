package org.stratonomy.engine.place;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.mesh.Rounding;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Machine;

/**
 * Finds places for rectangles on a bed. What is fixed, then what is not in the way of anything,
 * stays; each of the others, the largest first, goes to the free place nearest to where it is. If
 * that leaves no room, all that is not fixed is packed anew from the front left corner. Among
 * places along the axes the nearest free one touches, with its room around it, others or the edge
 * of the bed, or keeps its X or Y; so these are all that have to be tried. On a round bed, where
 * the nearest place may touch the edge anywhere, one near to it is found.
 */
final class Arranger {
  private final Machine machine;
  private final double bedX;
  private final double bedY;
  private final double spacing;

  Arranger(Machine machine, double spacing) {
    this.machine = machine;
    this.bedX = machine.bedX();
    this.bedY = machine.bedY();
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
      return Math.abs(x - o.x) < halfX + o.halfX + room - Rounding.MM
          && Math.abs(y - o.y) < halfY + o.halfY + room - Rounding.MM;
    }
  }

  /**
   * @return the way of each, in the plane
   */
  List<Vector> arrange(List<String> names, List<Bounds> bounds, List<Boolean> fixed) {
    List<Box> boxes = bounds.stream().map(Box::of).toList();
    Map<Integer, Box> still = new HashMap<>();
    IntStream.range(0, boxes.size()).filter(fixed::get).forEach(i -> still.put(i, boxes.get(i)));
    Map<Integer, Box> free = new HashMap<>(still);
    for (int i = 0; i < boxes.size(); i++) {
      if (!fixed.get(i) && isFree(boxes.get(i), free)) {
        free.put(i, boxes.get(i));
      }
    }
    Map<Integer, Box> placed =
        place(boxes, free, false)
            .or(() -> place(boxes, still, true))
            .orElseThrow(() -> noRoom(names, fixed));
    return IntStream.range(0, boxes.size())
        .mapToObj(i -> way(boxes.get(i), placed.get(i)))
        .toList();
  }

  private static Vector way(Box from, Box to) {
    return new Vector(to.x - from.x, to.y - from.y, 0);
  }

  /**
   * Places for all boxes that have none yet.
   *
   * @param toCorner near the front left corner instead of where they are
   */
  private Optional<Map<Integer, Box>> place(
      List<Box> boxes, Map<Integer, Box> taken, boolean toCorner) {
    Map<Integer, Box> placed = new HashMap<>(taken);
    List<Integer> order =
        IntStream.range(0, boxes.size())
            .filter(i -> !taken.containsKey(i))
            .boxed()
            .sorted(Comparator.comparingDouble(i -> -boxes.get(i).halfX * boxes.get(i).halfY))
            .toList();
    for (int i : order) {
      Box box = boxes.get(i);
      Optional<Box> to = nearest(toCorner ? box.at(0, 0) : box, placed);
      if (to.isEmpty()) {
        return Optional.empty();
      }
      placed.put(i, to.get());
    }
    return Optional.of(placed);
  }

  private boolean isFree(Box box, Map<Integer, Box> taken) {
    return isOnBed(box) && taken.values().stream().noneMatch(o -> o.isNear(box, spacing));
  }

  private boolean isOnBed(Box box) {
    if (machine.hasRoundBed()) {
      double x = Math.abs(box.x - bedX / 2) + box.halfX - Rounding.MM;
      double y = Math.abs(box.y - bedY / 2) + box.halfY - Rounding.MM;
      return machine.isOnBed(bedX / 2 + x, bedY / 2 + y, 0);
    }
    return box.x >= least(box.halfX, bedX) - Rounding.MM
        && box.x <= bedX - least(box.halfX, bedX) + Rounding.MM
        && box.y >= least(box.halfY, bedY) - Rounding.MM
        && box.y <= bedY - least(box.halfY, bedY) + Rounding.MM;
  }

  /** The least middle: with room to the edge of the bed as far as there is any. */
  private double least(double half, double bed) {
    return half + Math.clamp((bed - 2 * half) / 2, 0, spacing);
  }

  private Optional<Box> nearest(Box box, Map<Integer, Box> taken) {
    List<Double> xs = candidates(box.x, least(box.halfX, bedX), bedX);
    List<Double> ys = candidates(box.y, least(box.halfY, bedY), bedY);
    for (Box other : taken.values()) {
      double reachX = box.halfX + other.halfX + spacing;
      double reachY = box.halfY + other.halfY + spacing;
      xs.addAll(List.of(other.x - reachX, other.x + reachX));
      ys.addAll(List.of(other.y - reachY, other.y + reachY));
    }
    if (machine.hasRoundBed()) {
      addTouching(box, xs, ys);
    }
    return xs.stream()
        .flatMap(x -> ys.stream().map(y -> box.at(x, y)))
        .filter(at -> isFree(at, taken))
        .min(Comparator.comparingDouble(at -> Math.hypot(at.x - box.x, at.y - box.y)));
  }

  /** Where a corner touches the edge of a round bed, for each X and Y that is looked at anyway. */
  private void addTouching(Box box, List<Double> xs, List<Double> ys) {
    List<Double> touchingX = new ArrayList<>();
    for (double y : ys) {
      double reach = reach(Math.abs(y - bedY / 2) + box.halfY, bedY, bedX) - box.halfX;
      touchingX.addAll(List.of(bedX / 2 - reach, bedX / 2 + reach));
    }
    for (double x : List.copyOf(xs)) {
      double reach = reach(Math.abs(x - bedX / 2) + box.halfX, bedX, bedY) - box.halfY;
      ys.addAll(List.of(bedY / 2 - reach, bedY / 2 + reach));
    }
    xs.addAll(touchingX);
  }

  /** How far a round bed reaches from its middle along one axis, so far from it along the other. */
  private static double reach(double aside, double across, double along) {
    double share = Math.min(1, 2 * aside / across);
    return along / 2 * Math.sqrt(1 - share * share);
  }

  private Problem noRoom(List<String> names, List<Boolean> fixed) {
    List<Integer> free =
        IntStream.range(0, names.size()).filter(i -> !fixed.get(i)).boxed().toList();
    return Placer.bad(
        "There is no room for %s on the bed with %s mm between pieces."
            .formatted(
                free.size() == 1
                    ? names.get(free.getFirst())
                    : "the %d pieces that are not fixed".formatted(free.size()),
                Value.of(spacing)),
        "Choose less spacing, take out a piece, or free one that is fixed.");
  }

  private static List<Double> candidates(double wanted, double least, double bed) {
    double most = Math.max(least, bed - least);
    return new ArrayList<>(List.of(Math.clamp(wanted, least, most), least, most));
  }
}

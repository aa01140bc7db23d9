package org.stratonomy.engine.place;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.shelf.Machine;

/**
 * In which order pieces are printed one at a time, so that neither the head nor the beam that it
 * runs on meets one that stands already. Pieces keep the plan's order as far as that is possible.
 *
 * @param pieces indices in the plan, from 0
 * @param conflict two pieces of which neither can stand while the other one is printed; then the
 *     order is impossible
 */
public record PieceOrder(List<Integer> pieces, Optional<Conflict> conflict) {

  /** Indices of pieces in the plan, from 0. */
  public record Conflict(int first, int second) {}

  /**
   * @param boxes around the pieces, in the plan's order
   * @param brim how far a brim reaches outwards of them, mm
   */
  public static PieceOrder of(List<Bounds> boxes, double brim, Machine machine) {
    List<Integer> left = new ArrayList<>(IntStream.range(0, boxes.size()).boxed().toList());
    List<Integer> order = new ArrayList<>();
    while (!left.isEmpty()) {
      Optional<Integer> next =
          left.stream()
              .filter(
                  piece ->
                      left.stream()
                          .filter(other -> !other.equals(piece))
                          .allMatch(other -> isClear(boxes, piece, other, brim, machine)))
              .findFirst();
      if (next.isEmpty()) {
        Conflict conflict = conflict(boxes, left, brim, machine);
        order.addAll(left);
        return new PieceOrder(List.copyOf(order), Optional.of(conflict));
      }
      order.add(next.get());
      left.remove(next.get());
    }
    return new PieceOrder(List.copyOf(order), Optional.empty());
  }

  /** Two of the pieces that are in each other's way, or else the first one with any such. */
  private static Conflict conflict(
      List<Bounds> boxes, List<Integer> left, double brim, Machine machine) {
    Optional<Conflict> any = Optional.empty();
    for (int a : left) {
      for (int b : left) {
        if (a != b && !isClear(boxes, a, b, brim, machine)) {
          if (!isClear(boxes, b, a, brim, machine)) {
            return new Conflict(a, b);
          }
          any = any.or(() -> Optional.of(new Conflict(a, b)));
        }
      }
    }
    return any.orElseThrow();
  }

  private static boolean isClear(
      List<Bounds> boxes, int standing, int printed, double brim, Machine machine) {
    Bounds there = boxes.get(standing);
    Bounds here = boxes.get(printed);
    double y = apart(there.minY(), there.maxY(), here.minY(), here.maxY()) - brim;
    double x = apart(there.minX(), there.maxX(), here.minX(), here.maxX()) - brim;
    boolean underHead = there.maxZ() <= machine.head().clearMm();
    boolean underBeam = there.maxZ() <= machine.head().gantryMm();
    boolean besideHead = Math.hypot(Math.max(0, x), Math.max(0, y)) >= machine.head().radiusMm();
    return (underHead || besideHead) && (underBeam || y >= machine.head().radiusMm());
  }

  /** The gap between two spans; less than 0 if they overlap. */
  private static double apart(double low, double high, double otherLow, double otherHigh) {
    return Math.max(otherLow - high, low - otherHigh);
  }
}

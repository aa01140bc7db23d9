package org.stratonomy.engine.place;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.strata.PlacedPiece;

/** Places pieces so far apart that they can be printed one at a time. */
public final class PiecesApart {
  private static final double ROOM_MM = 1;

  private final Plan plan;
  private final List<PlacedPiece> placed;
  private final Machine machine;
  private final double brim;
  private final double around;

  private PiecesApart(Plan plan, List<PlacedPiece> placed, Resolver resolver) {
    this.plan = plan;
    this.placed = placed;
    machine = resolver.machine();
    brim = AdhesionReach.ofBrim(plan, resolver);
    around = AdhesionReach.ofAll(plan, resolver);
  }

  /**
   * @param placed one for each piece, in the plan's order
   * @return nothing if the bed has no room for that
   */
  public static Optional<Plan> of(Plan plan, List<PlacedPiece> placed, Resolver resolver) {
    PiecesApart apart = new PiecesApart(plan, placed, resolver);
    return Stream.of(apart.arranged(), apart.inARow(true), apart.inARow(false))
        .flatMap(Optional::stream)
        .findFirst();
  }

  private Optional<Plan> arranged() {
    try {
      Plan arranged = new Placer(plan, PlacedPiece.meshes(placed)).arrange(spacing(), machine);
      return Optional.of(arranged).filter(this::isClear);
    } catch (Problem noRoom) {
      return Optional.empty();
    }
  }

  /**
   * All in one line: beside each other, or one behind the other, as the beam along X leaves high
   * pieces no other way.
   */
  private Optional<Plan> inARow(boolean alongX) {
    if (plan.pieces().stream().anyMatch(Piece::fixed)) {
      return Optional.empty();
    }
    List<Bounds> boxes = placed.stream().map(PlacedPiece::bounds).toList();
    double length = boxes.stream().mapToDouble(alongX ? Bounds::sizeX : Bounds::sizeY).sum();
    double bed = alongX ? machine.bedX() : machine.bedY();
    double at = (bed - length - (boxes.size() - 1) * spacing()) / 2;
    Plan row = plan;
    for (int i = 0; i < boxes.size(); i++) {
      Bounds box = boxes.get(i);
      double x = alongX ? at - box.minX() : machine.bedX() / 2 - (box.minX() + box.maxX()) / 2;
      double y = alongX ? machine.bedY() / 2 - (box.minY() + box.maxY()) / 2 : at - box.minY();
      row = Placer.moved(row, placed.get(i).piece(), new Vector(x, y, 0));
      at += (alongX ? box.sizeX() : box.sizeY()) + spacing();
    }
    return Optional.of(row).filter(this::isClear);
  }

  private double spacing() {
    return machine.head().radiusMm() + brim + ROOM_MM;
  }

  /** Whether pieces can be printed one at a time where a plan has them, all of them on the bed. */
  private boolean isClear(Plan moved) {
    List<Bounds> boxes = new ArrayList<>();
    for (int i = 0; i < placed.size(); i++) {
      Vector from = placed.get(i).piece().placement().position();
      Vector to = moved.pieces().get(i).placement().position();
      boxes.add(placed.get(i).bounds().movedBy(to.x() - from.x(), to.y() - from.y()));
    }
    return boxes.stream().allMatch(box -> machine.hasOnBed(box, around))
        && PieceOrder.of(boxes, brim, machine).conflict().isEmpty();
  }
}

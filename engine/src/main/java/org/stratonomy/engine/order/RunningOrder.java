package org.stratonomy.engine.order;

import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.stream.Collectors;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.place.AdhesionReach;
import org.stratonomy.engine.place.PieceOrder;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.PrintedFor;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.strata.LayerStack;
import org.stratonomy.engine.strata.LayerStack.PlanLayer;
import org.stratonomy.engine.strata.PlacedPiece;
import org.stratonomy.engine.strata.Planes;

/**
 * What is printed in one go, in the order of the print: the layers of the plan, or one piece's
 * share of each, piece by piece.
 */
public final class RunningOrder {
  private final boolean pieceByPiece;
  private final List<PlanLayer> list;

  /** Of passes that are printed one over the other, by {@link #runOf}. */
  private final Map<Integer, Planes> planes;

  public RunningOrder(Plan plan, Resolver resolver, List<PlacedPiece> placed, LayerStack stack) {
    pieceByPiece = stack.apart();
    list = pieceByPiece ? stack.pieceByPiece(order(plan, resolver, placed)) : stack.layers();
    planes =
        list.stream()
            .collect(
                Collectors.groupingBy(
                    this::runOf, Collectors.collectingAndThen(Collectors.toList(), Planes::new)));
  }

  private static List<Integer> order(Plan plan, Resolver resolver, List<PlacedPiece> placed) {
    List<Bounds> boxes = placed.stream().map(PlacedPiece::bounds).toList();
    return PieceOrder.of(boxes, AdhesionReach.ofBrim(plan, resolver), resolver.machine()).pieces();
  }

  /** Whether pieces are printed one at a time. */
  public boolean pieceByPiece() {
    return pieceByPiece;
  }

  public List<PlanLayer> list() {
    return list;
  }

  /** What a pass is printed with: its piece, or all if pieces are together. */
  private int runOf(PlanLayer pass) {
    return pieceByPiece && !pass.parts().isEmpty()
        ? pass.parts().getFirst().piece()
        : PrintedFor.NO_PIECE;
  }

  /**
   * Whether a stop happens before a pass: at the plane nearest to its height; of pieces that are
   * printed one at a time, at such a plane of each that it lies in. Before the first layer there is
   * none.
   */
  public boolean isAt(Stop stop, PlanLayer pass) {
    OptionalDouble plane = planes.get(runOf(pass)).nearest(stop.heightMm());
    return plane.isPresent() && plane.getAsDouble() == pass.bottom() && pass.number() > 1;
  }
}

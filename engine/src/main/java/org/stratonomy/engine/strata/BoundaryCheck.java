package org.stratonomy.engine.strata;

import java.util.List;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Machine;

/**
 * Whether boundaries that somebody puts have room for layers above and below. Those that a piece
 * has already may come to lie outside the print when it is moved or turned.
 */
public final class BoundaryCheck {
  /** Heights nearer than this are one, mm. */
  private static final double SAME = 1e-4;

  private BoundaryCheck() {}

  /**
   * @param before boundaries that were there before, mm
   * @throws Problem if another one lies outside the piece or too near to its neighbour or an end
   */
  public static void check(PlacedPiece placed, Machine machine, List<Double> before) {
    double least = machine.minLayerHeight() - SAME;
    double below = placed.bottom();
    for (double boundary : placed.piece().boundaries()) {
      boolean isNew = !before.contains(boundary);
      if (isNew && (boundary <= placed.bottom() || boundary >= placed.top())) {
        throw bad(
            placed,
            "The boundary at %s mm lies outside the piece.".formatted(Value.of(boundary)),
            "Choose a height between %.3f and %.3f mm.".formatted(placed.bottom(), placed.top()));
      }
      if (isNew && boundary - below < least) {
        throw tooNear(placed, machine, boundary, below);
      }
      if (isNew && placed.top() - boundary < least) {
        throw bad(
            placed,
            "The boundary at %s mm is only %.3f mm below the top."
                .formatted(Value.of(boundary), placed.top() - boundary),
            "Leave at least %s mm, or remove it.".formatted(Value.of(machine.minLayerHeight())));
      }
      below = Math.max(below, boundary);
    }
  }

  static Problem tooNear(PlacedPiece placed, Machine machine, double boundary, double below) {
    String of =
        below == placed.bottom() ? "the bottom" : "the one at %s mm".formatted(Value.of(below));
    return bad(
        placed,
        "The boundary at %s mm is %.3f mm above %s; no layer fits between."
            .formatted(Value.of(boundary), boundary - below, of),
        "Leave at least %s mm, or remove one of them."
            .formatted(Value.of(machine.minLayerHeight())));
  }

  private static Problem bad(PlacedPiece placed, String reason, String remedy) {
    return new Problem(Problem.Kind.PLAN, "piece '%s'".formatted(placed.id()), reason, remedy);
  }
}

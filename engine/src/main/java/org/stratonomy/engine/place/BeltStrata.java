package org.stratonomy.engine.place;

import java.util.List;
import java.util.Optional;
import org.stratonomy.engine.mesh.MeshSource;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Strata;
import org.stratonomy.engine.shelf.Belt;
import org.stratonomy.engine.strata.PlacedPiece;

/**
 * Over a belt a piece that goes along it goes to other heights, because those are measured across
 * the layers: its boundaries go with it.
 */
public final class BeltStrata {
  private BeltStrata() {}

  /**
   * The plan after an edit, with the boundaries of pieces that were moved or scaled where they were
   * in the piece. A piece that was turned keeps the heights of its boundaries.
   */
  public static Plan kept(Plan before, Plan after, Optional<Belt> belt, MeshSource meshes) {
    Plan kept = after;
    for (Piece piece : belt.isPresent() ? after.pieces() : List.<Piece>of()) {
      Optional<Piece> was = before.piece(piece.id()).filter(old -> moved(old, piece));
      if (was.isPresent()) {
        kept =
            kept.withPiece(
                piece.withStrata(
                    piece.strata().withBoundaries(boundaries(was.get(), piece, belt, meshes))));
      }
    }
    return kept;
  }

  private static boolean moved(Piece before, Piece after) {
    return !before.placement().equals(after.placement())
        && before.placement().rotation().equals(after.placement().rotation())
        && before.bodies().equals(after.bodies())
        && before.boundaries().size() == after.boundaries().size();
  }

  private static List<Double> boundaries(
      Piece before, Piece after, Optional<Belt> belt, MeshSource meshes) {
    PlacedPiece was = PlacedPiece.of(before, meshes, belt);
    PlacedPiece is = PlacedPiece.of(after, meshes, belt);
    double factor = (is.top() - is.bottom()) / (was.top() - was.bottom());
    return before.boundaries().stream()
        .map(height -> is.bottom() + (height - was.bottom()) * factor)
        .map(Strata::rounded)
        .toList();
  }
}

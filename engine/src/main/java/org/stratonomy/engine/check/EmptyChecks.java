package org.stratonomy.engine.check;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.stratonomy.engine.check.Finding.Severity;
import org.stratonomy.engine.merge.Schedule;
import org.stratonomy.engine.merge.Stroke;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.strata.LayerStack;
import org.stratonomy.engine.strata.PieceLayer;
import org.stratonomy.engine.strata.PlacedPiece;

/** Strata in which nothing is printed at all. */
final class EmptyChecks {
  private EmptyChecks() {}

  private record Stratum(int piece, int number) {}

  static List<Finding> run(LayerStack stack, List<PlacedPiece> placed, Schedule schedule) {
    Set<Stratum> printed = new HashSet<>();
    schedule.layers().stream()
        .flatMap(layer -> layer.strokes().stream())
        .map(Stroke::origin)
        .forEach(origin -> printed.add(new Stratum(origin.piece(), origin.stratum())));
    List<Finding> findings = new ArrayList<>();
    for (int p = 0; p < placed.size(); p++) {
      Piece piece = placed.get(p).piece();
      for (int number = 1; number <= piece.strataCount(); number++) {
        List<PieceLayer> layers = stack.pieces().get(p).stratum(number);
        if (!layers.isEmpty() && !printed.contains(new Stratum(p, number))) {
          findings.add(nothing(piece, number, layers));
        }
      }
    }
    return findings;
  }

  private static Finding nothing(Piece piece, int number, List<PieceLayer> layers) {
    double low = layers.getFirst().bottom();
    double high = layers.getLast().top();
    return new Finding(
        "stratum-empty:" + piece.id() + ":" + number,
        Severity.WARNING,
        Checks.text("%s prints nothing from %.2f to %.2f mm", piece.name(), low, high),
        "The stratum is too thin for a line, or its rules leave out walls, infill and solid layers."
            + " Layers above it would start in the air.",
        Optional.of(piece.id()),
        Optional.of(low),
        List.of());
  }
}

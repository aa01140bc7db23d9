package org.stratonomy.engine.check;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.stratonomy.engine.check.Finding.Severity;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Strata;
import org.stratonomy.engine.schedule.Schedule;
import org.stratonomy.engine.strata.LayerStack;
import org.stratonomy.engine.strata.PieceLayer;
import org.stratonomy.engine.strata.PlacedPiece;
import org.stratonomy.engine.stroke.Stroke;

/** Strata in which nothing is printed, because of what they say or because of where they lie. */
final class EmptyChecks {
  private EmptyChecks() {}

  private record PieceStratum(int piece, int stratum) {}

  static List<Finding> run(LayerStack stack, List<PlacedPiece> placed, Schedule schedule) {
    Set<PieceStratum> printed = new HashSet<>();
    schedule.layers().stream()
        .flatMap(layer -> layer.strokes().stream())
        .map(Stroke::origin)
        .forEach(origin -> printed.add(new PieceStratum(origin.piece(), origin.stratum())));
    List<Finding> findings = new ArrayList<>();
    for (int p = 0; p < placed.size(); p++) {
      Piece piece = placed.get(p).piece();
      List<Integer> outside = stack.pieces().get(p).unprinted(piece);
      for (int number = 1; number <= piece.strata().count(); number++) {
        List<PieceLayer> layers = stack.pieces().get(p).stratum(number);
        if (!layers.isEmpty() && !printed.contains(new PieceStratum(p, number))) {
          findings.add(nothing(piece, number, layers));
        }
      }
      if (!outside.isEmpty()) {
        findings.add(outside(placed.get(p), outside));
      }
    }
    return findings;
  }

  private static Finding outside(PlacedPiece placed, List<Integer> strata) {
    return new Finding(
        "strata-outside:" + placed.id(),
        Severity.NOTE,
        "%s of %s %s not printed"
            .formatted(
                Strata.text(strata), placed.piece().name(), strata.size() == 1 ? "is" : "are"),
        Checks.text(
            "The piece prints from %.2f to %.2f mm. Strata outside that range keep their rules until"
                + " the piece is moved back.",
            placed.bottom(), placed.top()),
        Optional.of(placed.id()),
        Optional.empty(),
        List.of());
  }

  private static Finding nothing(Piece piece, int number, List<PieceLayer> layers) {
    double low = layers.getFirst().bottom();
    double high = layers.getLast().top();
    return new Finding(
        "stratum-empty:" + piece.id() + ":" + piece.strata().get(number).id(),
        Severity.WARNING,
        Checks.text("%s prints nothing from %.2f to %.2f mm", piece.name(), low, high),
        "The stratum is too thin for a line, or its rules leave out walls, infill and solid layers."
            + " Layers above it would start in the air.",
        Optional.of(piece.id()),
        Optional.of(low),
        List.of());
  }
}

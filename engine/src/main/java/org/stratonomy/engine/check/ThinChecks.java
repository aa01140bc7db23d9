package org.stratonomy.engine.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.stratonomy.engine.check.Finding.Remedy;
import org.stratonomy.engine.check.Finding.Severity;
import org.stratonomy.engine.path.LayerFlaws;
import org.stratonomy.engine.plan.Machine;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plan.Setting;
import org.stratonomy.engine.plan.Settings;
import org.stratonomy.engine.plan.Value;
import org.stratonomy.engine.plan.Where;
import org.stratonomy.engine.strata.PieceLayer;
import org.stratonomy.engine.strata.PieceStack;

/** Places of a piece that are missing from the print, because no line is as thin as they are. */
final class ThinChecks {
  /** Less than this many squares of a line's width in a layer is not worth telling. */
  private static final double LEAST_SQUARES = 4;

  private static final String FITTED = "fitted";

  private final Plan plan;
  private final Resolver resolver;

  ThinChecks(Plan plan, Resolver resolver) {
    this.plan = plan;
    this.resolver = resolver;
  }

  Optional<Finding> run(Piece piece, PieceStack stack, List<LayerFlaws> flaws) {
    List<PieceLayer> found = new ArrayList<>();
    double most = 0;
    for (PieceLayer layer : stack.layers()) {
      double width = settings(piece, layer).number(Setting.LINE_WIDTH);
      double lost = flaws.get(layer.index() - 1).lostMm2();
      if (lost > LEAST_SQUARES * width * width) {
        found.add(layer);
        most = Math.max(most, lost);
      }
    }
    return found.isEmpty() ? Optional.empty() : Optional.of(finding(piece, found, most));
  }

  private Settings settings(Piece piece, PieceLayer layer) {
    return resolver.stratum(piece.id(), layer.stratum());
  }

  private Finding finding(Piece piece, List<PieceLayer> layers, double most) {
    PieceLayer first = layers.getFirst();
    return new Finding(
        "thin-lost:" + piece.id(),
        Severity.WARNING,
        "%s is too thin to print in places".formatted(piece.name()),
        Checks.text(
            "In %d %s, the lowest at %.2f mm, up to %.1f mm² are thinner than any line that is laid"
                + " there, and will be missing. Let lines be thinner, or make the model thicker.",
            layers.size(), layers.size() == 1 ? "layer" : "layers", first.bottom(), most),
        Optional.of(piece.id()),
        Optional.of(first.bottom()),
        remedies(piece, settings(piece, first)));
  }

  private List<Remedy> remedies(Piece piece, Settings own) {
    Where where = Where.ofPiece(piece.id());
    if (!own.choice(Setting.THIN_PLACES).equals(FITTED)) {
      Value fitted = Value.of(FITTED);
      return List.of(Remedy.rule("Fit lines to them", plan, where, Setting.THIN_PLACES, fitted));
    }
    Machine machine = resolver.machine();
    double least = machine.minLineWidth();
    return own.number(Setting.LINE_WIDTH) > least
        ? List.of(
            Remedy.rule(
                Checks.text("Lines of %.2f mm", least),
                plan,
                where,
                Setting.LINE_WIDTH,
                Value.of(least)))
        : List.of();
  }
}

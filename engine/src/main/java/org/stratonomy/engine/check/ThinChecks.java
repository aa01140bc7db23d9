package org.stratonomy.engine.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.stratonomy.engine.check.Finding.Remedy;
import org.stratonomy.engine.check.Finding.Severity;
import org.stratonomy.engine.path.LayerFlaws;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.schedule.LayerFit;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.schedule.Schedule;
import org.stratonomy.engine.settings.Choice.ThinPlaces;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Settings;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.strata.PieceLayer;
import org.stratonomy.engine.strata.PieceStack;

/**
 * Places of a piece that are missing from the print, because no line is as thin as they are, and
 * such as are filled with bits of infill that hardly hold to each other.
 */
final class ThinChecks {
  /** Less than this many squares of a line's width in a layer is not worth telling. */
  private static final double LEAST_SQUARES = 4;

  /** Fewer bits in a layer are not worth telling. */
  private static final int LEAST_BITS = 16;

  /** Nor are those that are less than this share of what is inside of the walls in the layer. */
  private static final double LEAST_SHARE = 0.35;

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

  /** Bits of infill, of each piece in the layer that has the most of them. */
  List<Finding> bits(Schedule schedule) {
    Map<Integer, List<LayerSchedule>> found = new TreeMap<>();
    Map<Integer, Integer> most = new TreeMap<>();
    for (LayerSchedule layer : schedule.layers()) {
      for (LayerFit.Bits bits : layer.fit().bits()) {
        if (bits.ways() >= LEAST_BITS && bits.mm() > LEAST_SHARE * bits.allMm()) {
          found.computeIfAbsent(bits.piece(), _ -> new ArrayList<>()).add(layer);
          most.merge(bits.piece(), bits.ways(), Math::max);
        }
      }
    }
    return found.keySet().stream()
        .map(piece -> bits(plan.pieces().get(piece), found.get(piece), most.get(piece)))
        .toList();
  }

  private Finding bits(Piece piece, List<LayerSchedule> layers, int most) {
    LayerSchedule first = layers.getFirst();
    Settings own = resolver.stratum(piece.id(), 1);
    boolean isFitted = own.choice(ThinPlaces.class) == ThinPlaces.FITTED;
    Scope where = Scope.ofPiece(piece.id());
    int walls = own.count(Setting.WALLS) + 1;
    Remedy more =
        Remedy.rule("%d walls".formatted(walls), plan, where, Setting.WALLS, Value.of(walls));
    return new Finding(
        "thin-bits:" + piece.id(),
        Severity.NOTE,
        "%s has bits of infill in narrow places".formatted(piece.name()),
        Checks.text(
            "In %d %s, the lowest at %.2f mm, infill goes up to %d times to and fro over less than"
                + " %.0f widths; that shakes the machine and holds little. %s",
            layers.size(),
            layers.size() == 1 ? "layer" : "layers",
            first.layer().bottom(),
            most,
            LayerFit.BIT_WIDTHS,
            isFitted ? "One wall more fills them." : "Fitted lines, or one wall more, fill them."),
        Optional.of(piece.id()),
        Optional.of(first.layer().bottom()),
        isFitted
            ? List.of(more)
            : List.of(
                Remedy.rule(
                    "Fit lines to them",
                    plan,
                    where,
                    Setting.THIN_PLACES,
                    Value.of(ThinPlaces.FITTED)),
                more));
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
    Scope where = Scope.ofPiece(piece.id());
    if (own.choice(ThinPlaces.class) != ThinPlaces.FITTED) {
      Value fitted = Value.of(ThinPlaces.FITTED);
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

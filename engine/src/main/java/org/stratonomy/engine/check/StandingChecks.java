package org.stratonomy.engine.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.stratonomy.engine.check.Finding.Remedy;
import org.stratonomy.engine.check.Finding.Severity;
import org.stratonomy.engine.path.LayerFlaws;
import org.stratonomy.engine.path.PieceLines;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.settings.Choice.Support;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Settings;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.strata.PieceLayer;
import org.stratonomy.engine.strata.PieceStack;
import org.stratonomy.engine.strata.Sections;

/**
 * What a piece stands on: parts that begin in mid-air, parts that hang over too far, and a tall
 * piece on little of the bed.
 */
final class StandingChecks {
  /** A piece may be so many times as high as what it stands on is wide. */
  private static final double SLENDER = 6;

  private static final int BRIM = 8;

  private final Plan plan;
  private final Resolver resolver;
  private final boolean onRaft;
  private final List<Finding> findings = new ArrayList<>();

  /**
   * @param onRaft whether all pieces stand on a raft
   */
  StandingChecks(Plan plan, Resolver resolver, boolean onRaft) {
    this.plan = plan;
    this.resolver = resolver;
    this.onRaft = onRaft;
  }

  List<Finding> findings() {
    return findings;
  }

  void run(
      Piece piece, PieceStack stack, Sections sections, PieceLines lines, List<LayerFlaws> flaws) {
    islands(piece, stack.layers(), sections, lines);
    overhangs(piece, stack.layers(), flaws);
    if (stack.onBed() && !onRaft && !stack.layers().isEmpty()) {
      contact(piece, stack.layers(), lines);
    }
  }

  private void islands(Piece piece, List<PieceLayer> layers, Sections sections, PieceLines lines) {
    List<PieceLayer> heights = new ArrayList<>();
    int places = 0;
    double mm2 = 0;
    for (PieceLayer layer : layers) {
      for (Area island : sections.islands(layer.index()).parts()) {
        boolean isCarried =
            lines.supportBelow(layer).stream()
                .anyMatch(support -> !Plane.intersection(island, support).isEmpty());
        if (!isCarried) {
          places++;
          mm2 = Math.max(mm2, island.areaMm2());
          heights.add(layer);
        }
      }
    }
    if (places > 0) {
      PieceLayer first = heights.getFirst();
      findings.add(
          new Finding(
              "mid-air:" + piece.id(),
              Severity.WARNING,
              Checks.text(
                  "%s begins in mid-air in %d %s",
                  piece.name(), places, places == 1 ? "place" : "places"),
              Checks.text(
                  "%s there is nothing below up to %.1f mm² of it. Support it, turn the piece, or"
                      + " join it to what is below.",
                  first == heights.getLast()
                      ? Checks.text("At %.2f mm", first.bottom())
                      : Checks.text(
                          "From %.2f to %.2f mm", first.bottom(), heights.getLast().bottom()),
                  mm2),
              Optional.of(piece.id()),
              Optional.of(first.bottom()),
              List.of(support(plan, piece))));
    }
  }

  private void overhangs(Piece piece, List<PieceLayer> layers, List<LayerFlaws> flaws) {
    List<PieceLayer> found = new ArrayList<>();
    double mm2 = 0;
    double degrees = 0;
    for (PieceLayer layer : layers) {
      Settings own = resolver.stratum(piece.id(), layer.stratum());
      double hanging = flaws.get(layer.index() - 1).hangingMm2();
      if (hanging > 0 && own.choice(Support.class) == Support.NONE) {
        found.add(layer);
        mm2 = Math.max(mm2, hanging);
        degrees = own.number(Setting.SUPPORT_ANGLE);
      }
    }
    if (!found.isEmpty()) {
      PieceLayer first = found.getFirst();
      findings.add(
          new Finding(
              "overhang:" + piece.id(),
              Severity.NOTE,
              Checks.text("%s hangs over by more than %.0f°", piece.name(), degrees),
              Checks.text(
                  "In %d %s, the lowest at %.2f mm, up to %.1f mm² of a layer lie beside what is"
                      + " below and may droop. Support it, or turn the piece.",
                  found.size(), found.size() == 1 ? "layer" : "layers", first.bottom(), mm2),
              Optional.of(piece.id()),
              Optional.of(first.bottom()),
              List.of(support(plan, piece))));
    }
  }

  private void contact(Piece piece, List<PieceLayer> layers, PieceLines lines) {
    double mm2 = lines.footprint(layers.getFirst()).areaMm2();
    double height = layers.getLast().top();
    if (height > SLENDER * Math.sqrt(mm2)) {
      findings.add(
          new Finding(
              "little-contact:" + piece.id(),
              Severity.WARNING,
              "%s stands on little of the bed".formatted(piece.name()),
              Checks.text(
                  "It is %.0f mm high and covers %.0f mm² of the bed, brim and support included; it"
                      + " may come off. A brim or a raft holds it.",
                  height, mm2),
              Optional.of(piece.id()),
              Optional.of(0.0),
              List.of(
                  Remedy.rule(
                      "Add a brim of %d lines".formatted(BRIM),
                      plan,
                      Scope.ofPiece(piece.id()),
                      Setting.BRIM_LINES,
                      Value.of(BRIM)))));
    }
  }

  /** Supports all of a piece that needs it. */
  static Remedy support(Plan plan, Piece piece) {
    Scope where = Scope.ofPiece(piece.id());
    return Remedy.rule("Support it", plan, where, Setting.SUPPORT, Value.of(Support.EVERYWHERE));
  }
}

package org.stratonomy.engine.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.stratonomy.engine.check.Finding.Remedy;
import org.stratonomy.engine.check.Finding.Severity;
import org.stratonomy.engine.edit.Divider;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.strata.HeightProfile;
import org.stratonomy.engine.strata.PieceLayer;
import org.stratonomy.engine.strata.PieceStack;
import org.stratonomy.engine.strata.PlacedPiece;
import org.stratonomy.engine.strata.Sections;

/** Boundaries between filaments that lie within the solid layers of a flat top or bottom. */
final class SkinChecks {
  private static final double SAME_MM = 1e-3;

  private final Plan plan;
  private final Resolver resolver;
  private final List<Finding> findings = new ArrayList<>();

  SkinChecks(Plan plan, Resolver resolver) {
    this.plan = plan;
    this.resolver = resolver;
  }

  List<Finding> findings() {
    return findings;
  }

  void run(PlacedPiece placed, PieceStack stack, Sections sections) {
    Piece piece = placed.piece();
    if (piece.boundaries().isEmpty()) {
      return;
    }
    HeightProfile profile = HeightProfile.of(stack, sections);
    for (int i = 0; i < piece.boundaries().size(); i++) {
      int below = resolver.stratum(piece.id(), i + 1).slot();
      int above = resolver.stratum(piece.id(), i + 2).slot();
      if (below != above) {
        cut(placed, stack, profile, i);
      }
    }
  }

  private void cut(PlacedPiece placed, PieceStack stack, HeightProfile profile, int boundary) {
    Piece piece = placed.piece();
    double bottom = placed.level().minZ();
    double height = piece.boundaries().get(boundary) + bottom;
    for (double flat : profile.marks()) {
      List<PieceLayer> between =
          stack.layers().stream()
              .filter(l -> l.bottom() > Math.min(flat, height) - SAME_MM)
              .filter(l -> l.top() < Math.max(flat, height) + SAME_MM)
              .toList();
      boolean isTop = falls(stack, profile, flat);
      Setting layers = isTop ? Setting.TOP_LAYERS : Setting.BOTTOM_LAYERS;
      int stratum = isTop ? boundary + 1 : boundary + 2;
      int skin = resolver.stratum(piece.id(), stratum).count(layers);
      boolean within = isTop ? height < flat - SAME_MM : height > flat + SAME_MM;
      if (within && between.size() < skin) {
        found(placed, boundary, flat, isTop, between.size(), skin);
        return;
      }
    }
  }

  /** Whether the outline becomes smaller at a height. */
  private static boolean falls(PieceStack stack, HeightProfile profile, double height) {
    for (int i = 0; i + 1 < stack.layers().size(); i++) {
      if (Math.abs(stack.layers().get(i).top() - height) < SAME_MM) {
        return profile.areasMm2()[i + 1] < profile.areasMm2()[i];
      }
    }
    return false;
  }

  private void found(
      PlacedPiece placed, int boundary, double flat, boolean isTop, int beyond, int skin) {
    Piece piece = placed.piece();
    double bottom = placed.level().minZ();
    double height = piece.boundaries().get(boundary) + bottom;
    List<Double> boundaries = piece.boundaries();
    boolean mayMove =
        (boundary == 0 || boundaries.get(boundary - 1) + bottom < flat - SAME_MM)
            && (boundary + 1 == boundaries.size()
                || boundaries.get(boundary + 1) + bottom > flat + SAME_MM);
    findings.add(
        new Finding(
            "skin-cut:%s:%s".formatted(piece.id(), piece.strata().get(boundary + 2).id()),
            Severity.NOTE,
            "A boundary cuts a skin of %s".formatted(piece.name()),
            Checks.text(
                "The flat %s at %.2f mm is %d layers thick; the boundary at %.2f mm gives %d of"
                    + " them another filament than the rest, which may shine through.",
                isTop ? "top" : "bottom", flat, skin, height, beyond),
            Optional.of(piece.id()),
            Optional.of(height),
            mayMove
                ? List.of(
                    new Remedy(
                        Checks.text("Move it to %.2f mm", flat),
                        new Divider(plan, piece.id())
                            .move(boundaries.get(boundary), flat - bottom)))
                : List.of()));
  }
}

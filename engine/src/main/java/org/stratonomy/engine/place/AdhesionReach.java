package org.stratonomy.engine.place;

import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.settings.Choice.BrimSide;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Settings;

/** How far what is printed reaches outwards of the models, mm. */
public final class AdhesionReach {
  private AdhesionReach() {}

  /** Of skirt and brim, or of skirt and raft. */
  public static double ofAll(Plan plan, Resolver resolver) {
    Settings settings = resolver.plan();
    int lines = settings.count(Setting.SKIRT_LINES);
    double width = settings.number(Setting.LINE_WIDTH);
    double skirt = lines == 0 ? 0 : settings.number(Setting.SKIRT_DISTANCE) + lines * width;
    boolean raft = settings.count(Setting.RAFT_LAYERS) > 0;
    double around =
        raft
            ? ofOutlines(plan, resolver) + settings.number(Setting.RAFT_MARGIN)
            : ofBrim(plan, resolver);
    return around + skirt;
  }

  /** Of outlines that are corrected to lie further out than the models'. */
  public static double ofOutlines(Plan plan, Resolver resolver) {
    return plan.pieces().stream().mapToDouble(piece -> ofOutlines(piece, resolver)).max().orElse(0);
  }

  /** Of a piece's outlines in any of its strata. */
  public static double ofOutlines(Piece piece, Resolver resolver) {
    double most = 0;
    for (int stratum = 1; stratum <= piece.strata().count(); stratum++) {
      Settings settings = resolver.stratum(piece.id(), stratum);
      most = Math.max(most, settings.number(Setting.OUTLINE_OUT));
    }
    return most;
  }

  /** Of the widest brim, or of outlines where there is none. */
  public static double ofBrim(Plan plan, Resolver resolver) {
    return plan.pieces().stream().mapToDouble(piece -> ofBrim(piece, resolver)).max().orElse(0);
  }

  private static double ofBrim(Piece piece, Resolver resolver) {
    Settings settings = resolver.stratum(piece.id(), 1);
    boolean outside = settings.choice(BrimSide.class) != BrimSide.INSIDE;
    double lines = settings.count(Setting.BRIM_LINES) * settings.number(Setting.LINE_WIDTH);
    return ofOutlines(piece, resolver) + (outside ? lines : 0);
  }

  /** Of what is laid around a piece itself: its brim, or the raft. */
  public static double ofPiece(Piece piece, Resolver resolver) {
    Settings plan = resolver.plan();
    return plan.count(Setting.RAFT_LAYERS) > 0
        ? ofOutlines(piece, resolver) + plan.number(Setting.RAFT_MARGIN)
        : ofBrim(piece, resolver);
  }
}

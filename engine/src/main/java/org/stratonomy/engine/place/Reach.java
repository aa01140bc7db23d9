package org.stratonomy.engine.place;

import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plan.Setting;
import org.stratonomy.engine.plan.Settings;

/** How far what is printed on the bed around the pieces reaches outwards of them, mm. */
public final class Reach {
  private Reach() {}

  /** Of skirt and brim, or of skirt and raft. */
  public static double ofAll(Plan plan, Resolver resolver) {
    Settings settings = resolver.plan();
    int lines = settings.count(Setting.SKIRT_LINES);
    double width = settings.number(Setting.LINE_WIDTH);
    double skirt = lines == 0 ? 0 : settings.number(Setting.SKIRT_DISTANCE) + lines * width;
    boolean raft = settings.count(Setting.RAFT_LAYERS) > 0;
    return (raft ? settings.number(Setting.RAFT_MARGIN) : ofBrim(plan, resolver)) + skirt;
  }

  /** Of the widest brim. */
  public static double ofBrim(Plan plan, Resolver resolver) {
    double most = 0;
    for (Piece piece : plan.pieces()) {
      Settings settings = resolver.stratum(piece.id(), 1);
      double reach = settings.count(Setting.BRIM_LINES) * settings.number(Setting.LINE_WIDTH);
      boolean outside = !settings.choice(Setting.BRIM_SIDE).equals("inside");
      most = outside ? Math.max(most, reach) : most;
    }
    return most;
  }
}

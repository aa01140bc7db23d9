package org.stratonomy.engine.strata;

import java.util.Locale;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.shelf.Machine;

/** Refuses pieces far off the bed. A piece a little off the bed is a finding instead. */
public final class NearBedCheck {
  /** So far beyond the bed a piece may reach: the larger of a length and a number of beds. */
  private static final double FAR_MM = 1000;

  private static final double FAR_BEDS = 2;

  private NearBedCheck() {}

  /**
   * @throws Problem if the piece reaches further
   */
  public static void check(PlacedPiece placed, Machine machine) {
    Bounds at = placed.bounds();
    double beyondX = Math.max(FAR_MM, FAR_BEDS * machine.bedX());
    double beyondY = Math.max(FAR_MM, FAR_BEDS * machine.bedY());
    boolean isNear =
        at.minX() >= -beyondX
            && at.maxX() <= machine.bedX() + beyondX
            && at.minY() >= -beyondY
            && at.maxY() <= machine.bedY() + beyondY;
    if (!isNear) {
      throw new Problem(
          Problem.Kind.PLAN,
          "piece '%s'".formatted(placed.piece().name()),
          String.format(
              Locale.ROOT,
              "It spans X %.0f to %.0f and Y %.0f to %.0f mm, far off the bed of %s.",
              at.minX(),
              at.maxX(),
              at.minY(),
              at.maxY(),
              machine.room().bed().text()),
          String.format(
              Locale.ROOT,
              "Move it to the bed or scale it down; its size is %.0f × %.0f × %.0f mm.",
              at.sizeX(),
              at.sizeY(),
              at.sizeZ()));
    }
  }
}

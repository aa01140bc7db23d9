package org.stratonomy.engine.path;

import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Settings;
import org.stratonomy.engine.strata.PieceLayer;
import org.stratonomy.engine.strata.Sections;

/**
 * How much of a layer of a piece prints badly or not at all: what has nothing of the piece below
 * it, whether support carries it or not, and what is too thin.
 *
 * @param hangingMm2 what reaches over air by more than the angle from which the plan supports, and
 *     is carried on one side only
 * @param startingMm2 what begins in mid-air
 * @param lostMm2 what is too thin for any line
 */
public record LayerFlaws(double hangingMm2, double startingMm2, double lostMm2) {

  /**
   * @param own what holds in the layer
   */
  public static LayerFlaws of(PieceLayer layer, Settings own, Sections sections, PieceLines lines) {
    boolean isLowest = layer.index() == 1 && sections.belt(0).isEmpty();
    double angle = own.number(Setting.SUPPORT_ANGLE);
    return new LayerFlaws(
        isLowest ? 0 : lines.hanging(layer, angle).areaMm2(),
        isLowest ? 0 : sections.islands(layer.index()).areaMm2(),
        lines.lost(layer).areaMm2());
  }
}

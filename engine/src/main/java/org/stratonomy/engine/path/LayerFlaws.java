package org.stratonomy.engine.path;

import org.stratonomy.engine.plan.Setting;
import org.stratonomy.engine.plan.Settings;
import org.stratonomy.engine.strata.PieceLayer;
import org.stratonomy.engine.strata.PieceStack;
import org.stratonomy.engine.strata.Sections;

/**
 * How much of each layer of a piece prints badly or not at all: what has nothing of the piece below
 * it, whether support carries it or not, and what is too thin.
 *
 * @param hangingMm2 for each layer, what reaches over air by more than the angle from which the
 *     plan supports, and is carried on one side only
 * @param startingMm2 for each layer, what begins in mid-air
 * @param lostMm2 for each layer, what is too thin for any line
 */
public record LayerFlaws(double[] hangingMm2, double[] startingMm2, double[] lostMm2) {

  /** With nothing known yet; {@link #measure} fills in layer by layer. */
  public static LayerFlaws of(PieceStack stack) {
    int count = stack.layers().size();
    return new LayerFlaws(new double[count], new double[count], new double[count]);
  }

  /** Measures one layer; several may be measured at once. */
  public void measure(PieceLayer layer, Settings own, Sections sections, PieceLines lines) {
    int i = layer.index() - 1;
    lostMm2[i] = lines.lost(layer).areaMm2();
    if (i > 0) {
      hangingMm2[i] = lines.hanging(layer, own.number(Setting.SUPPORT_ANGLE)).areaMm2();
      startingMm2[i] = sections.islands(layer.index()).areaMm2();
    }
  }
}

package org.stratonomy.engine.melt;

import java.util.List;
import org.stratonomy.engine.shelf.CieLab;

/** Colours of filaments that are mixed like pigments. */
public final class PigmentMix {
  /** No two colours are so far apart that a smaller share of one in the other is seen. */
  private static final double UNSEEN = 1e-3;

  private final List<String> colours;

  /**
   * @param colours of the filaments, as #rrggbb
   */
  public PigmentMix(List<String> colours) {
    this.colours = List.copyOf(colours);
  }

  public int count() {
    return colours.size();
  }

  /**
   * The colour of a mix, 0xrrggbb.
   *
   * @param shares of the filaments, that add up to 1
   */
  public int rgb(double[] shares) {
    return CieLab.rgb(CieLab.mix(colours, shares));
  }

  /** Whether two mixes are told apart. */
  public boolean isSeen(double[] one, double[] other) {
    double most = 0;
    for (int i = 0; i < one.length; i++) {
      most = Math.max(most, Math.abs(one[i] - other[i]));
    }
    if (most < UNSEEN) {
      return false;
    }
    CieLab first = CieLab.of(CieLab.mix(colours, one));
    return first.distance(CieLab.of(CieLab.mix(colours, other))) > PurgeVolumes.JUST_SEEN;
  }
}

package org.stratonomy.engine.strata;

/**
 * One layer of one piece: fills the height from bottom to top, the nozzle is at the top while it is
 * printed.
 *
 * @param index from 1 at the bottom of the piece
 * @param bottom mm above the bed
 * @param top mm above the bed
 * @param stratum from 1 at the bottom
 */
public record PieceLayer(int index, double bottom, double top, int stratum) {
  public double height() {
    return top - bottom;
  }

  /** Where the piece is cut for its outline. */
  public double middle() {
    return (bottom + top) / 2;
  }
}

package org.stratonomy.engine.plan;

import java.util.Comparator;
import java.util.List;

/**
 * What of a plan a line is printed for: a stratum of a piece, or regions in it in which other
 * settings hold than around them.
 *
 * @param piece index of the piece in the plan, from 0; {@link #NO_PIECE} for what is beside all of
 *     them: skirt, raft, tower
 * @param stratum from 1; 0 beside all pieces
 * @param regions ids of the regions, in their order; several if the same holds in all of them, none
 *     outside of regions
 */
public record PrintedFor(int piece, int stratum, List<String> regions)
    implements Comparable<PrintedFor> {
  public static final int NO_PIECE = -1;

  /** Of lines that belong to no piece. */
  public static final PrintedFor BESIDE = new PrintedFor(NO_PIECE, 0, List.of());

  private static final Comparator<PrintedFor> ORDER =
      Comparator.comparing((PrintedFor origin) -> !origin.hasPiece())
          .thenComparing(PrintedFor::piece)
          .thenComparing(PrintedFor::stratum)
          .thenComparing(
              PrintedFor::regions, (a, b) -> String.join(",", a).compareTo(String.join(",", b)));

  public PrintedFor {
    regions = List.copyOf(regions);
  }

  public boolean hasPiece() {
    return piece != NO_PIECE;
  }

  /** In the order of pieces and strata, outside of regions first; last what belongs to no piece. */
  @Override
  public int compareTo(PrintedFor o) {
    return ORDER.compare(this, o);
  }
}

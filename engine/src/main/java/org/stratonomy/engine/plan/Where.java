package org.stratonomy.engine.plan;

import java.util.List;

/**
 * The spots that a rule is for; an empty list sets no limit.
 *
 * @param pieces ids of pieces
 * @param strata numbers of strata, 1 at the bottom
 */
public record Where(List<String> pieces, List<Integer> strata) {
  public static final Where EVERYWHERE = new Where(List.of(), List.of());

  public Where {
    pieces = List.copyOf(pieces);
    strata = List.copyOf(strata);
  }

  public boolean isEverywhere() {
    return pieces.isEmpty() && strata.isEmpty();
  }

  public boolean matches(String piece, int stratum) {
    return matchesPiece(piece) && (strata.isEmpty() || strata.contains(stratum));
  }

  public boolean matchesPiece(String piece) {
    return pieces.isEmpty() || pieces.contains(piece);
  }
}

package org.stratonomy.engine.settings;

import java.util.Set;

/**
 * A place in a piece, as far as rules can tell places apart.
 *
 * @param body id of the body that owns the place
 * @param stratum id of the stratum of the piece
 * @param regions ids of the regions that the place lies in
 * @param layer of the piece, from 1
 * @param layerInStratum counted from the lowest of the stratum, from 1
 * @param planStratum id of the stratum of the plan
 */
public record ScopeSpot(
    String piece,
    String body,
    String stratum,
    Set<String> regions,
    int layer,
    int layerInStratum,
    String planStratum) {
  public ScopeSpot {
    regions = Set.copyOf(regions);
  }
}

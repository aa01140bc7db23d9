package org.stratonomy.engine.plan;

import java.util.Set;

/**
 * A place in a piece, as far as rules can tell places apart.
 *
 * @param body id of the body that owns the place
 * @param regions ids of the regions that the place lies in
 * @param layer of the piece, from 1
 * @param layerInStratum counted from the lowest of the stratum, from 1
 * @param planStratum number of the plan's stratum, from 1
 */
public record Spot(
    String piece,
    String body,
    int stratum,
    Set<String> regions,
    int layer,
    int layerInStratum,
    int planStratum) {
  public Spot {
    regions = Set.copyOf(regions);
  }
}

package org.stratonomy.engine.plan;

import java.util.List;

/**
 * Something placed on the bed: bodies that keep their positions to each other.
 *
 * @param id unique within the plan
 * @param name what the user calls it
 * @param boundaries heights between its strata, mm above the bed, ascending
 */
public record Piece(
    String id, String name, List<Body> bodies, Placement placement, List<Double> boundaries) {
  public Piece {
    bodies = List.copyOf(bodies);
    boundaries = boundaries.stream().sorted().toList();
  }

  public int strataCount() {
    return boundaries.size() + 1;
  }

  public Piece withPlacement(Placement changed) {
    return new Piece(id, name, bodies, changed, boundaries);
  }

  public Piece withBoundaries(List<Double> changed) {
    return new Piece(id, name, bodies, placement, changed);
  }
}

package org.stratonomy.engine.plan;

import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;

/**
 * Something placed on the bed: bodies that keep their positions to each other.
 *
 * @param id unique within the plan
 * @param name what the user calls it
 * @param bodies where two overlap, the one nearer to the front of the list owns the place
 * @param boundaries heights between its strata, mm above the bed, ascending
 */
public record Piece(
    String id,
    String name,
    List<Body> bodies,
    Placement placement,
    List<Double> boundaries,
    List<Region> regions) {
  public Piece {
    bodies = List.copyOf(bodies);
    regions = List.copyOf(regions);
    boundaries = boundaries.stream().sorted().toList();
  }

  /** A piece without regions. */
  public Piece(
      String id, String name, List<Body> bodies, Placement placement, List<Double> boundaries) {
    this(id, name, bodies, placement, boundaries, List.of());
  }

  public Optional<Region> region(String region) {
    return regions.stream().filter(r -> r.id().equals(region)).findFirst();
  }

  /** The meshes of its bodies and regions. */
  public List<String> meshes() {
    Stream<String> ofRegions =
        regions.stream()
            .map(Region::shape)
            .filter(Region.Solid.class::isInstance)
            .map(shape -> ((Region.Solid) shape).mesh());
    return Stream.concat(bodies.stream().map(Body::mesh), ofRegions).distinct().toList();
  }

  /** The same piece with its meshes under other references. */
  public Piece withMeshes(UnaryOperator<String> renamed) {
    List<Body> others =
        bodies.stream().map(b -> new Body(b.id(), b.name(), renamed.apply(b.mesh()))).toList();
    return withBodies(others)
        .withRegions(regions.stream().map(region -> region.withMesh(renamed)).toList());
  }

  public int strataCount() {
    return boundaries.size() + 1;
  }

  public Piece withPlacement(Placement changed) {
    return new Piece(id, name, bodies, changed, boundaries, regions);
  }

  public Piece withBoundaries(List<Double> changed) {
    return new Piece(id, name, bodies, placement, changed, regions);
  }

  public Piece withBodies(List<Body> changed) {
    return new Piece(id, name, changed, placement, boundaries, regions);
  }

  public Piece withRegions(List<Region> changed) {
    return new Piece(id, name, bodies, placement, boundaries, changed);
  }
}

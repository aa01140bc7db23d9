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
 * @param strata its height ranges, which belong to the model: they may reach below the bed or end
 *     above its top
 * @param fixed whether it stays where it is when pieces are arranged
 */
public record Piece(
    String id,
    String name,
    List<Body> bodies,
    Placement placement,
    Strata strata,
    List<Region> regions,
    boolean fixed) {
  public Piece {
    bodies = List.copyOf(bodies);
    regions = List.copyOf(regions);
  }

  /**
   * A piece whose strata have no names.
   *
   * @param boundaries heights between its strata, mm above the bed
   */
  public Piece(
      String id,
      String name,
      List<Body> bodies,
      Placement placement,
      List<Double> boundaries,
      List<Region> regions) {
    this(id, name, bodies, placement, Strata.of(boundaries), regions, false);
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
    List<Body> others = bodies.stream().map(b -> b.withMesh(renamed.apply(b.mesh()))).toList();
    return withBodies(others)
        .withRegions(regions.stream().map(region -> region.withMesh(renamed)).toList());
  }

  /** Heights between its strata, mm above the bed, ascending. */
  public List<Double> boundaries() {
    return strata.boundaries();
  }

  public Optional<Body> body(String body) {
    return bodies.stream().filter(b -> b.id().equals(body)).findFirst();
  }

  public Piece withName(String changed) {
    return new Piece(id, changed, bodies, placement, strata, regions, fixed);
  }

  public Piece withFixed(boolean changed) {
    return new Piece(id, name, bodies, placement, strata, regions, changed);
  }

  public Piece withPlacement(Placement changed) {
    return new Piece(id, name, bodies, changed, strata, regions, fixed);
  }

  public Piece withStrata(Strata changed) {
    return new Piece(id, name, bodies, placement, changed, regions, fixed);
  }

  public Piece withBodies(List<Body> changed) {
    return new Piece(id, name, changed, placement, strata, regions, fixed);
  }

  public Piece withRegions(List<Region> changed) {
    return new Piece(id, name, bodies, placement, strata, changed, fixed);
  }
}

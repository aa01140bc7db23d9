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
 * @param strataNames what the user calls its strata, from the lowest; one that is empty or missing
 *     goes by its number
 * @param fixed whether it stays where it is when pieces are arranged
 */
public record Piece(
    String id,
    String name,
    List<Body> bodies,
    Placement placement,
    List<Double> boundaries,
    List<Region> regions,
    List<String> strataNames,
    boolean fixed) {
  public Piece {
    strataNames = List.copyOf(strataNames);
    bodies = List.copyOf(bodies);
    regions = List.copyOf(regions);
    boundaries = boundaries.stream().sorted().toList();
  }

  /** A piece whose strata have no names. */
  public Piece(
      String id,
      String name,
      List<Body> bodies,
      Placement placement,
      List<Double> boundaries,
      List<Region> regions) {
    this(id, name, bodies, placement, boundaries, regions, List.of(), false);
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

  public int strataCount() {
    return boundaries.size() + 1;
  }

  public Piece withPlacement(Placement changed) {
    return new Piece(id, name, bodies, changed, boundaries, regions, strataNames, fixed);
  }

  public Piece withBoundaries(List<Double> changed) {
    return new Piece(id, name, bodies, placement, changed, regions, strataNames, fixed);
  }

  public Piece withBodies(List<Body> changed) {
    return new Piece(id, name, changed, placement, boundaries, regions, strataNames, fixed);
  }

  public Piece withRegions(List<Region> changed) {
    return new Piece(id, name, bodies, placement, boundaries, changed, strataNames, fixed);
  }

  public Piece withStrataNames(List<String> changed) {
    return new Piece(id, name, bodies, placement, boundaries, regions, changed, fixed);
  }

  /** How a stratum is called in lists: by its number, and its name if it has one. */
  public String stratumText(int stratum) {
    String called = strataName(stratum);
    return "stratum " + stratum + (called.isBlank() ? "" : " " + called);
  }

  /** The name of a stratum, or an empty text. */
  public String strataName(int stratum) {
    return stratum <= strataNames.size() ? strataNames.get(stratum - 1) : "";
  }
}

package org.stratonomy.engine.settings;

import java.util.List;
import java.util.Optional;

/**
 * The spots that a rule is for; an empty list, or no layers, sets no limit.
 *
 * @param pieces ids of pieces
 * @param bodies ids of bodies
 * @param strata ids of strata of pieces
 * @param regions ids of regions; a spot in one of them is enough
 * @param roles of lines
 * @param layers of the piece
 * @param planStrata ids of strata of the plan
 */
public record Scope(
    List<String> pieces,
    List<String> bodies,
    List<String> strata,
    List<String> regions,
    List<Role> roles,
    Optional<Layers> layers,
    List<String> planStrata) {
  public static final Scope EVERYWHERE = new Scope(List.of(), List.of());

  /**
   * Some layers of a piece.
   *
   * @param from where they are counted from; the first one is 1
   * @param first lowest of them
   * @param last highest of them; {@link #OPEN} for all from the first one on
   */
  public record Layers(From from, int first, int last) {
    public static final int OPEN = Integer.MAX_VALUE;

    /** Where layers are counted from. */
    public enum From {
      PIECE,
      STRATUM
    }

    boolean contains(ScopeSpot spot) {
      int layer = from == From.PIECE ? spot.layer() : spot.layerInStratum();
      return layer >= first && layer <= last;
    }
  }

  public Scope {
    pieces = List.copyOf(pieces);
    bodies = List.copyOf(bodies);
    strata = List.copyOf(strata);
    regions = List.copyOf(regions);
    roles = List.copyOf(roles);
    planStrata = List.copyOf(planStrata);
  }

  /** A place that the plan's own strata do not limit. */
  public Scope(
      List<String> pieces,
      List<String> bodies,
      List<String> strata,
      List<String> regions,
      List<Role> roles,
      Optional<Layers> layers) {
    this(pieces, bodies, strata, regions, roles, layers, List.of());
  }

  /** Strata of pieces, all of them. */
  public Scope(List<String> pieces, List<String> strata) {
    this(pieces, List.of(), strata, List.of(), List.of(), Optional.empty());
  }

  /** All of a piece. */
  public static Scope ofPiece(String id) {
    return new Scope(List.of(id), List.of());
  }

  /** The same place, but only lines of a role. */
  public Scope withRole(Role role) {
    return new Scope(pieces, bodies, strata, regions, List.of(role), layers, planStrata);
  }

  /** The same place in other regions. */
  public Scope withRegions(List<String> others) {
    return new Scope(pieces, bodies, strata, others, roles, layers, planStrata);
  }

  /** The same place in other bodies. */
  public Scope withBodies(List<String> others) {
    return new Scope(pieces, others, strata, regions, roles, layers, planStrata);
  }

  /** The same place in other strata of the plan. */
  public Scope withPlanStrata(List<String> others) {
    return new Scope(pieces, bodies, strata, regions, roles, layers, others);
  }

  /** The same place in other pieces. */
  public Scope withPieces(List<String> others) {
    return new Scope(others, bodies, strata, regions, roles, layers, planStrata);
  }

  /** The same place in other strata of pieces. */
  public Scope withStrata(List<String> others) {
    return new Scope(pieces, bodies, others, regions, roles, layers, planStrata);
  }

  public boolean isEverywhere() {
    return equals(EVERYWHERE);
  }

  /** Whether every spot of this place is one of another by what both name, but not the reverse. */
  public boolean isNarrowerThan(Scope other) {
    return !equals(other)
        && isWithin(pieces, other.pieces)
        && isWithin(bodies, other.bodies)
        && isWithin(strata, other.strata)
        && isWithin(regions, other.regions)
        && isWithin(roles, other.roles)
        && isWithin(planStrata, other.planStrata)
        && (other.layers.isEmpty() || other.layers.equals(layers));
  }

  private static <T> boolean isWithin(List<T> names, List<T> others) {
    return others.isEmpty() || (!names.isEmpty() && others.containsAll(names));
  }

  /** Whether the rule may hold for some part of a stratum only. */
  public boolean isWithinStrata() {
    return !bodies.isEmpty()
        || !regions.isEmpty()
        || !roles.isEmpty()
        || !planStrata.isEmpty()
        || layers.isPresent();
  }

  /**
   * Whether some spot of a stratum may match.
   *
   * @param stratum its id
   */
  public boolean matches(String piece, String stratum) {
    return matchesPiece(piece) && (strata.isEmpty() || strata.contains(stratum));
  }

  public boolean matchesPiece(String piece) {
    return pieces.isEmpty() || pieces.contains(piece);
  }

  /** Whether a spot matches, whatever its role. */
  public boolean matches(ScopeSpot spot) {
    return matches(spot.piece(), spot.stratum())
        && (bodies.isEmpty() || bodies.contains(spot.body()))
        && (planStrata.isEmpty() || planStrata.contains(spot.planStratum()))
        && (regions.isEmpty() || regions.stream().anyMatch(spot.regions()::contains))
        && layers.map(range -> range.contains(spot)).orElse(true);
  }

  /** Whether a setting can be set for such a place at all. */
  public boolean canSet(Setting setting) {
    return switch (setting.scope()) {
      case PLAN -> isEverywhere();
      case PIECE, STRATUM -> !isWithinStrata();
      case CELL -> roles.isEmpty();
      case LINE -> true;
    };
  }
}

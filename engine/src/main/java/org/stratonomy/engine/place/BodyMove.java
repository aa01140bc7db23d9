package org.stratonomy.engine.place;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.shelf.FreeId;

/**
 * Takes a body out of its piece and puts it into another one, with its patches. Rules that held for
 * it go on holding, but for those of strata and volumes that stay behind.
 */
final class BodyMove {
  private final Plan plan;
  private final Piece from;
  private final Body body;
  private final List<Region> patches;
  private String target = "";

  BodyMove(Plan plan, Piece from, Body body) {
    if (from.bodies().size() == 1) {
      throw Placer.bad(
          "%s is the only body of its piece.".formatted(body.name()), "Join the pieces instead.");
    }
    this.plan = plan;
    this.from = from;
    this.body = body;
    this.patches = from.regions().stream().filter(this::isPatchOfBody).toList();
  }

  private boolean isPatchOfBody(Region region) {
    return region.shape() instanceof Region.Patch patch && patch.body().equals(body.id());
  }

  /** Id of the piece that the body went to. */
  String target() {
    return target;
  }

  Plan intoNew() {
    String id = FreeId.of(body.id(), other -> plan.piece(other).isPresent());
    Piece piece =
        new Piece(id, body.name(), List.of(body), from.placement(), from.strata(), patches, false);
    List<Piece> pieces = new ArrayList<>(left());
    pieces.add(piece);
    return plan.withPieces(pieces).withRules(rules(id, body.id(), patchIds(List.of())));
  }

  Plan into(Piece other) {
    if (other.id().equals(from.id())) {
      throw Placer.bad("It is in that piece already.", "Choose another piece.");
    }
    Set<String> bodies = other.bodies().stream().map(Body::id).collect(Collectors.toSet());
    String id = FreeId.of(body.id(), bodies::contains);
    Map<String, String> ids = patchIds(other.regions());
    List<Body> all = new ArrayList<>(other.bodies());
    all.add(new Body(id, body.name(), body.mesh(), body.shift()));
    List<Region> regions = new ArrayList<>(other.regions());
    for (Region region : patches) {
      Region.Patch patch = (Region.Patch) region.shape();
      regions.add(
          new Region(
              ids.get(region.id()),
              region.name(),
              new Region.Patch(id, patch.triangles(), patch.sideways(), patch.upright())));
    }
    List<Piece> pieces =
        left().stream()
            .map(p -> p.id().equals(other.id()) ? p.withBodies(all).withRegions(regions) : p)
            .toList();
    return plan.withPieces(pieces).withRules(rules(other.id(), id, ids));
  }

  private Map<String, String> patchIds(List<Region> there) {
    Set<String> taken = there.stream().map(Region::id).collect(Collectors.toSet());
    return patches.stream()
        .collect(Collectors.toMap(Region::id, patch -> FreeId.of(patch.id(), taken::contains)));
  }

  private List<Piece> left() {
    Piece rest =
        from.withBodies(from.bodies().stream().filter(b -> b != body).toList())
            .withRegions(from.regions().stream().filter(r -> !patches.contains(r)).toList());
    return plan.pieces().stream().map(p -> p == from ? rest : p).toList();
  }

  private List<Rule> rules(String piece, String bodyId, Map<String, String> regions) {
    target = piece;
    List<Rule> rules = new ArrayList<>();
    for (Rule rule : plan.rules()) {
      staying(rule.where()).ifPresent(where -> rules.add(rule.withWhere(where)));
      going(rule.where(), piece, bodyId, regions)
          .ifPresent(where -> rules.add(rule.withWhere(where)));
    }
    return rules;
  }

  /** What of a place is left without the body and its patches. */
  private Optional<Scope> staying(Scope where) {
    if (!where.matchesPiece(from.id())) {
      return Optional.of(where);
    }
    boolean hereOnly = where.pieces().equals(List.of(from.id()));
    List<String> bodies =
        where.bodies().stream()
            .filter(
                id ->
                    !id.equals(body.id()) || !hereOnly && isElsewhere(Piece::bodies, Body::id, id))
            .toList();
    List<String> regions =
        where.regions().stream()
            .filter(id -> !isPatch(id) || !hereOnly && isElsewhere(Piece::regions, Region::id, id))
            .toList();
    boolean nothingLeft =
        bodies.isEmpty() && !where.bodies().isEmpty()
            || regions.isEmpty() && !where.regions().isEmpty();
    return nothingLeft
        ? Optional.empty()
        : Optional.of(where.withBodies(bodies).withRegions(regions));
  }

  private boolean isPatch(String region) {
    return patches.stream().anyMatch(patch -> patch.id().equals(region));
  }

  /** Whether another piece has a part of this name, too. */
  private <T> boolean isElsewhere(
      Function<Piece, List<T>> parts, Function<T, String> idOf, String id) {
    return plan.pieces().stream()
        .filter(p -> p != from)
        .flatMap(p -> parts.apply(p).stream())
        .anyMatch(part -> idOf.apply(part).equals(id));
  }

  /** The part of a place that goes with the body. */
  private Optional<Scope> going(
      Scope where, String piece, String bodyId, Map<String, String> regions) {
    boolean named = where.pieces().contains(from.id()) || where.bodies().contains(body.id());
    boolean holds =
        where.matchesPiece(from.id())
            && (where.bodies().isEmpty() || where.bodies().contains(body.id()));
    boolean inPatch = where.regions().stream().anyMatch(regions::containsKey);
    if (!holds || !(named || inPatch) || !where.strata().isEmpty()) {
      return Optional.empty();
    }
    if (!where.regions().isEmpty() && !inPatch) {
      return Optional.empty();
    }
    return Optional.of(
        new Scope(
            List.of(piece),
            List.of(bodyId),
            List.of(),
            where.regions().stream().filter(regions::containsKey).map(regions::get).toList(),
            where.roles(),
            where.layers(),
            where.planStrata()));
  }
}

package org.stratonomy.engine.plan;

import java.util.List;
import java.util.Optional;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Rule;

/**
 * The whole document: what is printed, on which machine, of which filaments, by which rules.
 *
 * @param machine id of a machine on the shelf
 * @param slots ids of the filaments that are loaded or at hand; slot 1 is the first
 * @param rules the rule sheet, topmost first
 * @param stops in any order
 * @param strata height ranges of the plan, which go through all pieces
 * @param purging where and how much is purged when the filament changes
 * @param accepted findings that are known and meant to be so
 */
public record Plan(
    String name,
    String machine,
    List<String> slots,
    List<Piece> pieces,
    List<Rule> rules,
    List<Stop> stops,
    Strata strata,
    Purging purging,
    List<Accepted> accepted) {
  public Plan {
    slots = List.copyOf(slots);
    pieces = List.copyOf(pieces);
    rules = Rule.identified(rules);
    stops = List.copyOf(stops);
    accepted = List.copyOf(accepted);
  }

  /**
   * A finding that the planner accepts.
   *
   * @param finding its id
   * @param note why, for whoever reads the plan later
   */
  public record Accepted(String finding, String note) {}

  /** A plan without strata of its own, that purges by itself. */
  public Plan(
      String name,
      String machine,
      List<String> slots,
      List<Piece> pieces,
      List<Rule> rules,
      List<Stop> stops) {
    this(
        name, machine, slots, pieces, rules, stops, Strata.UNDIVIDED, Purging.BY_ITSELF, List.of());
  }

  /** Heights between its strata, mm above the bed, ascending. */
  public List<Double> boundaries() {
    return strata.boundaries();
  }

  /** The rule with an id, if there is one. */
  public Optional<Rule> rule(String id) {
    return rules.stream().filter(rule -> rule.id().equals(id)).findFirst();
  }

  /** The stop with an id, if there is one. */
  public Optional<Stop> stop(String id) {
    return stops.stream().filter(stop -> stop.id().equals(id)).findFirst();
  }

  public Optional<Piece> piece(String id) {
    return pieces.stream().filter(piece -> piece.id().equals(id)).findFirst();
  }

  /**
   * A piece that is to be edited.
   *
   * @param what is edited, for the error
   * @throws Problem if there is no such piece
   */
  public Piece piece(String id, String what) {
    return piece(id)
        .orElseThrow(
            () ->
                new Problem(
                    Problem.Kind.PLAN,
                    what,
                    "There is no piece '%s'.".formatted(id),
                    "Choose a piece of the plan."));
  }

  public Plan withName(String changed) {
    return new Plan(changed, machine, slots, pieces, rules, stops, strata, purging, accepted);
  }

  public Plan withPieces(List<Piece> changed) {
    return new Plan(name, machine, slots, changed, rules, stops, strata, purging, accepted);
  }

  /** The plan with one piece put in the place of the one with the same id. */
  public Plan withPiece(Piece changed) {
    return withPieces(pieces.stream().map(p -> p.id().equals(changed.id()) ? changed : p).toList());
  }

  public Plan withRules(List<Rule> changed) {
    return new Plan(name, machine, slots, pieces, changed, stops, strata, purging, accepted);
  }

  public Plan withStops(List<Stop> changed) {
    return new Plan(name, machine, slots, pieces, rules, changed, strata, purging, accepted);
  }

  public Plan withStrata(Strata changed) {
    return new Plan(name, machine, slots, pieces, rules, stops, changed, purging, accepted);
  }

  public Plan withPurging(Purging changed) {
    return new Plan(name, machine, slots, pieces, rules, stops, strata, changed, accepted);
  }

  public Plan withSlots(List<String> changed) {
    return new Plan(name, machine, changed, pieces, rules, stops, strata, purging, accepted);
  }

  public Plan withMachine(String changed) {
    return new Plan(name, changed, slots, pieces, rules, stops, strata, purging, accepted);
  }

  public Plan withAccepted(List<Accepted> changed) {
    return new Plan(name, machine, slots, pieces, rules, stops, strata, purging, changed);
  }

  /** Why a finding is accepted, if it is. */
  public Optional<String> noteFor(String finding) {
    return accepted.stream().filter(a -> a.finding.equals(finding)).map(Accepted::note).findFirst();
  }
}

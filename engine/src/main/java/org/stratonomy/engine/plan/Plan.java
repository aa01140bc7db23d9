package org.stratonomy.engine.plan;

import java.util.List;
import java.util.Optional;
import org.stratonomy.engine.problem.Problem;

/**
 * The whole document: what is printed, on which machine, of which filaments, by which rules.
 *
 * @param machine id of a machine on the shelf
 * @param slots ids of the filaments that are loaded or at hand; slot 1 is the first
 * @param rules the rule sheet, topmost first
 * @param stops in any order
 */
public record Plan(
    String name,
    String machine,
    List<String> slots,
    List<Piece> pieces,
    List<Rule> rules,
    List<Stop> stops) {
  public Plan {
    slots = List.copyOf(slots);
    pieces = List.copyOf(pieces);
    rules = List.copyOf(rules);
    stops = List.copyOf(stops);
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
  Piece piece(String id, String what) {
    return piece(id)
        .orElseThrow(
            () ->
                new Problem(
                    Problem.Kind.PLAN,
                    what,
                    "There is no piece '%s'.".formatted(id),
                    "Choose a piece of the plan."));
  }

  public Plan withPieces(List<Piece> changed) {
    return new Plan(name, machine, slots, changed, rules, stops);
  }

  /** The plan with one piece put in the place of the one with the same id. */
  public Plan withPiece(Piece changed) {
    return withPieces(pieces.stream().map(p -> p.id().equals(changed.id()) ? changed : p).toList());
  }

  public Plan withRules(List<Rule> changed) {
    return new Plan(name, machine, slots, pieces, changed, stops);
  }
}

package org.stratonomy.engine.plan;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import org.stratonomy.engine.problem.Problem;

/**
 * Divides pieces into strata and joins them again. Rules name strata by their numbers, so they are
 * carried along: the parts of a divided stratum keep all of its rules, strata above are renumbered,
 * and a joined stratum keeps the rules of its lower part.
 */
public final class Divider {
  /** Heights nearer than this are the same, mm. */
  private static final double SAME = 1e-6;

  /** Heights nearer than this to an end of the piece are meant as the end, mm. */
  private static final double END = 0.01;

  private final Plan plan;
  private final Piece piece;

  /**
   * @throws Problem if there is no such piece
   */
  public Divider(Plan plan, String piece) {
    this.plan = plan;
    this.piece = plan.piece(piece, "dividing");
  }

  private static Problem bad(String reason, String remedy) {
    return new Problem(Problem.Kind.PLAN, "dividing", reason, remedy);
  }

  /** A new boundary. */
  public Plan divide(double height) {
    double at = rounded(height);
    if (indexOf(at) >= 0) {
      throw bad(
          "There is a boundary at %s mm already.".formatted(Value.of(at)),
          "Choose another height.");
    }
    int stratum = 1 + (int) piece.boundaries().stream().filter(b -> b < at).count();
    List<Double> boundaries = new ArrayList<>(piece.boundaries());
    boundaries.add(at);
    return apply(
        boundaries,
        number -> {
          if (number < stratum) {
            return List.of(number);
          }
          return number == stratum ? List.of(number, number + 1) : List.of(number + 1);
        });
  }

  /** Joins the two strata at a boundary. */
  public Plan join(double height) {
    int index = existing(height);
    List<Double> boundaries = new ArrayList<>(piece.boundaries());
    boundaries.remove(index);
    int upper = index + 2;
    return apply(
        boundaries,
        number -> {
          if (number < upper) {
            return List.of(number);
          }
          return number == upper ? List.of() : List.of(number - 1);
        });
  }

  /** Moves a boundary between its neighbours. */
  public Plan move(double from, double to) {
    int index = existing(from);
    List<Double> boundaries = new ArrayList<>(piece.boundaries());
    double at = rounded(to);
    boolean belowNext = index + 1 == boundaries.size() || at < boundaries.get(index + 1) - SAME;
    boolean abovePrevious = index == 0 || at > boundaries.get(index - 1) + SAME;
    if (!belowNext || !abovePrevious) {
      throw bad(
          "The boundary at %s mm cannot be moved past its neighbour, to %s mm."
              .formatted(Value.of(boundaries.get(index)), Value.of(at)),
          "Keep it between its neighbours, or remove the one in the way.");
    }
    boundaries.set(index, at);
    return plan.withPiece(piece.withBoundaries(boundaries));
  }

  /**
   * Divides the span between two heights into equal parts; both ends become boundaries unless they
   * are the piece's own ends, and boundaries between them are given up.
   *
   * @param bottom of the piece, mm
   * @param top of the piece, mm
   */
  public Plan equalParts(double from, double to, int parts, double bottom, double top) {
    if (parts < 2 || parts > 500 || !(to - from > SAME)) {
      throw bad(
          "%d parts from %s to %s mm are not possible."
              .formatted(parts, Value.of(from), Value.of(to)),
          "Give 2 to 500 parts and a span that goes upwards.");
    }
    Plan changed = plan;
    for (double boundary : piece.boundaries()) {
      if (boundary > from + SAME && boundary < to - SAME) {
        changed = new Divider(changed, piece.id()).join(boundary);
      }
    }
    for (int i = 0; i <= parts; i++) {
      double at = rounded(from + (to - from) * i / parts);
      boolean inside = at > bottom + END && at < top - END;
      Divider next = new Divider(changed, piece.id());
      if (inside && next.indexOf(at) < 0) {
        changed = next.divide(at);
      }
    }
    return changed;
  }

  private int existing(double height) {
    int index = indexOf(height);
    if (index < 0) {
      throw bad(
          "There is no boundary at %s mm.".formatted(Value.of(height)),
          "Take over the newest state of the plan and try again.");
    }
    return index;
  }

  private int indexOf(double height) {
    for (int i = 0; i < piece.boundaries().size(); i++) {
      if (Math.abs(piece.boundaries().get(i) - height) < SAME) {
        return i;
      }
    }
    return -1;
  }

  private static double rounded(double mm) {
    return Math.rint(mm * 1e6) / 1e6;
  }

  private Plan apply(List<Double> boundaries, Function<Integer, List<Integer>> renumbered) {
    List<Rule> rules = new ArrayList<>();
    for (Rule rule : plan.rules()) {
      rules.addAll(carried(rule, renumbered));
    }
    return plan.withPiece(piece.withBoundaries(boundaries)).withRules(rules);
  }

  /** A rule that also holds for other pieces is split, so that theirs stays as it is. */
  private List<Rule> carried(Rule rule, Function<Integer, List<Integer>> renumbered) {
    Where where = rule.where();
    if (where.strata().isEmpty() || !where.matchesPiece(piece.id())) {
      return List.of(rule);
    }
    List<Integer> strata =
        where.strata().stream()
            .flatMap(number -> renumbered.apply(number).stream())
            .distinct()
            .toList();
    if (strata.equals(where.strata())) {
      return List.of(rule);
    }
    List<String> others =
        plan.pieces().stream()
            .map(Piece::id)
            .filter(id -> !id.equals(piece.id()) && where.matchesPiece(id))
            .toList();
    List<Rule> rules = new ArrayList<>();
    if (!strata.isEmpty()) {
      List<String> pieces = others.isEmpty() ? where.pieces() : List.of(piece.id());
      rules.add(rule.withWhere(where.with(pieces, strata)));
    }
    if (!others.isEmpty()) {
      rules.add(rule.withWhere(where.with(others, where.strata())));
    }
    return rules;
  }
}

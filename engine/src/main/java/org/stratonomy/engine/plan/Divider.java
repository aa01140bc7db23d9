package org.stratonomy.engine.plan;

import java.util.ArrayList;
import java.util.List;
import java.util.TreeMap;
import java.util.function.Function;

/**
 * Divides pieces into strata and joins them again. Rules name strata by their numbers, so they are
 * carried along: the parts of a divided stratum keep all of its rules, strata above are renumbered,
 * and a joined stratum keeps the rules of its lower part.
 */
public final class Divider {
  /** Heights nearer than this to an end of the piece are meant as the end, mm. */
  private static final double END = 0.01;

  private final Plan plan;
  private final Piece piece;
  private final Boundaries boundaries;

  /**
   * @throws org.stratonomy.engine.problem.Problem if there is no such piece
   */
  public Divider(Plan plan, String piece) {
    this.plan = plan;
    this.piece = plan.piece(piece, "dividing");
    this.boundaries = new Boundaries(this.piece.boundaries());
  }

  /** A new boundary. */
  public Plan divide(double height) {
    return apply(boundaries.divided(height));
  }

  /** Joins the two strata at a boundary. */
  public Plan join(double height) {
    return apply(boundaries.joined(height));
  }

  /** Moves a boundary between its neighbours. */
  public Plan move(double from, double to) {
    return plan.withPiece(piece.withBoundaries(boundaries.moved(from, to)));
  }

  /**
   * Divides the span between two heights into equal parts; both ends become boundaries unless they
   * are the piece's own ends, and boundaries between them are given up.
   *
   * @param bottom of the piece, mm
   * @param top of the piece, mm
   */
  public Plan equalParts(double from, double to, int parts, double bottom, double top) {
    if (parts < 2 || parts > 500 || !(to - from > Boundaries.SAME)) {
      throw Boundaries.bad(
          "%d parts from %s to %s mm are not possible."
              .formatted(parts, Value.of(from), Value.of(to)),
          "Give 2 to 500 parts and a span that goes upwards.");
    }
    Plan changed = plan;
    for (double boundary : piece.boundaries()) {
      if (boundary > from + Boundaries.SAME && boundary < to - Boundaries.SAME) {
        changed = new Divider(changed, piece.id()).join(boundary);
      }
    }
    for (int i = 0; i <= parts; i++) {
      double at = Boundaries.rounded(from + (to - from) * i / parts);
      boolean inside = at > bottom + END && at < top - END;
      Divider next = new Divider(changed, piece.id());
      if (inside && next.boundaries.indexOf(at) < 0) {
        changed = next.divide(at);
      }
    }
    return changed;
  }

  /**
   * A course by elevation: equal parts, each with a filament.
   *
   * @param slots of the parts from the lowest; they start again when they are used up
   */
  public Plan bands(
      double from, double to, int parts, List<Integer> slots, double bottom, double top) {
    if (slots.isEmpty()) {
      throw Boundaries.bad("No filament is given.", "Give one filament for each part.");
    }
    Plan divided = equalParts(from, to, parts, bottom, top);
    Piece after = divided.piece(piece.id()).orElseThrow();
    int first = 1 + (int) after.boundaries().stream().filter(b -> b <= from + END).count();
    for (int i = 0; i < parts; i++) {
      Where where = new Where(List.of(piece.id()), List.of(first + i));
      Value slot = Value.of(slots.get(i % slots.size()));
      divided = RuleEditor.set(divided, where, Setting.FILAMENT, slot);
    }
    return divided;
  }

  /**
   * Takes over the strata of another piece: its boundaries as far as they lie within this one,
   * counted from the bottoms of both, their names, and the rules that name them. Boundaries of this
   * piece are given up.
   *
   * @param height of this piece, mm
   * @param otherBottom lowest printed height of the other piece, mm
   */
  public Plan copyStrata(String from, double bottom, double height, double otherBottom) {
    Piece other = plan.piece(from, "dividing");
    Plan changed = plan;
    for (double boundary : piece.boundaries()) {
      changed = new Divider(changed, piece.id()).join(boundary);
    }
    List<Double> heights =
        other.boundaries().stream()
            .map(b -> Boundaries.rounded(b - otherBottom + bottom))
            .filter(b -> b > bottom + END && b < bottom + height - END)
            .toList();
    if (heights.isEmpty()) {
      throw Boundaries.bad(
          "%s has no boundary within the height of %s.".formatted(other.name(), piece.name()),
          "Divide it first, or choose another piece.");
    }
    List<Rule> rules = new ArrayList<>();
    for (Rule rule : changed.rules()) {
      Where where = rule.where();
      boolean copied = where.pieces().contains(from) && !where.strata().isEmpty();
      if (copied && !where.pieces().contains(piece.id()) && where.bodies().isEmpty()) {
        List<String> both = new ArrayList<>(where.pieces());
        both.add(piece.id());
        rules.add(rule.withWhere(where.with(both, where.strata())));
      } else {
        rules.add(rule);
      }
    }
    return changed
        .withPiece(piece.withBoundaries(heights).withStrataNames(other.strataNames()))
        .withRules(rules);
  }

  private Plan apply(Boundaries.Changed changed) {
    List<Rule> rules = new ArrayList<>();
    for (Rule rule : plan.rules()) {
      rules.addAll(carried(rule, changed.renumbered()));
    }
    Piece divided =
        piece.withBoundaries(changed.heights()).withStrataNames(names(changed.renumbered()));
    return plan.withPiece(divided).withRules(rules);
  }

  /** Both parts of a divided stratum keep its name. */
  private List<String> names(Function<Integer, List<Integer>> renumbered) {
    TreeMap<Integer, String> names = new TreeMap<>();
    for (int old = 1; old <= piece.strataNames().size(); old++) {
      for (int number : renumbered.apply(old)) {
        names.put(number, piece.strataName(old));
      }
    }
    return List.copyOf(names.values());
  }

  /** A rule that also holds for other pieces is split, so that theirs stays as it is. */
  private List<Rule> carried(Rule rule, Function<Integer, List<Integer>> renumbered) {
    Where where = rule.where();
    if (where.strata().isEmpty() || !where.matchesPiece(piece.id())) {
      return List.of(rule);
    }
    List<Integer> strata = PlanDivider.renumbered(where.strata(), renumbered);
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

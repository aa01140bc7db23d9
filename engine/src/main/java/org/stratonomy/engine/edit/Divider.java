package org.stratonomy.engine.edit;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Strata;
import org.stratonomy.engine.plan.Stratum;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;

/**
 * Divides pieces into strata and joins them again. Rules that name a divided stratum hold for both
 * of its parts; a joined stratum keeps the rules of its lower part. Ids of new strata are unique
 * within the plan, so that no rule for another piece comes to hold for them.
 */
public final class Divider {
  /** Heights nearer than this to an end of the piece are meant as the end, mm. */
  private static final double END = 0.01;

  private final Plan plan;
  private final Piece piece;

  /**
   * @throws org.stratonomy.engine.problem.Problem if there is no such piece
   */
  public Divider(Plan plan, String piece) {
    this.plan = plan;
    this.piece = plan.piece(piece, "dividing");
  }

  /** A new boundary. */
  public Plan divide(double height) {
    String upper = freeId(plan);
    Strata divided = piece.strata().divided(height, upper);
    String lower = divided.below(upper);
    List<Rule> rules =
        plan.rules().stream()
            .map(
                rule ->
                    rule.where().matchesPiece(piece.id())
                        ? rule.withWhere(
                            rule.where().withStrata(with(rule.where().strata(), lower, upper)))
                        : rule)
            .toList();
    return plan.withPiece(piece.withStrata(divided)).withRules(rules);
  }

  /** Joins the two strata at a boundary. */
  public Plan join(double height) {
    String upper = piece.strata().above(height).id();
    List<Rule> rules = new ArrayList<>();
    for (Rule rule : plan.rules()) {
      Scope where = rule.where();
      boolean isNamed = where.strata().contains(upper) && where.matchesPiece(piece.id());
      boolean isOthers =
          plan.pieces().stream()
              .filter(other -> !other.id().equals(piece.id()) && where.matchesPiece(other.id()))
              .anyMatch(other -> other.strata().has(upper));
      if (!isNamed || isOthers) {
        rules.add(rule);
      } else if (where.strata().size() > 1) {
        rules.add(rule.withWhere(where.withStrata(without(where.strata(), upper))));
      }
    }
    return plan.withPiece(piece.withStrata(piece.strata().joined(height))).withRules(rules);
  }

  /** Moves a boundary between its neighbours. */
  public Plan move(double from, double to) {
    return plan.withPiece(piece.withStrata(piece.strata().moved(from, to)));
  }

  /** An id that no stratum has, and no rule names. */
  static String freeId(Plan plan) {
    Set<String> taken =
        Stream.concat(Stream.of(plan.strata()), plan.pieces().stream().map(Piece::strata))
            .flatMap(strata -> strata.all().stream())
            .map(Stratum::id)
            .collect(Collectors.toCollection(HashSet::new));
    for (Rule rule : plan.rules()) {
      taken.addAll(rule.where().strata());
      taken.addAll(rule.where().planStrata());
    }
    int number = 1;
    while (taken.contains(Strata.id(number))) {
      number++;
    }
    return Strata.id(number);
  }

  /** Ids of strata, with a new one after the one that it was part of. */
  static List<String> with(List<String> ids, String lower, String upper) {
    return ids.stream()
        .flatMap(id -> id.equals(lower) ? Stream.of(lower, upper) : Stream.of(id))
        .toList();
  }

  static List<String> without(List<String> ids, String given) {
    return ids.stream().filter(id -> !id.equals(given)).toList();
  }

  /**
   * Divides the span between two heights into equal parts; both ends become boundaries unless they
   * are the piece's own ends, and boundaries between them are given up.
   *
   * @param bottom of the piece, mm
   * @param top of the piece, mm
   */
  public Plan equalParts(double from, double to, int parts, double bottom, double top) {
    if (parts < 2 || parts > 500 || !(to - from > Strata.SAME)) {
      throw Strata.bad(
          "%d parts from %s to %s mm are not possible."
              .formatted(parts, Value.of(from), Value.of(to)),
          "Give 2 to 500 parts and a span that goes upwards.");
    }
    Plan changed = plan;
    for (double boundary : piece.boundaries()) {
      if (boundary > from + Strata.SAME && boundary < to - Strata.SAME) {
        changed = new Divider(changed, piece.id()).join(boundary);
      }
    }
    for (int i = 0; i <= parts; i++) {
      double at = Strata.rounded(from + (to - from) * i / parts);
      boolean inside = at > bottom + END && at < top - END;
      Divider next = new Divider(changed, piece.id());
      if (inside && !next.piece.strata().hasBoundary(at)) {
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
      throw Strata.bad("No filament is given.", "Give one filament for each part.");
    }
    Plan divided = equalParts(from, to, parts, bottom, top);
    Piece after = divided.piece(piece.id()).orElseThrow();
    if (to < bottom + END || from > top - END) {
      throw Strata.bad(
          "There is nothing of the piece from %s to %s mm.".formatted(Value.of(from), Value.of(to)),
          "It reaches from %s to %s mm; give a span of that."
              .formatted(Value.of(Strata.rounded(bottom)), Value.of(Strata.rounded(top))));
    }
    for (int i = 0; i < parts; i++) {
      double low = Math.max(bottom, from + (to - from) * i / parts);
      double high = Math.min(top, from + (to - from) * (i + 1) / parts);
      if (high - low > END) {
        int stratum = after.strata().at((low + high) / 2);
        Scope where = new Scope(List.of(piece.id()), List.of(after.strata().get(stratum).id()));
        Value slot = Value.of(slots.get(i % slots.size()));
        divided = RuleEditor.set(divided, where, Setting.FILAMENT, slot);
      }
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
    double shift = bottom - otherBottom;
    List<Stratum> copied =
        other.strata().all().stream()
            .map(stratum -> stratum.withTop(Strata.rounded(stratum.top() + shift)))
            .dropWhile(stratum -> stratum.top() <= bottom + END)
            .takeWhile(stratum -> stratum.top() < bottom + height - END)
            .collect(Collectors.toCollection(ArrayList::new));
    if (copied.isEmpty()) {
      throw Strata.bad(
          "%s has no boundary within the height of %s.".formatted(other.name(), piece.name()),
          "Divide it first, or choose another piece.");
    }
    int last = other.strata().number(copied.getLast().id()).orElseThrow();
    copied.add(other.strata().get(last + 1));
    List<Rule> rules = new ArrayList<>();
    for (Rule rule : changed.rules()) {
      Scope where = rule.where();
      boolean named = where.pieces().contains(from) && !where.strata().isEmpty();
      if (named && !where.pieces().contains(piece.id()) && where.bodies().isEmpty()) {
        List<String> both = new ArrayList<>(where.pieces());
        both.add(piece.id());
        rules.add(rule.withWhere(where.withPieces(both)));
      } else {
        rules.add(rule);
      }
    }
    return changed.withPiece(piece.withStrata(new Strata(copied))).withRules(rules);
  }
}

package org.stratonomy.engine.plan;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;

/**
 * Divides the plan as a whole into strata that go through all pieces, and joins them again. Rules
 * name them by their numbers and are carried along, as {@link Divider} does for pieces.
 */
public final class PlanDivider {
  private final Plan plan;
  private final Boundaries boundaries;

  public PlanDivider(Plan plan) {
    this.plan = plan;
    this.boundaries = new Boundaries(plan.boundaries());
  }

  /**
   * A new boundary.
   *
   * @throws org.stratonomy.engine.problem.Problem if there is one already, or the height is not
   *     above the bed
   */
  public Plan divide(double height) {
    if (height <= 0) {
      throw Boundaries.bad(
          "%s mm is not above the bed.".formatted(Value.of(height)), "Choose a greater height.");
    }
    return apply(boundaries.divided(height));
  }

  /** Joins the two strata at a boundary. */
  public Plan join(double height) {
    return apply(boundaries.joined(height));
  }

  /** Moves a boundary between its neighbours. */
  public Plan move(double from, double to) {
    return plan.withBoundaries(boundaries.moved(from, to));
  }

  private Plan apply(Boundaries.Changed changed) {
    List<Rule> rules = new ArrayList<>();
    for (Rule rule : plan.rules()) {
      List<Integer> strata = renumbered(rule.where().planStrata(), changed.renumbered());
      boolean isLost = strata.isEmpty() && !rule.where().planStrata().isEmpty();
      if (!isLost) {
        rules.add(rule.withWhere(rule.where().withPlanStrata(strata)));
      }
    }
    return plan.withBoundaries(changed.heights()).withRules(rules);
  }

  static List<Integer> renumbered(
      List<Integer> strata, Function<Integer, List<Integer>> renumbered) {
    return strata.stream().flatMap(n -> renumbered.apply(n).stream()).distinct().toList();
  }
}

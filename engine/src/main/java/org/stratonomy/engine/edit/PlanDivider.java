package org.stratonomy.engine.edit;

import java.util.ArrayList;
import java.util.List;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Strata;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Value;

/**
 * Divides the plan as a whole into strata that go through all pieces, and joins them again. Rules
 * are carried along as {@link Divider} does for pieces.
 */
public final class PlanDivider {
  private final Plan plan;

  public PlanDivider(Plan plan) {
    this.plan = plan;
  }

  /**
   * A new boundary.
   *
   * @throws org.stratonomy.engine.problem.Problem if there is one already, or the height is not
   *     above the bed
   */
  public Plan divide(double height) {
    if (height <= 0) {
      throw Strata.bad(
          "%s mm is not above the bed.".formatted(Value.of(height)), "Choose a greater height.");
    }
    String upper = Divider.freeId(plan);
    Strata divided = plan.strata().divided(height, upper);
    String lower = divided.below(upper);
    List<Rule> rules =
        plan.rules().stream()
            .map(
                rule ->
                    rule.withWhere(
                        rule.where()
                            .withPlanStrata(Divider.with(rule.where().planStrata(), lower, upper))))
            .toList();
    return plan.withStrata(divided).withRules(rules);
  }

  /** Joins the two strata at a boundary. */
  public Plan join(double height) {
    String upper = plan.strata().above(height).id();
    List<Rule> rules = new ArrayList<>();
    for (Rule rule : plan.rules()) {
      List<String> strata = rule.where().planStrata();
      if (!strata.equals(List.of(upper))) {
        rules.add(rule.withWhere(rule.where().withPlanStrata(Divider.without(strata, upper))));
      }
    }
    return plan.withStrata(plan.strata().joined(height)).withRules(rules);
  }

  /** Moves a boundary between its neighbours. */
  public Plan move(double from, double to) {
    return plan.withStrata(plan.strata().moved(from, to));
  }
}

package org.stratonomy.engine.propose;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.check.Finding.Severity;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.propose.Objective.Step;

/**
 * A variant of a plan that serves an aim better: changes that may help are tried one after the
 * other, each computed for real, and those that help are kept together.
 *
 * @param steps what was changed, in order
 * @param result of the variant
 */
public record Proposal(List<String> steps, PlanResult result) {
  /** A change is worth it from this share of what there is, or a whole change of filament. */
  private static final double LEAST_SHARE = 0.01;

  private static final int MOST_TRIES = 10;

  /**
   * Looks for a better variant.
   *
   * @param compute the result of a plan; a {@link Problem} means that it is impossible
   * @return nothing if no change helps
   */
  public static Optional<Proposal> of(
      PlanResult now, Objective aim, Function<Plan, PlanResult> compute) {
    List<String> kept = new ArrayList<>();
    Set<String> tried = new HashSet<>();
    PlanResult best = now;
    // What helps changes what else may help, so the steps are asked for anew.
    for (Optional<Step> step = next(best, aim, tried);
        step.isPresent() && tried.size() < MOST_TRIES;
        step = next(best, aim, tried)) {
      tried.add(step.get().id());
      Optional<PlanResult> result = attempt(step.get().plan(), compute);
      if (result.isPresent() && isBetter(result.get(), best, aim)) {
        kept.add(step.get().what());
        best = result.get();
      }
    }
    return kept.isEmpty() ? Optional.empty() : Optional.of(new Proposal(List.copyOf(kept), best));
  }

  private static Optional<Step> next(PlanResult best, Objective aim, Set<String> tried) {
    return aim.steps(best).stream().filter(step -> !tried.contains(step.id())).findFirst();
  }

  private static Optional<PlanResult> attempt(Plan plan, Function<Plan, PlanResult> compute) {
    try {
      return Optional.of(compute.apply(plan));
    } catch (Problem impossible) {
      return Optional.empty();
    }
  }

  /** Whether there is clearly less of it, and nothing worse is found than before. */
  private static boolean isBetter(PlanResult tried, PlanResult from, Objective aim) {
    double saved = aim.of(from) - aim.of(tried);
    return saved > LEAST_SHARE * aim.of(from)
        && tried.errors().size() <= from.errors().size()
        && serious(tried) <= serious(from);
  }

  private static long serious(PlanResult result) {
    return result.findings().stream().filter(f -> f.severity() != Severity.NOTE).count();
  }
}

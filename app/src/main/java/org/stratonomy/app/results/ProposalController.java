package org.stratonomy.app.results;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.stratonomy.app.plans.PlanService;
import org.stratonomy.app.plans.VariantService;
import org.stratonomy.app.plans.VariantView;
import org.stratonomy.app.tasks.Lane;
import org.stratonomy.app.tasks.TaskService;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.Progress;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.propose.Objective;
import org.stratonomy.engine.propose.Proposal;

/** Variants that serve an aim better, found by computing them. */
@RestController
@RequestMapping("/api/revisions/{revision}/proposals")
class ProposalController {
  private final Computations computations;
  private final PlanService plans;
  private final VariantService variants;
  private final TaskService tasks;

  ProposalController(
      Computations computations, PlanService plans, VariantService variants, TaskService tasks) {
    this.tasks = tasks;
    this.computations = computations;
    this.plans = plans;
    this.variants = variants;
  }

  /**
   * @param variant that was added; none if no change helps
   * @param steps what was changed, in order
   */
  record ProposalView(Optional<VariantView> variant, List<String> steps) {}

  /** Adds a variant with less of what the aim names, if one is found. */
  @PostMapping
  ProposalView propose(@PathVariable UUID revision, @RequestParam Objective aim) {
    UUID plan = plans.planOf(revision);
    PlanResult result = computations.result(revision);
    return tasks.run(Lane.COMPUTE, plan, progress -> proposal(plan, result, aim, progress));
  }

  private ProposalView proposal(UUID plan, PlanResult result, Objective aim, Progress progress) {
    Optional<Proposal> found =
        Proposal.of(
            result,
            aim,
            changed -> computations.tryOut(new Job(changed, result.job().used()), progress));
    return new ProposalView(
        found.map(one -> variants.propose(plan, aim.label(), one.result().job())),
        found.map(Proposal::steps).orElse(List.of()));
  }
}

package org.stratonomy.app.plans;

import java.time.Instant;
import java.util.Set;
import java.util.UUID;
import org.springframework.data.domain.PageRequest;
import org.springframework.data.domain.Slice;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.stratonomy.app.plans.HistoryEntry.Standing;
import org.stratonomy.app.problems.MissingException;
import org.stratonomy.engine.plan.Job;

/** The states that plans have been in, and the way back to each of them. */
@Service
class HistoryService {
  /** So many states are listed at a time. */
  static final int PAGE = 50;

  private static final String WENT_BACK = "Went back to: ";

  private final PlanService plans;
  private final RevisionRepository revisions;

  HistoryService(PlanService plans, RevisionRepository revisions) {
    this.plans = plans;
    this.revisions = revisions;
  }

  /**
   * States of a plan, the newest first, at most {@link #PAGE}.
   *
   * @param before only states from before this time
   * @throws MissingException if there is no such plan
   */
  @Transactional(readOnly = true)
  public History of(UUID plan, Instant before) {
    UUID current = plans.get(plan).revision();
    Set<UUID> line = revisions.lineOf(current);
    Slice<HistoryEntry> states =
        revisions
            .madeBefore(plan, before, PageRequest.ofSize(PAGE))
            .map(made -> made.entry(standing(made.id(), current, line)));
    return new History(states.getContent(), states.hasNext());
  }

  private static Standing standing(UUID revision, UUID current, Set<UUID> line) {
    if (revision.equals(current)) {
      return Standing.CURRENT;
    }
    return line.contains(revision) ? Standing.EARLIER : Standing.UNDONE;
  }

  /**
   * Makes an earlier or undone state the current one. That is an edit like any other: what was done
   * since stays in the history, and undo takes it back.
   *
   * @param version that the edit starts from
   * @throws StalePlanException if the plan has been changed since
   * @throws MissingException if the plan was never in this state
   */
  public PlanState goBack(UUID plan, int version, UUID revision) {
    Job before = plans.current(plan, version);
    if (!plans.planOf(revision).equals(plan)) {
      throw new MissingException("state in the history", revision.toString());
    }
    PlanState now = plans.get(plan);
    if (now.revision().equals(revision)) {
      return now;
    }
    Job then = plans.job(revision);
    String what = revisions.findById(revision).orElseThrow().what();
    return plans.edit(
        plan,
        version,
        before,
        then,
        PlanService.meshesOf(then.plan()),
        what.startsWith(WENT_BACK) ? what : WENT_BACK + what);
  }
}

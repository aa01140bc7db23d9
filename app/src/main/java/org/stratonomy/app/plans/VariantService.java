package org.stratonomy.app.plans;

import java.time.Clock;
import java.util.List;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.stratonomy.app.meshes.MeshService;
import org.stratonomy.app.problems.MissingException;
import org.stratonomy.app.shelf.SnapshotService;
import org.stratonomy.engine.document.PlanFormat;
import org.stratonomy.engine.edit.PlanDifferences;
import org.stratonomy.engine.edit.PlanDifferences.PlanDifference;
import org.stratonomy.engine.guard.PlainText;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.problem.Problem;

/** States of a plan that are kept beside each other, edited apart, and compared. */
@Service
public class VariantService {
  private static final int LONGEST_NAME = 60;

  private final PlanService service;
  private final PlanRepository plans;
  private final RevisionRepository revisions;
  private final MeshService meshes;
  private final SnapshotService snapshots;
  private final Clock clock;

  VariantService(
      PlanService service,
      PlanRepository plans,
      RevisionRepository revisions,
      MeshService meshes,
      SnapshotService snapshots,
      Clock clock) {
    this.service = service;
    this.plans = plans;
    this.revisions = revisions;
    this.meshes = meshes;
    this.snapshots = snapshots;
    this.clock = clock;
  }

  /** All variants of a plan, the plan itself among them, the first one first. */
  @Transactional(readOnly = true)
  List<VariantView> all(UUID id) {
    return plans.variants(entity(id).family()).stream().map(VariantView::of).toList();
  }

  /**
   * Keeps a plan as it stands as another variant.
   *
   * @throws Problem if the name is empty, too long, or taken
   */
  @Transactional
  VariantView keep(UUID id, String name) {
    PlanEntity of = entity(id);
    lockFamily(of);
    RevisionEntity kept = revisions.findById(of.revision()).orElseThrow();
    return add(of, free(of, name), kept.document(), kept.snapshot());
  }

  /**
   * Adds a changed plan to the variants of the plan that it was made of; its name is numbered if
   * there is one of that name already.
   */
  @Transactional
  public VariantView propose(UUID id, String name, Job job) {
    PlanEntity of = entity(id);
    lockFamily(of);
    List<String> taken = plans.variants(of.family()).stream().map(PlanEntity::variant).toList();
    String free =
        Stream.iterate(1, n -> n + 1)
            .map(n -> n == 1 ? name : name + " " + n)
            .filter(one -> !taken.contains(one))
            .findFirst()
            .orElseThrow();
    return add(of, free, PlanFormat.write(job.plan()).toString(), snapshots.keep(job.used()));
  }

  private VariantView add(PlanEntity of, String name, String document, String snapshot) {
    UUID copy = UUID.randomUUID();
    RevisionEntity first =
        new RevisionEntity(
            UUID.randomUUID(),
            copy,
            null,
            document,
            snapshot,
            clock.instant(),
            PlanService.STARTED);
    PlanEntity variant = new PlanEntity(copy, of, name, first.id(), clock.instant());
    plans.saveAndFlush(variant);
    revisions.saveAndFlush(first);
    meshes.use(copy, PlanService.meshesOf(PlanFormat.kept("plan", document)));
    return VariantView.of(variant);
  }

  /**
   * @throws Problem if the name is empty, too long, or taken
   */
  @Transactional
  List<VariantView> rename(UUID id, String name) {
    PlanEntity entity = entity(id);
    lockFamily(entity);
    if (!entity.variant().equals(name.strip())) {
      entity.setVariant(free(entity, name));
      plans.saveAndFlush(entity);
    }
    return all(id);
  }

  private String free(PlanEntity of, String name) {
    String wanted = name.strip();
    if (!PlainText.isPlain(wanted)) {
      throw bad("Its name has a control or formatting character.", "Give it another name.");
    }
    if (wanted.isEmpty() || wanted.length() > LONGEST_NAME) {
      throw bad(
          wanted.isEmpty() ? "It has no name." : "Its name is too long.",
          "Give it a name of 1 to %d characters.".formatted(LONGEST_NAME));
    }
    if (plans.variants(of.family()).stream().anyMatch(v -> v.variant().equals(wanted))) {
      throw bad(
          "There is one with the name “%s” already.".formatted(wanted), "Give it another name.");
    }
    return wanted;
  }

  private static Problem bad(String reason, String remedy) {
    return new Problem(Problem.Kind.PLAN, "the variant", reason, remedy);
  }

  /**
   * Makes a plan as another variant of it is; it keeps its name.
   *
   * @param version that the edit starts from
   * @throws MissingException if the other one is none of its variants
   */
  PlanState become(UUID id, int version, UUID other) {
    PlanEntity variant = entity(other);
    if (!variant.family().equals(entity(id).family())) {
      throw new MissingException("variant", other.toString());
    }
    Job before = service.current(id, version);
    Job copied = service.job(variant.revision());
    Plan plan = copied.plan().withName(before.plan().name());
    return service.edit(
        id,
        version,
        before,
        new Job(plan, copied.used()),
        PlanService.meshesOf(plan),
        "Copied variant %s".formatted(variant.variant()));
  }

  /** What a plan and another one say differently. */
  @Transactional(readOnly = true)
  List<PlanDifference> differences(UUID id, UUID other) {
    return PlanDifferences.between(
        service.job(entity(id).revision()), service.job(entity(other).revision()));
  }

  /** Names of variants are given one after the other. */
  private void lockFamily(PlanEntity of) {
    plans.locked(of.family());
  }

  private PlanEntity entity(UUID id) {
    return plans
        .findById(id)
        .filter(entity -> !entity.isRemoved())
        .orElseThrow(() -> new MissingException("plan", id.toString()));
  }
}

package org.stratonomy.app.plans;

import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Predicate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.stratonomy.app.meshes.MeshService;
import org.stratonomy.engine.PlanChange;
import org.stratonomy.engine.Planner;
import org.stratonomy.engine.document.PlanFormat;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;

/** Plans and their history. An edit is checked before it is kept; a bad one changes nothing. */
@Service
public class PlanService {
  private final PlanRepository plans;
  private final RevisionRepository revisions;
  private final MeshService meshes;
  private final Planner planner;
  private final Clock clock;

  PlanService(
      PlanRepository plans,
      RevisionRepository revisions,
      MeshService meshes,
      Planner planner,
      Clock clock) {
    this.plans = plans;
    this.revisions = revisions;
    this.meshes = meshes;
    this.planner = planner;
    this.clock = clock;
  }

  @Transactional(readOnly = true)
  public List<PlanSummary> all() {
    return plans.findAllByRemovedFalseAndOriginIsNullOrderByUpdatedDesc().stream()
        .map(this::summary)
        .toList();
  }

  /** Names of the plans that are of some kind. */
  @Transactional(readOnly = true)
  public List<String> named(Predicate<Plan> kind) {
    return plans.findAllByRemovedFalseOrderByUpdatedDesc().stream()
        .map(entity -> plan(entity.revision()))
        .filter(kind)
        .map(Plan::name)
        .toList();
  }

  private PlanSummary summary(PlanEntity entity) {
    Plan plan = plan(entity.revision());
    return new PlanSummary(
        entity.id(),
        entity.name(),
        entity.revision(),
        entity.updated(),
        planner.shelf().machine(plan.machine()).name(),
        plan.pieces().stream().map(Piece::name).toList(),
        plans.variants(entity.family()).stream().map(VariantView::of).toList(),
        plan.slots().stream().map(slot -> planner.shelf().filament(slot).colour()).toList());
  }

  @Transactional(readOnly = true)
  public PlanState get(UUID id) {
    return state(entity(id));
  }

  /** The document of a revision. */
  @Transactional(readOnly = true)
  public Plan plan(UUID revision) {
    return PlanFormat.parse("plan", revision(revision).document());
  }

  /** The plan that a revision belongs to. */
  @Transactional(readOnly = true)
  public UUID planOf(UUID revision) {
    return revision(revision).plan();
  }

  /** What another machine would mean for a plan. */
  @Transactional(readOnly = true)
  public PlanChange machineChange(UUID id, String machine) {
    return PlanChange.machine(plan(entity(id).revision()), machine, planner.shelf(), meshes);
  }

  /** What another filament in a slot would mean for a plan, before it is taken. */
  @Transactional(readOnly = true)
  public PlanChange filamentChange(UUID id, int slot, String filament) {
    return PlanChange.filament(
        plan(entity(id).revision()), slot, filament, planner.shelf(), meshes);
  }

  @Transactional
  public PlanState create(Plan plan) {
    planner.check(plan, meshes);
    UUID id = UUID.randomUUID();
    RevisionEntity first =
        new RevisionEntity(
            UUID.randomUUID(), id, null, PlanFormat.write(plan).toString(), clock.instant());
    PlanEntity entity = new PlanEntity(id, plan.name(), first.id(), clock.instant());
    plans.saveAndFlush(entity);
    revisions.saveAndFlush(first);
    return state(entity);
  }

  /**
   * Makes a new revision the current one.
   *
   * @param version that the edit started from
   * @throws StalePlanException if the plan has been changed since
   * @throws org.stratonomy.engine.problem.Problem if the plan asks for something impossible
   */
  @Transactional
  public PlanState edit(UUID id, int version, Plan plan) {
    planner.check(plan, meshes);
    PlanEntity entity = entity(id, version);
    RevisionEntity next =
        new RevisionEntity(
            UUID.randomUUID(),
            id,
            entity.revision(),
            PlanFormat.write(plan).toString(),
            clock.instant());
    revisions.save(next);
    return moved(entity, next);
  }

  /** Goes back to the revision before; does nothing at the first one. */
  @Transactional
  public PlanState undo(UUID id, int version) {
    PlanEntity entity = entity(id, version);
    UUID parent = revision(entity.revision()).parent();
    return parent == null ? state(entity) : moved(entity, revision(parent));
  }

  /** Goes to the newest revision made of the current one; does nothing if there is none. */
  @Transactional
  public PlanState redo(UUID id, int version) {
    PlanEntity entity = entity(id, version);
    return revisions
        .findFirstByParentOrderByCreatedDesc(entity.revision())
        .map(next -> moved(entity, next))
        .orElseGet(() -> state(entity));
  }

  /** Takes a plan off the start page; {@link #restore} puts it back. */
  @Transactional
  public void remove(UUID id) {
    entity(id).setRemoved(true);
  }

  @Transactional
  public void restore(UUID id) {
    entity(id).setRemoved(false);
  }

  private PlanState moved(PlanEntity entity, RevisionEntity to) {
    entity.moveTo(to, PlanFormat.parse("plan", to.document()).name(), clock.instant());
    plans.saveAndFlush(entity);
    return state(entity);
  }

  private PlanState state(PlanEntity entity) {
    RevisionEntity current = revision(entity.revision());
    return new PlanState(
        entity.id(),
        entity.version(),
        current.id(),
        Optional.ofNullable(current.parent()).isPresent(),
        revisions.findFirstByParentOrderByCreatedDesc(current.id()).isPresent(),
        PlanFormat.write(PlanFormat.parse("plan", current.document())));
  }

  private RevisionEntity revision(UUID id) {
    return revisions
        .findById(id)
        .orElseThrow(() -> new MissingException("revision", id.toString()));
  }

  private PlanEntity entity(UUID id) {
    return plans.findById(id).orElseThrow(() -> new MissingException("plan", id.toString()));
  }

  private PlanEntity entity(UUID id, int version) {
    PlanEntity entity = entity(id);
    if (entity.version() != version) {
      throw new StalePlanException(entity.name());
    }
    return entity;
  }
}

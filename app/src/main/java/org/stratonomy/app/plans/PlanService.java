package org.stratonomy.app.plans;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Predicate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import org.stratonomy.app.meshes.MeshService;
import org.stratonomy.app.problems.MissingException;
import org.stratonomy.app.shelf.ShelfService;
import org.stratonomy.app.shelf.SnapshotService;
import org.stratonomy.engine.PlanChange;
import org.stratonomy.engine.Planner;
import org.stratonomy.engine.document.ItemChange;
import org.stratonomy.engine.document.MachineDocument;
import org.stratonomy.engine.document.PlanFormat;
import org.stratonomy.engine.plan.CustomCode;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.shelf.Shelf;
import tools.jackson.databind.node.ObjectNode;

/**
 * Plans and their history. An edit is checked before it is kept, outside of any transaction, since
 * meshes may have to be read for it; a bad one changes nothing.
 */
@Service
public class PlanService {
  /** Revisions never change, so what was read of them may be kept; characters of documents. */
  private static final long PLANS_KEPT = 50_000_000;

  /** What led to the first revision of a plan. */
  static final String STARTED = "Started";

  private static final Duration REMOVED_FOR = Duration.ofDays(30);

  private final PlanRepository plans;
  private final RevisionRepository revisions;
  private final MeshService meshes;
  private final ShelfService shelf;
  private final SnapshotService snapshots;
  private final Planner planner;
  private final TransactionTemplate transaction;
  private final Clock clock;

  /**
   * What is known of a revision.
   *
   * @param plan its document
   * @param of the plan that it belongs to
   * @param used the machine and filaments that it was made with, if they were kept
   * @param length of its document, characters
   */
  private record Known(Plan plan, UUID of, Optional<Shelf> used, int length) {}

  private final Cache<UUID, Known> read =
      Caffeine.newBuilder()
          .maximumWeight(PLANS_KEPT)
          .weigher((UUID revision, Known known) -> 1000 + known.length)
          .build();

  /** Whether plans are there and not removed; asked with every layer that is looked at. */
  private final Cache<UUID, Boolean> there =
      Caffeine.newBuilder().maximumSize(10_000).expireAfterWrite(Duration.ofSeconds(2)).build();

  PlanService(
      PlanRepository plans,
      RevisionRepository revisions,
      MeshService meshes,
      ShelfService shelf,
      SnapshotService snapshots,
      Planner planner,
      PlatformTransactionManager transactions,
      Clock clock) {
    this.plans = plans;
    this.revisions = revisions;
    this.meshes = meshes;
    this.shelf = shelf;
    this.snapshots = snapshots;
    this.planner = planner;
    this.transaction = new TransactionTemplate(transactions);
    this.clock = clock;
  }

  @Transactional(readOnly = true)
  public List<PlanSummary> all() {
    return plans.findAllByRemovedAtIsNullAndOriginIsNullOrderByUpdatedDesc().stream()
        .map(this::summary)
        .toList();
  }

  /** Names of the plans that are of some kind. */
  @Transactional(readOnly = true)
  public List<String> named(Predicate<Plan> kind) {
    return plans.findAllByRemovedAtIsNullOrderByUpdatedDesc().stream()
        .map(entity -> known(entity.revision()).plan)
        .filter(kind)
        .map(Plan::name)
        .toList();
  }

  private PlanSummary summary(PlanEntity entity) {
    Job job = job(entity.revision());
    return new PlanSummary(
        entity.id(),
        entity.name(),
        entity.revision(),
        entity.updated(),
        job.machine().name(),
        job.plan().pieces().stream().map(Piece::name).toList(),
        plans.variants(entity.family()).stream().map(VariantView::of).toList(),
        job.plan().slots().stream().map(slot -> job.used().filament(slot).colour()).toList());
  }

  @Transactional(readOnly = true)
  public PlanState get(UUID id) {
    return state(entity(id));
  }

  /** A plan as it stands now. */
  @Transactional(readOnly = true)
  public Job current(UUID id) {
    return job(entity(id).revision());
  }

  /**
   * A plan as it stands now, for an edit.
   *
   * @param version that the edit starts from
   * @throws StalePlanException if the plan has been changed since
   */
  @Transactional(readOnly = true)
  public Job current(UUID id, int version) {
    return job(entity(id, version).revision());
  }

  /**
   * What is computed of a revision: its plan, with machine and filaments as they were when it was
   * made. Revisions from before these were kept follow the shelf.
   *
   * @throws Problem if it follows the shelf, and something is no longer there
   */
  public Job job(UUID revision) {
    Known known = known(revision);
    return new Job(known.plan, known.used.orElseGet(shelf::now));
  }

  /**
   * The plan that a revision belongs to.
   *
   * @throws MissingException if it was removed
   */
  public UUID planOf(UUID revision) {
    UUID plan = known(revision).of;
    if (!there.get(plan, plans::isThere)) {
      throw new MissingException("revision", revision.toString());
    }
    return plan;
  }

  private Known known(UUID revision) {
    Known known = read.getIfPresent(revision);
    if (known == null) {
      RevisionEntity entity = revision(revision);
      String document = entity.document();
      known =
          new Known(
              PlanFormat.kept("plan", document),
              entity.plan(),
              Optional.ofNullable(entity.snapshot()).map(snapshots::get),
              document.length());
      read.put(revision, known);
    }
    return known;
  }

  /** What another machine would mean for a plan. */
  public PlanChange machineChange(UUID id, String machine) {
    return PlanChange.machine(current(id), machine, shelf.now(), meshes);
  }

  /** What another filament in a slot would mean for a plan, before it is taken. */
  public PlanChange filamentChange(UUID id, int slot, String filament) {
    return PlanChange.filament(current(id), slot, filament, shelf.now(), meshes);
  }

  /**
   * @param job whose plan only names meshes which are its author's
   */
  public PlanState create(Job job) {
    Written written = Written.of(shelf.trusting(job));
    planner.check(written.job, meshes);
    UUID id = UUID.randomUUID();
    UUID first = UUID.randomUUID();
    PlanEntity entity = new PlanEntity(id, job.plan().name(), first, clock.instant());
    return transaction.execute(
        status -> {
          plans.saveAndFlush(entity);
          revisions.saveAndFlush(revision(first, id, null, written, STARTED));
          meshes.use(id, meshesOf(written.job.plan()));
          return state(entity);
        });
  }

  /**
   * Makes a plan the current state, which names no new meshes.
   *
   * @param version that the edit starts from
   * @param what the edit does, in words
   */
  public PlanState edit(UUID id, int version, Plan plan, String what) {
    return edit(id, version, current(id, version), plan, Set.of(), what);
  }

  /**
   * Takes the machine and the filaments of a plan as the shelf has them now.
   *
   * @param version that the edit starts from
   */
  public PlanState follow(UUID id, int version) {
    Job before = current(id, version);
    Job job = before.following(shelf.now());
    return edit(id, version, before, job, Set.of(), "Updated machine and filaments from the shelf");
  }

  /**
   * As {@link #edit(UUID, int, Job, Job, Set, String)}. Machine and filaments that the plan had
   * stay as they were; others come from the shelf.
   */
  PlanState edit(UUID id, int version, Job before, Plan plan, Set<String> brought, String what) {
    return edit(id, version, before, before.edited(plan, shelf.now()), brought, what);
  }

  /**
   * Makes a new revision the current one.
   *
   * @param version that the edit started from
   * @param before the job of that version
   * @param brought meshes that the edit brings along
   * @param what the edit does, in words
   * @throws StalePlanException if the plan has been changed since
   * @throws Problem if the plan asks for something impossible, or names a mesh that it has not
   */
  PlanState edit(UUID id, int version, Job before, Job job, Set<String> brought, String what) {
    Job edited = shelf.trusting(new Job(CustomCode.typed(before.plan(), job.plan()), job.used()));
    Set<String> others = new HashSet<>(meshesOf(edited.plan()));
    others.removeAll(meshesOf(before.plan()));
    Set<String> unknown = new HashSet<>(others);
    unknown.removeAll(brought);
    meshes.checkUsed(id, unknown);
    planner.check(edited, meshes);
    Written written = Written.of(edited);
    UUID revision = UUID.randomUUID();
    return transaction.execute(
        status -> {
          PlanEntity entity = entity(id, version);
          RevisionEntity next = revision(revision, id, entity.revision(), written, what);
          revisions.save(next);
          Job made = written.job;
          read.put(
              revision,
              new Known(made.plan(), id, Optional.of(made.used()), written.document.length()));
          meshes.use(id, others);
          return moved(entity, next);
        });
  }

  /**
   * A job as it is kept.
   *
   * @param job whose plan was read back from the document: what a document cannot hold is refused
   */
  private record Written(Job job, String document) {
    static Written of(Job job) {
      ObjectNode document = PlanFormat.write(job.plan());
      Plan plan = PlanFormat.read("the plan", document);
      return new Written(new Job(plan, job.used()), document.toString());
    }
  }

  private RevisionEntity revision(UUID id, UUID plan, UUID parent, Written written, String what) {
    String snapshot = snapshots.keep(written.job.used());
    return new RevisionEntity(id, plan, parent, written.document, snapshot, clock.instant(), what);
  }

  static Set<String> meshesOf(Plan plan) {
    Set<String> named = new HashSet<>();
    plan.pieces().forEach(piece -> named.addAll(piece.meshes()));
    return named;
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

  /** Takes a plan off the start page; {@link #restore} puts it back within 30 days. */
  public void remove(UUID id) {
    setRemoved(id, clock.instant());
  }

  public void restore(UUID id) {
    setRemoved(id, null);
  }

  private void setRemoved(UUID id, Instant when) {
    int found = plans.setRemoved(id, when);
    there.invalidate(id);
    if (found == 0) {
      throw new MissingException("plan", id.toString());
    }
  }

  /** Erases plans that were removed long ago, with all that only they used. */
  public int eraseRemoved() {
    int erased = plans.erase(clock.instant().minus(REMOVED_FOR));
    meshes.eraseUnused();
    snapshots.eraseUnused();
    return erased;
  }

  private PlanState moved(PlanEntity entity, RevisionEntity to) {
    entity.moveTo(to, known(to.id()).plan.name(), clock.instant());
    plans.saveAndFlush(entity);
    return state(entity, to);
  }

  private PlanState state(PlanEntity entity) {
    return state(entity, revision(entity.revision()));
  }

  private PlanState state(PlanEntity entity, RevisionEntity current) {
    Job job = job(current.id());
    return new PlanState(
        entity.id(),
        entity.version(),
        current.id(),
        current.parent() == null ? "" : current.what(),
        revisions.nextEdit(current.id()).orElse(""),
        PlanFormat.write(job.plan()),
        MachineDocument.of(job.machine()),
        job.used().filaments(),
        ItemChange.between(job, shelf.now()));
  }

  private RevisionEntity revision(UUID id) {
    return revisions
        .findById(id)
        .orElseThrow(() -> new MissingException("revision", id.toString()));
  }

  private PlanEntity entity(UUID id) {
    return plans
        .findById(id)
        .filter(entity -> !entity.isRemoved())
        .orElseThrow(() -> new MissingException("plan", id.toString()));
  }

  private PlanEntity entity(UUID id, int version) {
    PlanEntity entity = entity(id);
    if (entity.version() != version) {
      throw new StalePlanException(entity.name());
    }
    return entity;
  }
}

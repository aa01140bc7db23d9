package org.stratonomy.app.shelf;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.springframework.orm.ObjectOptimisticLockingFailureException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import org.stratonomy.app.shelf.ShelfItemEntity.Key;
import org.stratonomy.app.shelf.ShelfItemEntity.Kind;
import org.stratonomy.engine.document.ShelfFormat;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.plan.CustomCode;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.PlanChecker;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.shelf.Filament;
import org.stratonomy.engine.shelf.FreeId;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.shelf.Shelf;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * The machines and filaments of the shelf: the samples at first, then what was made of them. Each
 * is a row with a version, so that two who edit at once do not overwrite each other.
 */
@Service
public class ShelfService {
  /** Machines and filaments together. */
  private static final int MOST = 4000;

  private final ShelfItemRepository repository;
  private final TransactionTemplate transaction;

  private volatile State state = new State(new Shelf(List.of(), List.of()), Set.of(), Map.of());

  /**
   * What was committed last.
   *
   * @param importedMachines ids of those whose own lines came from a file
   * @param versions of all items
   */
  private record State(Shelf shelf, Set<String> importedMachines, Map<Key, Integer> versions) {}

  ShelfService(ShelfItemRepository repository, PlatformTransactionManager transactions) {
    this.repository = repository;
    this.transaction = new TransactionTemplate(transactions);
  }

  /** Takes the shelf up from the database; in an empty one the samples are put on it. */
  public void begin() {
    transaction.executeWithoutResult(
        status -> {
          repository.lock();
          if (repository.count() == 0) {
            Shelf samples = ShelfReader.standard();
            samples.machines().forEach(machine -> add(machine.id(), machine, false));
            samples.filaments().forEach(filament -> add(filament.id(), filament, false));
          }
        });
    reload();
  }

  /** Takes up what was committed; whoever comes last sees the changes of all before. */
  private synchronized void reload() {
    List<ShelfItemEntity> all = repository.findAllByOrderByPlace();
    Shelf shelf =
        new Shelf(
            items(all, Kind.MACHINE, ShelfFormat::keptMachine),
            items(all, Kind.FILAMENT, ShelfFormat::keptFilament));
    Map<Key, Integer> versions = new ConcurrentHashMap<>();
    all.forEach(item -> versions.put(item.key(), item.version()));
    state =
        new State(
            shelf,
            all.stream()
                .filter(item -> item.key().kind() == Kind.MACHINE && item.isImported())
                .map(item -> item.key().id())
                .collect(Collectors.toSet()),
            versions);
  }

  private static <T> List<T> items(
      List<ShelfItemEntity> all, Kind kind, Function<JsonNode, T> read) {
    return all.stream()
        .filter(item -> item.key().kind() == kind)
        .map(item -> JsonMapper.shared().readTree(item.content()))
        .map(read)
        .toList();
  }

  /** The shelf as it is now. */
  public Shelf now() {
    return state.shelf;
  }

  /** How often an item was changed; to be sent along with its next edit. */
  int version(Kind kind, String id) {
    return state.versions.getOrDefault(new Key(kind, id), 0);
  }

  /** A job in which own lines of its machine are accepted, if they were typed on this shelf. */
  public Job trusting(Job job) {
    State known = state;
    Machine machine = job.machine();
    boolean isTyped =
        known.shelf.machines().stream()
            .anyMatch(
                one ->
                    one.id().equals(machine.id())
                        && one.writing().ownLines().equals(machine.writing().ownLines()));
    return isTyped && !known.importedMachines.contains(machine.id())
        ? new Job(CustomCode.trusting(job.plan(), machine), job.used())
        : job;
  }

  /**
   * Changes a machine, or adds one if it has no id.
   *
   * @param version of the machine that was edited
   * @throws StaleItemException if it was changed since
   */
  void putMachine(ObjectNode machine, Optional<Integer> version) {
    put(Kind.MACHINE, machine, version, ShelfFormat::machine);
  }

  /** As {@link #putMachine}. */
  void putFilament(ObjectNode filament, Optional<Integer> version) {
    put(Kind.FILAMENT, filament, version, ShelfFormat::filament);
  }

  private void put(
      Kind kind, ObjectNode node, Optional<Integer> version, Function<JsonNode, ?> read) {
    String name = node.path("name").asString("");
    changed(
        name,
        () -> {
          if (!node.has("id")) {
            repository.lock();
            Predicate<String> isTaken = id -> repository.existsById(new Key(kind, id));
            node.put("id", FreeId.of(FreeId.plain(name, "item"), isTaken));
          }
          Object item = read.apply(node);
          String id = node.get("id").asString();
          Optional<ShelfItemEntity> there = repository.findById(new Key(kind, id));
          if (there.isEmpty()) {
            repository.lock();
            add(id, item, false);
          } else if (version.isEmpty() || there.get().version() != version.get()) {
            throw new StaleItemException(name);
          } else {
            there.get().set(text(item), false);
          }
        });
  }

  /** Applies all of another shelf; what has the same id is replaced. */
  public void putAll(Shelf other) {
    changed(
        "the shelf",
        () -> {
          repository.lock();
          other.machines().forEach(machine -> replace(machine.id(), machine));
          other.filaments().forEach(filament -> replace(filament.id(), filament));
        });
  }

  /**
   * Adds the machine and filaments of a plan's file to the shelf. An item that differs from the
   * shelf's with the same id is added under another id and name.
   *
   * @param brought the file's machine and filaments
   * @return the plan, with the ids that they have on the shelf
   * @throws Problem if the plan cannot be printed with them; nothing is put on the shelf then
   */
  public Plan adopt(Plan plan, Shelf brought) {
    PlanChecker.check(new Job(plan, now().with(brought)));
    Map<Key, String> ids = new HashMap<>();
    changed(
        "the shelf",
        () -> {
          repository.lock();
          ids.clear();
          Shelf used = now().with(brought).only(plan.machine(), plan.slots());
          used.machines().forEach(machine -> adopt(machine.id(), machine, ids));
          used.filaments().forEach(filament -> adopt(filament.id(), filament, ids));
        });
    return plan.withMachine(ids.get(new Key(Kind.MACHINE, plan.machine())))
        .withSlots(
            plan.slots().stream().map(slot -> ids.get(new Key(Kind.FILAMENT, slot))).toList());
  }

  private void adopt(String id, Object item, Map<Key, String> ids) {
    Kind kind = item instanceof Machine ? Kind.MACHINE : Kind.FILAMENT;
    Key key = new Key(kind, id);
    Optional<ShelfItemEntity> there = repository.findById(key);
    if (there.isEmpty()) {
      add(id, item, true);
    } else if (!item.equals(read(kind, there.get().content()))) {
      String free = FreeId.of(id, other -> isTaken(new Key(kind, other), renamed(item, id, other)));
      if (!repository.existsById(new Key(kind, free))) {
        add(free, renamed(item, id, free), true);
      }
      ids.put(key, free);
    }
    ids.putIfAbsent(key, id);
  }

  /** The same machine or filament with another id, whose suffix its name gets, too. */
  private static Object renamed(Object item, String from, String to) {
    ObjectNode node = (ObjectNode) JsonMapper.shared().readTree(text(item));
    node.put("id", to).put("name", node.get("name").asString() + to.substring(from.length()));
    return read(item instanceof Machine ? Kind.MACHINE : Kind.FILAMENT, node.toString());
  }

  /** Whether something other than an item is on the shelf under its id. */
  private boolean isTaken(Key key, Object item) {
    return repository
        .findById(key)
        .filter(there -> !read(key.kind(), there.content()).equals(item))
        .isPresent();
  }

  private static Object read(Kind kind, String json) {
    JsonNode node = JsonMapper.shared().readTree(json);
    return kind == Kind.MACHINE ? ShelfFormat.keptMachine(node) : ShelfFormat.keptFilament(node);
  }

  private void replace(String id, Object item) {
    Kind kind = item instanceof Machine ? Kind.MACHINE : Kind.FILAMENT;
    repository
        .findById(new Key(kind, id))
        .ifPresentOrElse(there -> there.set(text(item), true), () -> add(id, item, true));
  }

  private void add(String id, Object item, boolean imported) {
    if (repository.count() >= MOST) {
      throw new Problem(
          Problem.Kind.PLAN, "the shelf", "It holds %d items.".formatted(MOST), "Remove some.");
    }
    Kind kind = item instanceof Machine ? Kind.MACHINE : Kind.FILAMENT;
    ShelfItemEntity added = new ShelfItemEntity(new Key(kind, id), repository.nextPlace());
    added.set(text(item), imported);
    repository.saveAndFlush(added);
  }

  private static String text(Object item) {
    return switch (item) {
      case Machine machine -> ShelfFormat.write(machine).toString();
      case Filament filament -> ShelfFormat.write(filament).toString();
      default -> throw new IllegalArgumentException(item.getClass().getName());
    };
  }

  /**
   * @param used names of the plans that use it
   * @throws Problem if there are any, or it is the last machine
   */
  public void removeMachine(String id, List<String> used) {
    remove(Kind.MACHINE, id, "machine '%s'".formatted(now().machine(id).name()), used);
  }

  /**
   * @param used names of the plans that use it
   * @throws Problem if there are any, or it is the last filament
   */
  public void removeFilament(String id, List<String> used) {
    remove(Kind.FILAMENT, id, "filament '%s'".formatted(now().filament(id).name()), used);
  }

  private void remove(Kind kind, String id, String place, List<String> used) {
    if (!used.isEmpty()) {
      throw new Problem(
          Problem.Kind.PLAN,
          place,
          "It is used by %s."
              .formatted(used.stream().distinct().sorted().collect(Collectors.joining(", "))),
          "Give these plans another one first.");
    }
    changed(
        place,
        () -> {
          repository.lock();
          List<ShelfItemEntity> like =
              new ArrayList<>(
                  repository.findAllByOrderByPlace().stream()
                      .filter(item -> item.key().kind() == kind)
                      .toList());
          boolean isThere = like.removeIf(item -> item.key().id().equals(id));
          if (isThere && like.isEmpty()) {
            throw new Problem(
                Problem.Kind.PLAN,
                "the shelf",
                "It is the last of its kind.",
                "Add another one first.");
          }
          if (isThere) {
            repository.deleteById(new Key(kind, id));
          }
        });
  }

  private void changed(String name, Runnable change) {
    try {
      transaction.executeWithoutResult(status -> change.run());
    } catch (ObjectOptimisticLockingFailureException e) {
      throw new StaleItemException(name);
    }
    reload();
  }
}

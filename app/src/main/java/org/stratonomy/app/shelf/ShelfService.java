package org.stratonomy.app.shelf;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.stratonomy.app.shelf.ShelfItemEntity.Key;
import org.stratonomy.app.shelf.ShelfItemEntity.Kind;
import org.stratonomy.engine.Planner;
import org.stratonomy.engine.document.ShelfFormat;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.plan.Filament;
import org.stratonomy.engine.plan.Machine;
import org.stratonomy.engine.plan.Shelf;
import org.stratonomy.engine.problem.Problem;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * The machines and filaments of the shelf: the samples at first, then what was made of them. The
 * planner computes with the shelf as it is now.
 */
@Service
public class ShelfService {
  private final ShelfItemRepository repository;
  private final Planner planner;

  ShelfService(ShelfItemRepository repository, Planner planner) {
    this.repository = repository;
    this.planner = planner;
  }

  /** Takes the shelf up from the database; in an empty one the samples are put on it. */
  @Transactional
  public void begin() {
    List<ShelfItemEntity> all = repository.findAllByOrderByPlace();
    if (all.isEmpty()) {
      keep(ShelfReader.standard());
    } else {
      planner.use(
          new Shelf(
              items(all, Kind.MACHINE, ShelfFormat::keptMachine),
              items(all, Kind.FILAMENT, ShelfFormat::keptFilament)));
    }
  }

  private static <T> List<T> items(
      List<ShelfItemEntity> all, Kind kind, Function<JsonNode, T> read) {
    return all.stream()
        .filter(item -> item.key().kind() == kind)
        .map(item -> JsonMapper.shared().readTree(item.content()))
        .map(read)
        .toList();
  }

  /** Puts a machine into the place of the one with its id, or beside the others. */
  @Transactional
  public void put(Machine machine) {
    keep(planner.shelf().with(machine));
  }

  /** Puts a filament into the place of the one with its id, or beside the others. */
  @Transactional
  public void put(Filament filament) {
    keep(planner.shelf().with(filament));
  }

  /** Takes over all of another shelf; what has the same id is replaced. */
  @Transactional
  public void putAll(Shelf other) {
    Shelf shelf = planner.shelf();
    for (Machine machine : other.machines()) {
      shelf = shelf.with(machine);
    }
    for (Filament filament : other.filaments()) {
      shelf = shelf.with(filament);
    }
    keep(shelf);
  }

  /**
   * @param used names of the plans that use it
   * @throws Problem if there are any, or it is the last machine
   */
  @Transactional
  public void removeMachine(String id, List<String> used) {
    Shelf shelf = planner.shelf();
    checkUnused("machine '%s'".formatted(shelf.machine(id).name()), used);
    keep(new Shelf(without(shelf.machines(), shelf.machine(id)), shelf.filaments()));
  }

  /**
   * @param used names of the plans that use it
   * @throws Problem if there are any, or it is the last filament
   */
  @Transactional
  public void removeFilament(String id, List<String> used) {
    Shelf shelf = planner.shelf();
    checkUnused("filament '%s'".formatted(shelf.filament(id).name()), used);
    keep(new Shelf(shelf.machines(), without(shelf.filaments(), shelf.filament(id))));
  }

  private static void checkUnused(String place, List<String> used) {
    if (!used.isEmpty()) {
      throw new Problem(
          Problem.Kind.PLAN,
          place,
          "It is used by %s."
              .formatted(used.stream().distinct().sorted().collect(Collectors.joining(", "))),
          "Give these plans another one first.");
    }
  }

  private static <T> List<T> without(List<T> all, T one) {
    List<T> left = new ArrayList<>(all);
    left.remove(one);
    if (left.isEmpty()) {
      throw new Problem(
          Problem.Kind.PLAN, "the shelf", "It is the last of its kind.", "Add another one first.");
    }
    return left;
  }

  private void keep(Shelf shelf) {
    repository.deleteAllInBatch();
    List<ShelfItemEntity> items = new ArrayList<>();
    for (Machine machine : shelf.machines()) {
      Key key = new Key(Kind.MACHINE, machine.id());
      items.add(new ShelfItemEntity(key, items.size(), ShelfFormat.write(machine).toString()));
    }
    for (Filament filament : shelf.filaments()) {
      Key key = new Key(Kind.FILAMENT, filament.id());
      items.add(new ShelfItemEntity(key, items.size(), ShelfFormat.write(filament).toString()));
    }
    repository.saveAllAndFlush(items);
    TransactionSynchronizationManager.registerSynchronization(
        new TransactionSynchronization() {
          @Override
          public void afterCommit() {
            planner.use(shelf);
          }
        });
  }
}

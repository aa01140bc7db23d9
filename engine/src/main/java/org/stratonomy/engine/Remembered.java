package org.stratonomy.engine;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Shelf;

/**
 * What is remembered. Keys name machines and filaments by their ids, so what was computed with one
 * that has been edited since counts no more: its number of edits is part of the scope.
 *
 * @param items all machines and filaments there ever were, as they were last
 * @param edits of each that was edited
 */
record Remembered(Shelf shelf, Memo memo, Map<String, Object> items, Map<String, Integer> edits) {
  private static final String MACHINE = "machine ";
  private static final String FILAMENT = "filament ";

  Remembered {
    items = Map.copyOf(items);
    edits = Map.copyOf(edits);
  }

  Remembered with(Shelf other) {
    Map<String, Object> nowItems = new HashMap<>(items);
    Map<String, Integer> nowEdits = new HashMap<>(edits);
    items(other)
        .forEach(
            (id, item) -> {
              Object before = nowItems.put(id, item);
              if (before != null && !before.equals(item)) {
                nowEdits.merge(id, 1, Integer::sum);
              }
            });
    return new Remembered(other, memo, nowItems, nowEdits);
  }

  static Map<String, Object> items(Shelf shelf) {
    Map<String, Object> items = new HashMap<>();
    shelf.machines().forEach(machine -> items.put(MACHINE + machine.id(), machine));
    shelf.filaments().forEach(filament -> items.put(FILAMENT + filament.id(), filament));
    return items;
  }

  /** Results for plans that use the same items as they are now. */
  Memo memoFor(Plan plan) {
    List<String> edited =
        Stream.concat(
                Stream.of(MACHINE + plan.machine()), plan.slots().stream().map(FILAMENT::concat))
            .filter(edits::containsKey)
            .distinct()
            .sorted()
            .toList();
    if (edited.isEmpty()) {
      return memo;
    }
    Key.Builder scope = Key.of("shelf");
    edited.forEach(id -> scope.add(id).add(edits.get(id)));
    return memo.within(scope.build());
  }

  /** Nothing yet. */
  static Remembered nothing(Shelf shelf, long memoBytes) {
    return new Remembered(shelf, new Memo(memoBytes), items(shelf), Map.of());
  }

  /** The same shelf, and nothing of what was computed with it. */
  Remembered forgotten(long memoBytes) {
    return new Remembered(shelf, new Memo(memoBytes), items, edits);
  }
}

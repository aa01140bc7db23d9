package org.stratonomy.engine.settings;

import java.util.EnumMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.stratonomy.engine.problem.Problem;

/** The recipes of the shelf: each holds what the one it is based on holds, but for its own. */
public final class Recipes {
  private final List<Recipe> list;

  public Recipes(List<Recipe> list) {
    this.list = List.copyOf(list);
  }

  public List<Recipe> list() {
    return list;
  }

  /**
   * @throws Problem if there is no such recipe
   */
  public Recipe get(String id) {
    return list.stream()
        .filter(recipe -> recipe.id().equals(id))
        .findFirst()
        .orElseThrow(
            () ->
                bad(
                    "There is no recipe '%s' on the shelf.".formatted(id),
                    "Choose another one; it may have been removed."));
  }

  /**
   * All values of a recipe.
   *
   * @throws Problem if it, or one below it, is missing, or it is based on itself
   */
  public Map<Setting, Value> values(String id) {
    Map<Setting, Value> values = new EnumMap<>(Setting.class);
    Set<String> seen = new LinkedHashSet<>();
    Optional<String> next = Optional.of(id);
    while (next.isPresent()) {
      Recipe recipe = get(next.get());
      if (!seen.add(recipe.id())) {
        throw bad(
            "%s is based on itself: %s.".formatted(recipe.name(), String.join(", ", seen)),
            "Choose another basis for one of them.");
      }
      recipe.own().forEach(values::putIfAbsent);
      next = recipe.basedOn();
    }
    return values;
  }

  /** What of some values differs from a basis; all of them without one. */
  public Map<Setting, Value> differences(Map<Setting, Value> values, Optional<String> basedOn) {
    Map<Setting, Value> basis = basedOn.map(this::values).orElse(Map.of());
    Map<Setting, Value> own = new EnumMap<>(Setting.class);
    values.forEach(
        (setting, value) -> {
          if (!value.equals(basis.get(setting))) {
            own.put(setting, value);
          }
        });
    return own;
  }

  /** The recipes that are based on one directly. */
  public List<Recipe> basedOn(String id) {
    return list.stream().filter(recipe -> recipe.basedOn().equals(Optional.of(id))).toList();
  }

  private static Problem bad(String reason, String remedy) {
    return new Problem(Problem.Kind.PLAN, "the recipe", reason, remedy);
  }
}

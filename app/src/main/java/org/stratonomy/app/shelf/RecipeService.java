package org.stratonomy.app.shelf;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.stratonomy.engine.document.ValueFormat;
import org.stratonomy.engine.guard.PlainText;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Recipe;
import org.stratonomy.engine.settings.Recipes;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.FreeId;
import tools.jackson.databind.json.JsonMapper;

/**
 * The recipes of the shelf. What is impossible about a change is found before it is kept; changes
 * are made one after the other, because recipes depend on each other.
 */
@Service
public class RecipeService {
  private static final int MOST = 2000;

  private final RecipeRepository repository;

  RecipeService(RecipeRepository repository) {
    this.repository = repository;
  }

  @Transactional(readOnly = true)
  public Recipes recipes() {
    return new Recipes(
        repository.findAllByOrderByName().stream().map(RecipeService::recipe).toList());
  }

  private static Recipe recipe(RecipeEntity entity) {
    return new Recipe(
        entity.id(),
        entity.name(),
        Optional.ofNullable(entity.basedOn()),
        ValueFormat.read(
            "recipe '%s'".formatted(entity.name()), JsonMapper.shared().readTree(entity.own())));
  }

  /**
   * A new recipe; of its values only those are kept that differ from its basis.
   *
   * @return its id
   */
  @Transactional
  public String create(String name, Optional<String> basedOn, Map<Setting, Value> values) {
    repository.lock();
    if (repository.count() >= MOST) {
      throw new Problem(
          Problem.Kind.PLAN, "the shelf", "It holds %d recipes.".formatted(MOST), "Remove some.");
    }
    String id = FreeId.of(FreeId.plain(name, "recipe"), repository::existsById);
    keep(new RecipeEntity(id), name, basedOn, recipes().differences(values, basedOn));
    return id;
  }

  /** Gives a recipe another name, basis and differences. */
  @Transactional
  public void change(String id, String name, Optional<String> basedOn, Map<Setting, Value> own) {
    repository.lock();
    recipes().get(id);
    keep(repository.findById(id).orElseThrow(), name, basedOn, own);
  }

  private void keep(
      RecipeEntity entity, String name, Optional<String> basedOn, Map<Setting, Value> own) {
    PlainText.flaw(name)
        .ifPresent(
            flaw -> {
              throw new Problem(
                  Problem.Kind.PLAN, "the recipe", "Its name %s.".formatted(flaw), "Type it anew.");
            });
    List<Recipe> others = new ArrayList<>(recipes().list());
    others.removeIf(recipe -> recipe.id().equals(entity.id()));
    others.add(new Recipe(entity.id(), name, basedOn, own));
    new Recipes(others).values(entity.id());
    entity.set(name, basedOn.orElse(null), ValueFormat.write(own).toString());
    repository.saveAndFlush(entity);
  }

  /**
   * @throws Problem if others are based on it
   */
  @Transactional
  public void remove(String id) {
    repository.lock();
    Recipes recipes = recipes();
    String name = recipes.get(id).name();
    List<Recipe> above = recipes.basedOn(id);
    if (!above.isEmpty()) {
      throw new Problem(
          Problem.Kind.PLAN,
          "recipe '%s'".formatted(name),
          "%s based on it."
              .formatted(
                  above.stream().map(Recipe::name).collect(Collectors.joining(", "))
                      + (above.size() == 1 ? " is" : " are")),
          "Give them another basis first.");
    }
    repository.deleteById(id);
  }
}

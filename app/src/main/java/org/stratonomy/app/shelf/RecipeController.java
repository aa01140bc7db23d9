package org.stratonomy.app.shelf;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.stratonomy.engine.document.ValueFormat;
import org.stratonomy.engine.settings.Recipes;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Recipes: named sets of settings that may be based on one another. */
@RestController
@RequestMapping("/api/shelf/recipes")
class RecipeController {
  private final RecipeService recipes;

  RecipeController(RecipeService recipes) {
    this.recipes = recipes;
  }

  /**
   * A recipe.
   *
   * @param basedOn id of its basis; empty for none
   * @param own the values in which it differs from its basis
   * @param values all of its values
   */
  record RecipeView(
      String id,
      String name,
      String basedOn,
      Map<String, Object> own,
      Map<String, Object> values) {}

  /**
   * What a recipe is to be.
   *
   * @param basedOn id of its basis; empty for none
   * @param values of a new recipe; of one that is changed, those in which it differs
   */
  record RecipeRequest(
      @NotBlank @Size(max = 100) String name,
      @NotNull String basedOn,
      @NotNull Map<String, Object> values) {
    private Optional<String> basis() {
      return Optional.of(basedOn).filter(id -> !id.isEmpty());
    }

    private Map<Setting, Value> read() {
      return ValueFormat.read(
          "recipe '%s'".formatted(name), JsonMapper.shared().valueToTree(values));
    }
  }

  /** Values as they are in documents. */
  private static Map<String, Object> plain(Map<Setting, Value> values) {
    return JsonMapper.shared()
        .convertValue(ValueFormat.write(values), new TypeReference<Map<String, Object>>() {});
  }

  @GetMapping
  List<RecipeView> all() {
    Recipes all = recipes.recipes();
    return all.list().stream()
        .map(
            recipe ->
                new RecipeView(
                    recipe.id(),
                    recipe.name(),
                    recipe.basedOn().orElse(""),
                    plain(recipe.own()),
                    plain(all.values(recipe.id()))))
        .toList();
  }

  @PostMapping
  @ResponseStatus(HttpStatus.CREATED)
  List<RecipeView> create(@Valid @RequestBody RecipeRequest request) {
    recipes.create(request.name(), request.basis(), request.read());
    return all();
  }

  @PutMapping("/{id}")
  List<RecipeView> change(@PathVariable String id, @Valid @RequestBody RecipeRequest request) {
    recipes.change(id, request.name(), request.basis(), request.read());
    return all();
  }

  @DeleteMapping("/{id}")
  List<RecipeView> remove(@PathVariable String id) {
    recipes.remove(id);
    return all();
  }
}

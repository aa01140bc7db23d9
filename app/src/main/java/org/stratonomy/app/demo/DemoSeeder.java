package org.stratonomy.app.demo;

import java.util.List;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.stereotype.Component;
import org.stratonomy.app.StratonomyProperties;
import org.stratonomy.app.plans.PlanImporter;
import org.stratonomy.app.plans.PlanService;
import org.stratonomy.app.shelf.RecipeService;
import org.stratonomy.demo.DemoPlan;
import org.stratonomy.demo.DemoRecipe;
import org.stratonomy.engine.document.StratFile;

/**
 * Puts the demo plans and recipes into an empty database if {@code stratonomy.demo} is set. The
 * build settles which components there are, so the setting is read when this one runs.
 */
@Component
class DemoSeeder implements ApplicationRunner {
  private final StratonomyProperties properties;
  private final PlanService plans;
  private final PlanImporter importer;
  private final RecipeService recipes;

  DemoSeeder(
      StratonomyProperties properties,
      PlanService plans,
      PlanImporter importer,
      RecipeService recipes) {
    this.properties = properties;
    this.plans = plans;
    this.importer = importer;
    this.recipes = recipes;
  }

  @Override
  public void run(ApplicationArguments arguments) {
    if (properties.demo() && plans.all().isEmpty()) {
      // The newest plan stands first on the start page.
      List<StratFile> files = DemoPlan.all().reversed();
      files.forEach(importer::create);
      DemoRecipe.all()
          .forEach(recipe -> recipes.create(recipe.name(), recipe.basedOn(), recipe.values()));
    }
  }
}

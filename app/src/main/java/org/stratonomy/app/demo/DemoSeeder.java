package org.stratonomy.app.demo;

import java.util.List;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;
import org.stratonomy.app.plans.PlanImporter;
import org.stratonomy.app.plans.PlanService;
import org.stratonomy.demo.DemoPlan;
import org.stratonomy.engine.document.StratFile;

/** Puts the demo plans into an empty database. */
@Component
@ConditionalOnProperty("stratonomy.demo")
class DemoSeeder implements ApplicationRunner {
  private final PlanService plans;
  private final PlanImporter importer;

  DemoSeeder(PlanService plans, PlanImporter importer) {
    this.plans = plans;
    this.importer = importer;
  }

  @Override
  public void run(ApplicationArguments arguments) {
    if (plans.all().isEmpty()) {
      // The newest plan stands first on the start page.
      List<StratFile> files = DemoPlan.all().reversed();
      files.forEach(importer::create);
    }
  }
}

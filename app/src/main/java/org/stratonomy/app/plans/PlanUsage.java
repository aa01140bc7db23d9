package org.stratonomy.app.plans;

import java.util.List;
import org.springframework.stereotype.Component;
import org.stratonomy.app.shelf.Usage;

/** What plans use of the shelf. */
@Component
class PlanUsage implements Usage {
  private final PlanService plans;

  PlanUsage(PlanService plans) {
    this.plans = plans;
  }

  @Override
  public List<String> ofMachine(String id) {
    return plans.named(plan -> plan.machine().equals(id));
  }

  @Override
  public List<String> ofFilament(String id) {
    return plans.named(plan -> plan.slots().contains(id));
  }
}

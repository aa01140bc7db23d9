package org.stratonomy.app.plans;

import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.EnableScheduling;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Erases what was removed long ago. */
@Component
@EnableScheduling
class Eraser {
  private static final Logger LOG = LoggerFactory.getLogger(Eraser.class);

  private final PlanService plans;

  Eraser(PlanService plans) {
    this.plans = plans;
  }

  @Scheduled(initialDelay = 10, fixedDelay = 360, timeUnit = TimeUnit.MINUTES)
  void erase() {
    int erased = plans.eraseRemoved();
    if (erased > 0) {
      LOG.info("Erased {} plans that were removed more than 30 days ago", erased);
    }
  }
}

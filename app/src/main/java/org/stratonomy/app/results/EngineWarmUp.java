package org.stratonomy.app.results;

import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.stratonomy.app.shelf.ShelfService;
import org.stratonomy.engine.WarmUp;

/** Warms the engine up once the application is ready, until there is something real to compute. */
@Component
class EngineWarmUp {
  private final ShelfService shelf;
  private final Computations computations;

  EngineWarmUp(ShelfService shelf, Computations computations) {
    this.shelf = shelf;
    this.computations = computations;
  }

  @EventListener(ApplicationReadyEvent.class)
  void start() {
    Thread thread = new Thread(() -> WarmUp.run(shelf.now(), computations::hasStarted), "warm-up");
    thread.setDaemon(true);
    thread.setPriority(Thread.MIN_PRIORITY);
    thread.start();
  }
}

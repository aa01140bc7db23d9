package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.document.ShelfReader;

class WarmUpTest {
  @Test
  void endsAtOnceWhenItIsToldTo() {
    AtomicInteger asked = new AtomicInteger();
    WarmUp.run(ShelfReader.standard(), () -> asked.incrementAndGet() >= 1);
    assertThat(asked.get()).isBetween(1, 3);
  }

  @Test
  void asksAllTheTimeWhetherItIsToEnd() {
    AtomicInteger asked = new AtomicInteger();
    // More than one plan of sixty layers and a handful of stages asks for.
    WarmUp.run(ShelfReader.standard(), () -> asked.incrementAndGet() >= 600);
    assertThat(asked.get()).isBetween(600, 602);
  }
}

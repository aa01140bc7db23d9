package org.stratonomy.app;

import java.time.Clock;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.stratonomy.engine.Planner;

/** The engine. */
@Configuration
class EngineConfiguration {
  /** A quarter of the heap is for what the engine remembers, another one for results. */
  private static final long MEMO_BYTES = Runtime.getRuntime().maxMemory() / 4;

  @Bean(destroyMethod = "close")
  Planner planner() {
    return new Planner(MEMO_BYTES, Runtime.getRuntime().availableProcessors());
  }

  @Bean
  Clock clock() {
    return Clock.systemUTC();
  }
}

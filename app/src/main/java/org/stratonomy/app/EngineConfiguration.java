package org.stratonomy.app;

import java.time.Clock;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.stratonomy.engine.Planner;

/** The engine. */
@Configuration
class EngineConfiguration {
  @Bean(destroyMethod = "close")
  Planner planner(StratonomyProperties properties) {
    return new Planner(properties.memoBytes(), Runtime.getRuntime().availableProcessors());
  }

  @Bean
  Clock clock() {
    return Clock.systemUTC();
  }
}

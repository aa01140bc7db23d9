package org.stratonomy.app;

import java.time.Clock;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.stratonomy.engine.Planner;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.plan.Shelf;

/** The engine, with the shelf that ships with it. */
@Configuration
class EngineConfiguration {
  @Bean
  Shelf shelf() {
    return ShelfReader.standard();
  }

  @Bean(destroyMethod = "close")
  Planner planner(Shelf shelf, StratonomyProperties properties) {
    return new Planner(shelf, properties.memoBytes(), Runtime.getRuntime().availableProcessors());
  }

  @Bean
  Clock clock() {
    return Clock.systemUTC();
  }
}

package org.stratonomy.app.results;

import java.time.Duration;
import org.springframework.http.CacheControl;

/**
 * How long browsers may keep what was computed of a revision. It never changes while the
 * application runs, but a newer version may compute something else of the same plan.
 */
final class Caching {
  /** For parts that views ask for again and again. */
  static final CacheControl FOR_A_WHILE =
      CacheControl.maxAge(Duration.ofMinutes(10)).cachePrivate();

  private Caching() {}
}

package org.stratonomy.engine.memo;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.function.Supplier;

/**
 * Results of pure computations under the keys of their inputs. Nothing is ever invalidated: a
 * result under a key is right for ever, and those not used for long make room.
 */
public final class Memo {
  private final Cache<Key, Sized> results;

  /** A result that knows about how much memory it takes. */
  public interface Sized {
    /** In bytes, roughly. */
    int weight();
  }

  /**
   * @param maxBytes how much the results may take together, roughly
   */
  public Memo(long maxBytes) {
    results =
        Caffeine.newBuilder()
            .maximumWeight(maxBytes)
            .weigher((Key key, Sized value) -> 96 + value.weight())
            .build();
  }

  /** The result under a key, computed if it is not known. */
  public <T extends Sized> T get(Key key, Class<T> type, Supplier<T> computation) {
    Sized known = results.getIfPresent(key);
    if (known == null) {
      known = computation.get();
      results.put(key, known);
    }
    return type.cast(known);
  }
}

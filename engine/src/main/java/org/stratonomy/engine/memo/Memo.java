package org.stratonomy.engine.memo;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.Optional;
import java.util.function.Supplier;

/**
 * Results of pure computations under the keys of their inputs. Nothing is ever invalidated: a
 * result under a key is right for ever, and those not used for long make room.
 */
public final class Memo {
  private final Cache<Key, Sized> results;
  private final Optional<Key> scope;

  /** A result that knows about how much memory it takes. */
  public interface Sized {
    /** In bytes, roughly. */
    int weight();
  }

  /**
   * @param maxBytes how much the results may take together, roughly
   */
  public Memo(long maxBytes) {
    this(
        Caffeine.newBuilder()
            .maximumWeight(maxBytes)
            .weigher((Key key, Sized value) -> 96 + value.weight())
            .build(),
        Optional.empty());
  }

  private Memo(Cache<Key, Sized> results, Optional<Key> scope) {
    this.results = results;
    this.scope = scope;
  }

  /**
   * The same memory, for computations that read something besides the inputs in their keys: results
   * are shared only with those of an equal scope.
   */
  public Memo within(Key other) {
    return new Memo(results, Optional.of(other));
  }

  /** The result under a key, computed if it is not known. */
  public <T extends Sized> T get(Key key, Class<T> type, Supplier<T> computation) {
    Key scoped = scope.map(key::within).orElse(key);
    Sized known = results.getIfPresent(scoped);
    if (known == null) {
      known = computation.get();
      results.put(scoped, known);
    }
    return type.cast(known);
  }
}

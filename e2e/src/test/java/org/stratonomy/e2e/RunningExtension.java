package org.stratonomy.e2e;

import org.junit.jupiter.api.extension.BeforeAllCallback;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ExtensionContext.Namespace;

/** Keeps what stories run against until the last of them has ended. */
final class RunningExtension implements BeforeAllCallback {
  private Running running;

  @Override
  public void beforeAll(ExtensionContext context) {
    running =
        context
            .getRoot()
            .getStore(Namespace.GLOBAL)
            .getOrComputeIfAbsent(Running.class, key -> new Running(), Running.class);
  }

  Running get() {
    return running;
  }
}

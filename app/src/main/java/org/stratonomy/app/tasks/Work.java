package org.stratonomy.app.tasks;

import org.stratonomy.engine.Progress;

/** What a task does. It is interrupted when it takes too long or is cancelled. */
@FunctionalInterface
public interface Work<T> {
  T run(Progress progress) throws Exception;
}

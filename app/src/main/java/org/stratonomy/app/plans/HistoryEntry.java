package org.stratonomy.app.plans;

import java.time.Instant;
import java.util.UUID;

/**
 * One state that a plan has been in.
 *
 * @param revision the state
 * @param made when
 * @param what the edit that led to it did, in words
 * @param standing how it relates to the plan's current state
 */
public record HistoryEntry(UUID revision, Instant made, String what, Standing standing) {
  /** How a state relates to the current one. */
  public enum Standing {
    /** It is the current one. */
    CURRENT,
    /** It led to the current one. */
    EARLIER,
    /** It was undone. */
    UNDONE
  }
}

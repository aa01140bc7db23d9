package org.stratonomy.app.plans;

import java.time.Instant;
import java.util.UUID;

/**
 * One state that a plan has been in.
 *
 * @param revision under which its picture is to be had
 * @param made when
 * @param what the edit did that led to it, in words
 * @param standing where the plan stands, seen from there
 */
public record HistoryEntry(UUID revision, Instant made, String what, Standing standing) {
  /** How a state relates to the one that the plan is in. */
  public enum Standing {
    /** The plan is in it. */
    CURRENT,
    /** It led to the current one. */
    EARLIER,
    /** It was undone. */
    UNDONE
  }
}

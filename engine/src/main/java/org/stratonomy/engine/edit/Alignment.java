package org.stratonomy.engine.edit;

/** How two things are aligned along an axis. */
public enum Alignment {
  /** Middle to middle. */
  MIDDLE,
  /** Low side to low side. */
  LOW,
  /** High side to high side. */
  HIGH,
  /** Its low side against the other's high side. */
  AFTER,
  /** Its high side against the other's low side. */
  BEFORE,
  /** Origin of its file to the origin of the other's. */
  ORIGIN
}

package org.stratonomy.engine.stroke;

/** Why a line's values are not those of the settings. */
public record Causes(Cause speed, Cause fan, boolean takesPurge) {
  public static final Causes NONE = new Causes(Cause.NONE, Cause.NONE, false);

  /** Most lines have none, and share one object. */
  static Causes of(Cause speed, Cause fan, boolean takesPurge) {
    return speed == Cause.NONE && fan == Cause.NONE && !takesPurge
        ? NONE
        : new Causes(speed, fan, takesPurge);
  }
}

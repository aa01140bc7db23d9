package org.stratonomy.engine.merge;

/** Why a line is printed otherwise than the setting for its role says. */
public enum Cause {
  /** It is as the setting says. */
  NONE(""),
  FIRST_LAYER("first layer speed"),
  OVERHANG("overhang speed"),
  SMALL_WALL("small wall speed"),
  FLOW_LIMIT("the filament's flow limit"),
  LAYER_TIME("least layer time"),
  NO_COOLING("layers without fan"),
  BRIDGE("bridge fan"),
  PURGE("it takes purged filament"),
  FITTED("fitted to the height between two planes, or to the piece's width");

  private final String text;

  Cause(String text) {
    this.text = text;
  }

  /** As it stands in the interface. */
  public String text() {
    return text;
  }
}

package org.stratonomy.engine.stroke;

/** Why a line is printed with another value than its settings give. */
public enum Cause {
  /** The value is that of the settings. */
  NONE(""),
  FIRST_LAYER("first layer speed"),
  OVERHANG("overhang speed"),
  SMALL_WALL("small wall speed"),
  FLOW_LIMIT("the filament's flow limit"),
  LAYER_TIME("least layer time"),
  NO_COOLING("layers without fan"),
  BRIDGE("bridge fan"),
  PURGE("absorbs purged filament"),
  FITTED("fitted to the model");

  private final String text;

  Cause(String text) {
    this.text = text;
  }

  /** As it stands in the interface. */
  public String text() {
    return text;
  }
}

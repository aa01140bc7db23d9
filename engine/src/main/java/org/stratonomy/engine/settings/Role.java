package org.stratonomy.engine.settings;

import java.util.Arrays;
import java.util.Optional;

/** What a line of the toolpath is for. The order is part of the layer format of the API. */
public enum Role {
  OUTER_WALL("outer wall"),
  INNER_WALL("inner wall"),
  TOP_SKIN("top skin"),
  BOTTOM_SKIN("bottom skin"),
  SOLID_INFILL("solid infill"),
  INFILL("infill"),
  BRIDGE("bridge"),
  SKIRT("skirt"),
  GAP("gap"),
  SUPPORT("support"),
  INTERFACE("interface"),
  BRIM("brim"),
  PURGE("purge");

  private final String label;

  Role(String label) {
    this.label = label;
  }

  public String label() {
    return label;
  }

  public static Optional<Role> byLabel(String label) {
    return Arrays.stream(values()).filter(role -> role.label.equals(label)).findFirst();
  }

  public boolean isWall() {
    return this == OUTER_WALL || this == INNER_WALL;
  }

  /** The setting that says how fast lines are printed above the first layer. */
  public Setting speed() {
    return switch (this) {
      case OUTER_WALL -> Setting.OUTER_WALL_SPEED;
      case INNER_WALL -> Setting.INNER_WALL_SPEED;
      case TOP_SKIN, BOTTOM_SKIN -> Setting.SKIN_SPEED;
      case SOLID_INFILL, GAP, PURGE -> Setting.SOLID_SPEED;
      case INFILL -> Setting.INFILL_SPEED;
      case BRIDGE -> Setting.BRIDGE_SPEED;
      case SUPPORT, INTERFACE -> Setting.SUPPORT_SPEED;
      case SKIRT, BRIM -> Setting.FIRST_LAYER_SPEED;
    };
  }
}

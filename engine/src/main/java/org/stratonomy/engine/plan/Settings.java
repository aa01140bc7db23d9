package org.stratonomy.engine.plan;

import java.util.Map;

/**
 * One value for every setting, each with the rule that decided.
 *
 * @param values one for each setting
 * @param rules index of the deciding rule in the rule sheet, from 0; {@link #BY_DEFAULT} for none
 */
public record Settings(Map<Setting, Value> values, Map<Setting, Integer> rules) {
  /** In place of a rule's index: the default holds. */
  public static final int BY_DEFAULT = -1;

  /** The value of a setting that is a number, in its unit. */
  public double number(Setting setting) {
    return switch (values.get(setting)) {
      case Value.Number n -> n.value();
      case Value.Choice c -> throw new IllegalArgumentException(setting.id() + " is a choice");
    };
  }

  /** The value of a setting that counts something. */
  public int count(Setting setting) {
    return (int) number(setting);
  }

  /** The value of a setting that is a choice. */
  public String choice(Setting setting) {
    return switch (values.get(setting)) {
      case Value.Choice c -> c.value();
      case Value.Number n -> throw new IllegalArgumentException(setting.id() + " is a number");
    };
  }

  /** Slot of the filament, from 1. */
  public int slot() {
    return count(Setting.FILAMENT);
  }
}

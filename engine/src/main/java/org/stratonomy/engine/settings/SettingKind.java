package org.stratonomy.engine.settings;

import org.stratonomy.engine.shelf.Filament;
import org.stratonomy.engine.shelf.Machine;

/** What values a setting may have, and which holds where no rule says anything. */
public sealed interface SettingKind {
  /** Of its values; empty for none. */
  String unit();

  /** What numbers are possible on any machine. */
  Range range();

  /** Whether the value counts something. */
  boolean isWhole();

  /**
   * What numbers are possible.
   *
   * @param because why it ends there, as the end of a sentence; empty where that needs no reason
   */
  record Range(double min, double max, String because) {}

  /**
   * What a default may depend on.
   *
   * @param core whether the place lies in a core
   */
  record Basis(Machine machine, Machine.Nozzle nozzle, Filament filament, boolean core) {}

  /** A default. */
  @FunctionalInterface
  interface Standard {
    double value(Basis of);
  }

  record Number(String unit, Range range, boolean isWhole, Standard standard)
      implements SettingKind {}

  record Chosen(Choice standard) implements SettingKind {
    private static final Range NONE = new Range(0, 0, "");

    @Override
    public String unit() {
      return "";
    }

    @Override
    public Range range() {
      return NONE;
    }

    @Override
    public boolean isWhole() {
      return false;
    }
  }

  static SettingKind number(String unit, double min, double max, Standard standard) {
    return new Number(unit, new Range(min, max, ""), false, standard);
  }

  static SettingKind number(String unit, double min, double max, double standard) {
    return number(unit, min, max, of -> standard);
  }

  static SettingKind count(String unit, int min, int max, Standard standard) {
    return new Number(unit, new Range(min, max, ""), true, standard);
  }

  static SettingKind count(String unit, int min, int max, int standard) {
    return count(unit, min, max, of -> standard);
  }

  static SettingKind chosen(Choice standard) {
    return new Chosen(standard);
  }
}

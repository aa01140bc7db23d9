package org.stratonomy.engine.plan;

import java.math.BigDecimal;

/** The value of a setting: a number in the setting's unit, or one of its choices. */
public sealed interface Value {
  record Number(double value) implements Value {
    @Override
    public String toString() {
      return Double.isFinite(value)
          ? BigDecimal.valueOf(value).stripTrailingZeros().toPlainString()
          : Double.toString(value);
    }
  }

  record Choice(String value) implements Value {
    @Override
    public String toString() {
      return value;
    }
  }

  static Value of(double value) {
    return new Number(value);
  }

  static Value of(String choice) {
    return new Choice(choice);
  }
}

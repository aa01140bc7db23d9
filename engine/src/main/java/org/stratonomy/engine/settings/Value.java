package org.stratonomy.engine.settings;

import java.util.List;
import java.util.stream.Collectors;
import org.stratonomy.engine.guard.PlainText;
import org.stratonomy.engine.settings.Scope.Layers;

/**
 * The value of a setting: a number in the setting's unit, a course of numbers, or the word of a
 * choice.
 */
public sealed interface Value {
  record Number(double value) implements Value {
    @Override
    public String toString() {
      return PlainText.number(value);
    }
  }

  /** The word of a {@link Choice}. */
  record Word(String value) implements Value {
    @Override
    public String toString() {
      return value;
    }
  }

  /**
   * A number that goes by the layer.
   *
   * @param from where layers are counted from; the first one is 1
   * @param ramp whether the value changes evenly from one step to the next, instead of at the step
   * @param steps in the order of their layers, from layer 1 on
   */
  record Course(Layers.From from, boolean ramp, List<Step> steps) implements Value {
    /** From a layer on, a value holds. */
    public record Step(int layer, double value) {}

    public Course {
      steps = List.copyOf(steps);
    }

    /** What holds at a spot. */
    Value at(ScopeSpot spot) {
      int layer = from == Layers.From.PIECE ? spot.layer() : spot.layerInStratum();
      return Value.of(at(layer));
    }

    /** What holds in a layer. */
    public double at(int layer) {
      int i = 0;
      while (i + 1 < steps.size() && steps.get(i + 1).layer() <= layer) {
        i++;
      }
      Step below = steps.get(i);
      if (!ramp || i + 1 == steps.size()) {
        return below.value();
      }
      Step above = steps.get(i + 1);
      double share = (double) (layer - below.layer()) / (above.layer() - below.layer());
      return below.value() + share * (above.value() - below.value());
    }

    @Override
    public String toString() {
      return steps.stream()
          .map(step -> "%s from layer %d".formatted(Value.of(step.value()), step.layer()))
          .collect(Collectors.joining(", "));
    }
  }

  static Value of(double value) {
    return new Number(value);
  }

  static Value of(String word) {
    return new Word(word);
  }

  static Value of(Choice choice) {
    return new Word(choice.word());
  }
}

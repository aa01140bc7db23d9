package org.stratonomy.engine.shelf;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/** How a machine comes from one filament to another. */
public sealed interface Changer {
  /** How long a change takes, s. */
  double seconds();

  Kind kind();

  /** Kinds of changers, and the dialects in which programs for them are written. */
  enum Kind {
    BY_HAND("by hand", "hand-change", "hand-pause", "hand-wait", "hand-macros"),
    FEEDER("feeder", "feeder", "feeder-macros"),
    NOZZLES("several nozzles", "nozzles", "nozzles-macros"),
    MIXING("mixing nozzle", "mixing", "mixing-macros");

    private final String word;
    private final List<String> dialects;

    Kind(String word, String... dialects) {
      this.word = word;
      this.dialects = List.of(dialects);
    }

    /** As it stands in files. */
    public String word() {
      return word;
    }

    public static Optional<Kind> byWord(String word) {
      return Arrays.stream(values()).filter(one -> one.word.equals(word)).findFirst();
    }

    public List<String> dialects() {
      return dialects;
    }
  }

  /** The operator changes filament while the machine waits. */
  record ByHand(double seconds) implements Changer {
    @Override
    public Kind kind() {
      return Kind.BY_HAND;
    }
  }

  /**
   * A feeder changes the filament in the one nozzle.
   *
   * @param slots how many filaments it holds
   */
  record Feeder(double seconds, int slots) implements Changer {
    @Override
    public Kind kind() {
      return Kind.FEEDER;
    }
  }

  /**
   * Each filament has a nozzle of its own.
   *
   * @param primeMm3 what a nozzle that waited loses, and pushes out before it prints
   * @param standbyC how much cooler a nozzle waits than it prints, °C
   */
  record Nozzles(double seconds, double primeMm3, double standbyC) implements Changer {
    @Override
    public Kind kind() {
      return Kind.NOZZLES;
    }
  }

  /** Two filaments flow into one nozzle, in any shares. */
  record Mixing(double seconds) implements Changer {
    @Override
    public Kind kind() {
      return Kind.MIXING;
    }
  }
}

package org.stratonomy.engine.plan;

import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import org.stratonomy.engine.shelf.BedPoint;

/**
 * A halt that the planner put: before the layer that starts at a height.
 *
 * @param heightMm above the bed; a layer plane is laid through it
 * @param note what to tell the operator, may be empty
 * @param event what happens there
 */
public record Stop(String id, double heightMm, String note, Event event) {
  /** A pause that leaves all else to the machine. */
  public Stop(String id, double heightMm, String note) {
    this(id, heightMm, note, new Pause(Waiting.AS_MACHINE));
  }

  /** What happens at a stop, with what only this kind of event has. */
  public sealed interface Event {
    Kind kind();
  }

  /** The machine waits until somebody goes on. */
  public sealed interface Wait extends Event {
    Waiting waiting();

    /** The same event with another way of waiting. */
    Wait with(Waiting changed);
  }

  /** Shows the note. */
  public record Message() implements Event {
    @Override
    public Kind kind() {
      return Kind.MESSAGE;
    }
  }

  /**
   * Custom G-code.
   *
   * @param lines as they go into the program
   */
  public record Commands(List<String> lines) implements Event {
    public Commands {
      lines = List.copyOf(lines);
    }

    @Override
    public Kind kind() {
      return Kind.COMMANDS;
    }
  }

  /** A wait for nothing in particular. */
  public record Pause(Waiting waiting) implements Wait {
    @Override
    public Kind kind() {
      return Kind.PAUSE;
    }

    @Override
    public Wait with(Waiting changed) {
      return new Pause(changed);
    }
  }

  /** A wait in which something is put into the print. */
  public record Filling(Waiting waiting) implements Wait {
    @Override
    public Kind kind() {
      return Kind.FILLING;
    }

    @Override
    public Wait with(Waiting changed) {
      return new Filling(changed);
    }
  }

  /** Kinds of events; several at one layer happen in this order, and those that wait at once. */
  public enum Kind {
    MESSAGE("message", 0, "Shows the note; does not wait."),
    COMMANDS("own commands", 0, "Sends your lines; does not wait."),
    PAUSE("pause", 60, "Waits until somebody goes on."),
    FILLING("filling", 180, "Waits for ballast, a nut, a magnet.");

    private final String label;
    private final double seconds;
    private final String description;

    Kind(String label, double seconds, String description) {
      this.label = label;
      this.seconds = seconds;
      this.description = description;
    }

    public String description() {
      return description;
    }

    /** As it stands in plans and in the interface. */
    public String label() {
      return label;
    }

    /** How long the machine usually waits for the operator, s. */
    public double seconds() {
      return seconds;
    }

    public static Optional<Kind> byLabel(String label) {
      return List.of(values()).stream().filter(kind -> kind.label.equals(label)).findFirst();
    }
  }

  /** How the machine is told to wait, where not as it usually is. */
  public enum Told {
    PAUSE("pause"),
    WAIT("wait");

    private final String label;

    Told(String label) {
      this.label = label;
    }

    /** As it stands in plans. */
    public String label() {
      return label;
    }

    public static Optional<Told> byLabel(String label) {
      return List.of(values()).stream().filter(told -> told.label.equals(label)).findFirst();
    }
  }

  /**
   * How the machine waits; what is missing is as the machine has it.
   *
   * @param liftMm how far the nozzle is lifted before it goes aside
   * @param park where the head waits
   * @param nozzleC of the nozzle meanwhile, °C; as hot as before if missing
   * @param seconds how long the operator is expected to take
   * @param purgeMm strand that is pushed out before the print goes on
   * @param told by a pause, or by a signal and a wait as long as the operator is expected to take
   */
  public record Waiting(
      OptionalDouble liftMm,
      Optional<BedPoint> park,
      OptionalDouble nozzleC,
      OptionalDouble seconds,
      double purgeMm,
      Optional<Told> told) {
    /** Told as the machine usually is. */
    public Waiting(
        OptionalDouble liftMm,
        Optional<BedPoint> park,
        OptionalDouble nozzleC,
        OptionalDouble seconds,
        double purgeMm) {
      this(liftMm, park, nozzleC, seconds, purgeMm, Optional.empty());
    }

    public static final Waiting AS_MACHINE =
        new Waiting(
            OptionalDouble.empty(),
            Optional.empty(),
            OptionalDouble.empty(),
            OptionalDouble.empty(),
            0);

    public Waiting withLiftMm(OptionalDouble changed) {
      return new Waiting(changed, park, nozzleC, seconds, purgeMm, told);
    }

    public Waiting withPark(Optional<BedPoint> changed) {
      return new Waiting(liftMm, changed, nozzleC, seconds, purgeMm, told);
    }

    public Waiting withNozzleC(OptionalDouble changed) {
      return new Waiting(liftMm, park, changed, seconds, purgeMm, told);
    }
  }

  public Kind kind() {
    return event.kind();
  }

  /** How the machine waits, if it does. */
  public Optional<Waiting> waiting() {
    return event instanceof Wait wait ? Optional.of(wait.waiting()) : Optional.empty();
  }

  public Stop withId(String changed) {
    return new Stop(changed, heightMm, note, event);
  }

  public Stop withHeightMm(double changed) {
    return new Stop(id, changed, note, event);
  }

  public Stop withEvent(Event changed) {
    return new Stop(id, heightMm, note, changed);
  }

  /** How long the machine waits, s. */
  public double seconds() {
    return waiting().map(w -> w.seconds.orElse(kind().seconds)).orElse(0.0);
  }
}

package org.stratonomy.engine.schedule;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.shelf.BedPoint;
import org.stratonomy.engine.shelf.Machine;

/**
 * A point in a layer where filament is changed, or the planner's stops happen: first messages, then
 * own commands, then one wait for all that wait.
 *
 * @param beforeStroke index of the stroke that follows; 0 is before the layer
 * @param fromSlot filament that comes out
 * @param toSlot filament that goes in; the same if nothing is changed
 * @param stops that happen here, in the order of their kinds
 */
public record Halt(int beforeStroke, int fromSlot, int toSlot, List<Stop> stops) {
  /** Speed of the filament while the nozzle is purged, mm/s. */
  public static final double PURGE_SPEED = 2.5;

  public Halt {
    stops = stops.stream().sorted(Comparator.comparing(Stop::kind)).toList();
  }

  public boolean isColourChange() {
    return fromSlot != toSlot;
  }

  /** Stops for which the machine waits; a change by hand is a wait already. */
  public List<Stop> waits() {
    return stops.stream().filter(stop -> stop.event() instanceof Stop.Wait).toList();
  }

  private Stream<Stop.Waiting> waitings() {
    return stops.stream().map(Stop::waiting).flatMap(Optional::stream);
  }

  /** Whether the machine waits apart from the change: by hand they are one wait. */
  public boolean waitsApart(Machine machine) {
    return !waits().isEmpty() && (machine.changesByItself() || !isColourChange());
  }

  /** How many times the machine waits, or has filament changed. */
  public int count(Machine machine) {
    return (waitsApart(machine) ? 1 : 0) + (isColourChange() ? 1 : 0);
  }

  /** Whether the operator is needed. */
  public boolean needsOperator(Machine machine) {
    return isColourChange() && !machine.changesByItself() || !waits().isEmpty();
  }

  /**
   * How long it takes, s: a change by hand and what else is done meanwhile take the longer time.
   */
  public double seconds(Machine machine) {
    double stopped = waits().stream().mapToDouble(Stop::seconds).max().orElse(0);
    double changing = isColourChange() ? machine.changeSeconds() : 0;
    return machine.changesByItself() ? stopped + changing : Math.max(stopped, changing);
  }

  /** What to tell the operator, in one line; may be empty. */
  public String note() {
    return stops.stream()
        .filter(stop -> !(stop.event() instanceof Stop.Commands))
        .map(Stop::note)
        .filter(note -> !note.isBlank())
        .collect(Collectors.joining("; "));
  }

  /** How far the nozzle is lifted, mm: as far as the most careful stop says. */
  public double liftMm(Machine machine) {
    return waitings()
        .mapToDouble(waiting -> waiting.liftMm().orElse(machine.parkLiftMm()))
        .max()
        .orElse(machine.parkLiftMm());
  }

  /** Where the head waits: at the place of the first stop that names one. */
  public BedPoint park(Machine machine) {
    return waitings()
        .map(Stop.Waiting::park)
        .flatMap(Optional::stream)
        .findFirst()
        .orElse(machine.park());
  }

  /** Temperature of the nozzle while the machine waits, if it is another one, °C. */
  public OptionalDouble waitingC() {
    return waitings().flatMapToDouble(waiting -> waiting.nozzleC().stream()).min();
  }

  /** How the machine is told, if a stop says so: as the first one that does. */
  public Optional<Stop.Told> told() {
    return waitings().map(Stop.Waiting::told).flatMap(Optional::stream).findFirst();
  }

  /**
   * How hot the nozzle is while its filament is changed, °C: what is in it has to melt as well as
   * what comes. Where every filament has a nozzle of its own, nothing is changed in a nozzle.
   *
   * @param nowC of the nozzle before
   * @param nextC with which the print goes on
   */
  public double changingC(Machine machine, double nowC, double nextC) {
    return machine.hasNozzles() ? nextC : Math.max(nowC, nextC);
  }

  /**
   * How hot the nozzle is when the machine has waited apart from a change, °C.
   *
   * @param nowC of the nozzle before
   * @param nextC with which the print goes on
   */
  public double goesOnC(Machine machine, double nowC, double nextC) {
    if (!isColourChange()) {
      return nextC;
    }
    return machine.hasNozzles() ? nowC : changingC(machine, nowC, nextC);
  }

  /** Strand that is pushed out before the print goes on, mm. */
  public double purgeMm() {
    return waitings().mapToDouble(Stop.Waiting::purgeMm).max().orElse(0);
  }
}

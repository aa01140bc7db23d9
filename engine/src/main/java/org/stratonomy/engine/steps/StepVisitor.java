package org.stratonomy.engine.steps;

import java.util.List;
import java.util.SortedMap;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.schedule.Halt;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.shelf.BedPoint;
import org.stratonomy.engine.strata.LayerStack;
import org.stratonomy.engine.stroke.Stroke;

/**
 * Receives what the machine does, in order. Lengths are mm, heights those of the machine, places in
 * layers as in strokes, temperatures °C. What a step does not name stays as it was. Methods with an
 * empty body are those that some visitors ignore.
 *
 * @param <X> exception that the visitor may throw
 */
public interface StepVisitor<X extends Exception> {

  /** Why the head leaves what it prints. */
  enum Aside {
    /** A halt: a stop, or a change of filament. */
    HALT,
    /** The nozzle needs another temperature. */
    HEAT,
    /** The layer has to cool. */
    COOLING
  }

  /**
   * A wait at a halt, or its change of filament.
   *
   * @param isChange whether filament is changed
   * @param nowC of the nozzle when it begins, °C
   * @param duringC of the nozzle before it is made ready to go on, °C
   * @param melts whether the nozzle is heated to that first
   * @param goesOnC with which the print goes on, °C
   */
  record Wait(
      LayerSchedule layer,
      Halt halt,
      boolean isChange,
      double nowC,
      double duringC,
      boolean melts,
      double goesOnC) {}

  /**
   * The start: bed and nozzles are hot, the head is lifted.
   *
   * @param slot that prints first
   * @param z of the nozzle
   * @param nozzleC of the nozzle that prints first
   * @param nozzles temperatures by slot, where there are several nozzles
   */
  default void start(
      int slot, double z, double nozzleC, double bedC, SortedMap<Integer, Double> nozzles)
      throws X {}

  /** The next layer of the schedule, counted from 0; it may be empty. */
  void reach(int index) throws X;

  /**
   * A layer in which something is printed.
   *
   * @param begins parts of pieces whose stratum begins with it
   */
  default void layer(LayerSchedule layer, List<LayerStack.Part> begins) throws X {}

  /** The role of the strokes that follow. */
  default void role(Role role) throws X {}

  /** Retracts the filament. */
  void retract() throws X;

  /** Pushes the retracted filament forward again. */
  void unretract() throws X;

  /** Retracts while the nozzle moves along a path that begins where it is. */
  void wipe(Path path) throws X;

  void lift(double from, double to) throws X;

  /**
   * A straight travel in the layer.
   *
   * @param length as the head goes
   */
  void travel(double x, double y, double length) throws X;

  /**
   * A straight travel to a place of the machine.
   *
   * @param length as the head goes; 0 if the head's place was unknown
   */
  void go(BedPoint place, double length) throws X;

  /** A stroke that begins where the nozzle is. */
  void stroke(Stroke stroke, double speed) throws X;

  /** Extrudes at a standstill; length and speed are those of the filament. */
  void purge(double length, double speed) throws X;

  /** The head waits where it is. */
  default void dwell(double seconds) throws X {}

  default void fan(double percent) throws X {}

  /** Sets the temperature of the nozzle that prints, without waiting. */
  void nozzle(double celsius) throws X;

  /** Sets the temperature of a nozzle that does not print. */
  default void waitingNozzle(int slot, double celsius) throws X {}

  /**
   * The head waits until the nozzle has the temperature that it was given.
   *
   * @param beforeC the temperature before that
   */
  void awaitNozzle(double beforeC, double celsius) throws X;

  /** Sets the temperature of the bed, without waiting. */
  default void bed(double celsius) throws X {}

  /** Strokes of another slot follow: its nozzle, its filament in the feeder or in the nozzle. */
  default void use(int slot) throws X {}

  /** Sets the mix of the nozzle to that of a slot. */
  default void mix(int slot) throws X {}

  /** The head is about to leave what it prints; it comes back with the next stroke. */
  void leave(Aside why) throws X;

  /** The machine shows a stop's message. */
  default void message(LayerSchedule layer, Halt halt, Stop stop) throws X {}

  /** The planner's custom G-code, after which the machine's state is unknown. */
  default void commands(List<String> lines) throws X {}

  /** The machine waits, or filament is changed, where the head is. */
  void await(Wait wait) throws X;

  /**
   * The end of the print.
   *
   * @param z that the head is lifted to
   */
  default void end(double z) throws X {}
}

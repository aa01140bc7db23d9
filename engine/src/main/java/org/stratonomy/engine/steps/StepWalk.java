package org.stratonomy.engine.steps;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.stratonomy.engine.motion.TravelSettings;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.schedule.Halt;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.schedule.NozzleHeat;
import org.stratonomy.engine.schedule.Schedule;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.shelf.BedPoint;
import org.stratonomy.engine.shelf.Changer;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.steps.StepVisitor.Aside;
import org.stratonomy.engine.steps.StepVisitor.Wait;
import org.stratonomy.engine.strata.LayerStack;
import org.stratonomy.engine.stroke.Stroke;
import org.stratonomy.engine.travel.Travel;

/**
 * Turns a schedule into steps. Retraction, lifts, parking, waits for heat and the parts of a halt
 * are decided here and nowhere else.
 *
 * @param <X> exception that the visitor may throw
 */
public final class StepWalk<X extends Exception> {
  /** Where the start leaves the nozzle, unless the print begins higher, mm. */
  public static final double START_Z_MM = 5;

  private final Schedule schedule;
  private final Machine machine;
  private final TravelSettings travel;
  private final StepVisitor<X> to;
  private final Optional<NozzleHeat> others;
  private final boolean mixes;
  private final Head head;

  private int slot;
  private double nozzleC;
  private double bedC;
  private int strokeNumber;
  private boolean hasPrinted;
  private boolean retracted;

  /** Slots whose nozzles wait with their filament retracted. */
  private final Set<Integer> retractedSlots = new HashSet<>();

  /** The stratum of each piece that was begun last. */
  private final Map<Integer, Integer> begun = new HashMap<>();

  /** Top of the pieces that stand already, mm. */
  private double standingMm;

  private StepWalk(Schedule schedule, Machine machine, StepVisitor<X> to) {
    this.schedule = schedule;
    this.machine = machine;
    this.travel = schedule.travel();
    this.to = to;
    this.others =
        machine.changer() instanceof Changer.Nozzles nozzles
            ? Optional.of(new NozzleHeat(schedule, machine, nozzles))
            : Optional.empty();
    this.mixes = machine.mixes();
    this.slot = schedule.firstSlot();
    this.nozzleC = startC(schedule);
    this.bedC = schedule.bedC();
    this.head = new Head(machine, startZ(schedule, machine));
  }

  /**
   * Sends all steps of a print to a visitor.
   *
   * @throws X if the visitor does
   */
  public static <X extends Exception> void tell(
      Schedule schedule, Machine machine, StepVisitor<X> to) throws X {
    new StepWalk<>(schedule, machine, to).walk();
  }

  /** Temperature of the nozzle at the start, °C; 0 if nothing is printed. */
  static double startC(Schedule schedule) {
    return schedule.layers().stream()
        .flatMap(layer -> layer.strokes().stream())
        .mapToDouble(Stroke::nozzleC)
        .findFirst()
        .orElse(0);
  }

  /** Height of the nozzle after the start: above the first line, mm. */
  private static double startZ(Schedule schedule, Machine machine) {
    if (machine.belt().isPresent()) {
      return 0;
    }
    double first =
        schedule.layers().stream()
            .filter(layer -> !layer.strokes().isEmpty())
            .mapToDouble(layer -> layer.layer().top() + schedule.liftMm())
            .findFirst()
            .orElse(0);
    return Math.max(START_Z_MM, first + schedule.travel().liftMm());
  }

  private void walk() throws X {
    use(slot);
    to.start(
        slot,
        head.z(),
        nozzleC,
        bedC,
        others.map(NozzleHeat::atStart).orElse(Collections.emptySortedMap()));
    double[] standing = schedule.standingMm();
    for (int i = 0; i < standing.length; i++) {
      standingMm = standing[i];
      if (schedule.beginsPiece(i) && standingMm > 0) {
        retract();
        lift(liftedZ(0));
      }
      to.reach(i);
      layer(schedule.layers().get(i));
    }
    retract();
    to.end(liftedZ(machine.parkLiftMm()));
  }

  private void layer(LayerSchedule layer) throws X {
    List<Stroke> strokes = layer.strokes();
    if (strokes.isEmpty()) {
      return;
    }
    bed(layer.layer().number());
    to.layer(layer, begins(layer));
    double height = layer.layer().top() + schedule.liftMm();
    List<Halt> halts = layer.halts();
    int nextHalt = 0;
    Stroke before = null;
    Role role = null;
    for (int i = 0; i < strokes.size(); i++) {
      Stroke stroke = strokes.get(i);
      Travel planned = layer.order().travels().get(i);
      if (nextHalt < halts.size() && halts.get(nextHalt).beforeStroke() == i) {
        halt(layer, halts.get(nextHalt++), stroke);
        before = null;
        planned = Travel.RETRACTED;
      }
      waitingNozzles();
      mixOf(stroke);
      if (NozzleHeat.isWaitedFor(nozzleC, stroke.nozzleC())) {
        awaitHeat(before, stroke);
        before = null;
        planned = Travel.RETRACTED;
      } else {
        heat(stroke.nozzleC());
      }
      to.fan(stroke.fanPercent());
      approach(before, planned, stroke, height);
      if (stroke.role() != role) {
        role = stroke.role();
        to.role(role);
      }
      print(stroke, layer.speed(stroke));
      before = stroke;
    }
    cool(layer.time().waitSeconds());
  }

  /** Parts of pieces whose stratum begins with a layer. */
  private List<LayerStack.Part> begins(LayerSchedule layer) {
    List<LayerStack.Part> begins = new ArrayList<>();
    for (LayerStack.Part part : layer.layer().parts()) {
      Integer stratum = part.layer().stratum();
      if (!stratum.equals(begun.put(part.piece(), stratum))) {
        begins.add(part);
      }
    }
    return begins;
  }

  /** The print goes on while the bed follows. */
  private void bed(int layer) throws X {
    double wanted = schedule.bedC(layer);
    if (wanted != bedC) {
      bedC = wanted;
      to.bed(wanted);
    }
  }

  private void waitingNozzles() throws X {
    if (others.isPresent()) {
      for (NozzleHeat.Change change : others.get().before(strokeNumber++)) {
        to.waitingNozzle(change.slot(), change.celsius());
      }
    }
  }

  private void mixOf(Stroke stroke) throws X {
    if (mixes && stroke.slot() != slot) {
      slot = stroke.slot();
      to.mix(slot);
    }
  }

  private void heat(double celsius) throws X {
    if (celsius != nozzleC) {
      nozzleC = celsius;
      to.nozzle(celsius);
    }
  }

  /** Waits aside until the nozzle has the temperature of a stroke. */
  private void awaitHeat(Stroke before, Stroke next) throws X {
    to.leave(Aside.HEAT);
    double beforeC = nozzleC;
    if (before != null) {
      wipe(before);
    }
    retract();
    heat(next.nozzleC());
    park(machine.parkLiftMm(), machine.park());
    to.awaitNozzle(beforeC, nozzleC);
  }

  /** Waits aside, so that the layer cools; the travel there and back is part of the wait. */
  private void cool(double seconds) throws X {
    if (seconds == 0) {
      return;
    }
    double still = Math.max(0, seconds - 2 * head.lengthTo(machine.park()) / travel.speed());
    to.leave(Aside.COOLING);
    park(machine.parkLiftMm(), machine.park());
    to.dwell(still);
  }

  private void halt(LayerSchedule layer, Halt halt, Stroke next) throws X {
    to.leave(Aside.HALT);
    for (Stop stop : halt.stops()) {
      if (stop.event() instanceof Stop.Message) {
        to.message(layer, halt, stop);
      }
    }
    commands(halt);
    if (halt.waitsApart(machine)) {
      double goesOn = halt.goesOnC(machine, nozzleC, next.nozzleC());
      double waiting = halt.waitingC().orElse(nozzleC);
      await(new Wait(layer, halt, false, nozzleC, waiting, false, goesOn));
    }
    if (halt.isColourChange()) {
      double changing = halt.changingC(machine, nozzleC, next.nozzleC());
      boolean melts = changing > nozzleC && !machine.hasNozzles();
      await(new Wait(layer, halt, true, nozzleC, changing, melts, next.nozzleC()));
      change(halt.toSlot());
    }
    if (halt.purgeMm() > 0) {
      unretract();
      to.purge(halt.purgeMm(), Halt.PURGE_SPEED);
      retract();
    }
  }

  private void await(Wait wait) throws X {
    park(wait.halt().liftMm(machine), wait.halt().park(machine));
    nozzleC = wait.goesOnC();
    to.await(wait);
  }

  private void commands(Halt halt) throws X {
    List<String> lines =
        halt.stops().stream()
            .map(Stop::event)
            .flatMap(
                event -> event instanceof Stop.Commands own ? own.lines().stream() : Stream.of())
            .toList();
    if (!lines.isEmpty()) {
      retract();
      lift(liftedZ(machine.parkLiftMm()));
      to.commands(lines);
    }
  }

  /** Prints from a slot; another nozzle may still have its filament retracted. */
  private void change(int ofSlot) throws X {
    if (machine.hasNozzles()) {
      if (retracted) {
        retractedSlots.add(slot);
      }
      retracted = retractedSlots.remove(ofSlot);
    }
    use(ofSlot);
    to.use(ofSlot);
  }

  private void use(int ofSlot) {
    slot = ofSlot;
    if (machine.hasNozzles()) {
      head.use(machine.nozzle(ofSlot));
    }
  }

  /** Retracts, lifts, and only then travels to where the head waits. */
  private void park(double liftMm, BedPoint place) throws X {
    retract();
    lift(liftedZ(liftMm));
    to.go(place, head.go(place));
  }

  /** Travels to the start of a stroke, along the planned points and retracted if planned. */
  private void approach(Stroke before, Travel planned, Stroke stroke, double height) throws X {
    double clearance = height;
    if (planned.retracted()) {
      if (before != null) {
        wipe(before);
      }
      retract();
      clearance = Math.max(head.z(), height + travel.liftMm());
    }
    if (clearance > head.z()) {
      lift(clearance);
    }
    for (int i = 0; i < planned.via().length; i += 2) {
      travel(planned.via()[i], planned.via()[i + 1]);
    }
    travel(stroke.path().x(0), stroke.path().y(0));
    lift(height);
    unretract();
  }

  private void travel(double x, double y) throws X {
    to.travel(x, y, head.travel(x, y));
  }

  private void print(Stroke stroke, double speed) throws X {
    hasPrinted = true;
    to.stroke(stroke, speed);
    head.travel(stroke.endX(), stroke.endY());
  }

  private void wipe(Stroke before) throws X {
    Optional<Path> wipe = before.wipe(travel.wipeMm());
    if (retracted || travel.retractionMm() == 0 || wipe.isEmpty()) {
      return;
    }
    retracted = true;
    to.wipe(wipe.get());
    int last = wipe.get().size() - 1;
    head.travel(wipe.get().x(last), wipe.get().y(last));
  }

  private void retract() throws X {
    if (!retracted && travel.retractionMm() > 0 && hasPrinted) {
      retracted = true;
      to.retract();
    }
  }

  private void unretract() throws X {
    if (retracted) {
      retracted = false;
      to.unretract();
    }
  }

  private void lift(double height) throws X {
    double from = head.z();
    if (height != from) {
      head.lift(height);
      to.lift(from, height);
    }
  }

  /** The machine's height so far above the nozzle, and above all pieces that stand already, mm. */
  private double liftedZ(double lift) {
    double over = standingMm > 0 ? standingMm + Schedule.OVER_PIECES_MM + schedule.liftMm() : 0;
    double most =
        machine.belt().isPresent()
            ? Double.POSITIVE_INFINITY
            : machine.heightMm() + machine.parkLiftMm();
    return Math.min(Math.max(head.z() + lift, over), most);
  }
}

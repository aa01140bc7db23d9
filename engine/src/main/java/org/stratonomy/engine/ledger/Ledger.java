package org.stratonomy.engine.ledger;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.stratonomy.engine.motion.LayerTime;
import org.stratonomy.engine.plan.PrintedFor;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.schedule.Halt;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.schedule.LayerVolumes;
import org.stratonomy.engine.schedule.Schedule;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.shelf.BedPoint;
import org.stratonomy.engine.shelf.Filament;
import org.stratonomy.engine.shelf.FilamentMix;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.steps.Timeline;
import org.stratonomy.engine.stroke.Stroke;

/**
 * Time and material of a print.
 *
 * @param seconds all of it, with the changes by hand
 * @param roles lines by role; roles that do not occur are left out
 * @param shares the same by what is printed, in the plan's order; last what is beside all pieces:
 *     skirt, raft, tower, and what is pushed out at a stop
 * @param travelSeconds moves without extrusion, with retractions
 * @param liftSeconds moves from layer to layer
 * @param changeSeconds halts: changes of filament and stops of the planner
 * @param heatingSeconds waiting for bed and nozzle, at the start and later
 * @param coolingSeconds waiting aside after layers that would take less than they should
 * @param slots the same by slot, for the slots that are used; the time of a line of two strands is
 *     divided as its volume is
 * @param halts in the order of the print
 * @param startMm strand of the first filament that is needed until it is changed for the first time
 * @param savedChanges how many changes of filament the found order spares against the plain one
 * @param currency of all costs; empty if the filaments do not say one, or several
 */
public record Ledger(
    double seconds,
    List<RoleEntry> roles,
    List<Share> shares,
    double travelSeconds,
    double liftSeconds,
    double changeSeconds,
    double heatingSeconds,
    double coolingSeconds,
    List<SlotEntry> slots,
    List<HaltEntry> halts,
    double startMm,
    int savedChanges,
    String currency) {

  /**
   * What something takes.
   *
   * @param seconds in which its lines are laid
   * @param lengthMm of strand
   */
  public record Amounts(
      double seconds, double lengthMm, double volumeMm3, double massG, double cost) {}

  /** A row of the ledger. */
  public sealed interface Entry {
    Amounts amounts();

    default double seconds() {
      return amounts().seconds;
    }

    default double lengthMm() {
      return amounts().lengthMm;
    }

    default double volumeMm3() {
      return amounts().volumeMm3;
    }

    default double massG() {
      return amounts().massG;
    }

    default double cost() {
      return amounts().cost;
    }
  }

  public record RoleEntry(Role role, Amounts amounts) implements Entry {}

  /** What one part of the plan takes. */
  public record Share(PrintedFor origin, Amounts amounts) implements Entry {}

  /**
   * @param slot from 1
   */
  public record SlotEntry(int slot, String filament, Amounts amounts) implements Entry {}

  /**
   * @param layer before which layer, or within which if {@code withinLayer}
   * @param piece index of the piece that is printed then, if pieces are printed one at a time; else
   *     {@link PrintedFor#NO_PIECE}
   * @param heightMm plane at which it happens
   * @param atSeconds since the start of the print
   * @param seconds how long it takes, with the travel to the parking place and back
   * @param needsOperator whether somebody has to be there
   * @param freeSeconds how long the operator is free before it; 0 if not needed
   * @param stops ids of the planner's stops that happen here
   * @param kinds of these, in the order in which they happen
   * @param beforeStroke index of the stroke that follows among all of the layer, from 0
   * @param park where the head goes to wait, if it does
   * @param strandMm of the filament that goes in, until it is changed again; 0 if none goes in
   */
  public record HaltEntry(
      int layer,
      int piece,
      boolean withinLayer,
      double heightMm,
      double atSeconds,
      double seconds,
      boolean colourChange,
      boolean needsOperator,
      double freeSeconds,
      int fromSlot,
      int toSlot,
      List<String> stops,
      List<String> kinds,
      String note,
      int beforeStroke,
      Optional<BedPoint> park,
      double strandMm) {
    HaltEntry withStrandMm(double mm) {
      return new HaltEntry(
          layer,
          piece,
          withinLayer,
          heightMm,
          atSeconds,
          seconds,
          colourChange,
          needsOperator,
          freeSeconds,
          fromSlot,
          toSlot,
          stops,
          kinds,
          note,
          beforeStroke,
          park,
          mm);
    }
  }

  /**
   * @param timeline of the schedule
   */
  public static Ledger of(Schedule schedule, Resolver resolver, Timeline timeline) {
    return new Adder(schedule, resolver).add(timeline);
  }

  private static final class Sums {
    private double seconds;
    private double length;
    private double volume;
    private double mass;
    private double cost;

    /** Adds volume of a filament, mm³. */
    void add(Filament filament, double mm3) {
      double strand = mm3 / filament.crossSectionMm2();
      double grams = filament.grams(strand);
      length += strand;
      volume += mm3;
      mass += grams;
      cost += grams / 1000 * filament.pricePerKg();
    }

    Amounts amounts() {
      return new Amounts(seconds, length, volume, mass, cost);
    }
  }

  private static final class Adder {
    private final Schedule schedule;
    private final Resolver resolver;
    private final Machine machine;
    private final Map<Role, Sums> roles = new EnumMap<>(Role.class);
    private final Map<PrintedFor, Sums> shares = new TreeMap<>();
    private final Map<Integer, Sums> slots = new TreeMap<>();
    private final List<HaltEntry> halts = new ArrayList<>();

    /** Strand since the last change of filament, and which halt that was; -1 for the start. */
    private double strandMm;

    private double busyUntil;
    private int lastChange = -1;
    private double startMm;

    Adder(Schedule schedule, Resolver resolver) {
      this.schedule = schedule;
      this.resolver = resolver;
      this.machine = resolver.machine();
    }

    Ledger add(Timeline timeline) {
      double travel = 0;
      double lift = 0;
      double changes = 0;
      double cooling = 0;
      for (int l = 0; l < schedule.layers().size(); l++) {
        LayerSchedule layer = schedule.layers().get(l);
        double now = timeline.start(l);
        int next = 0;
        List<Stroke> strokes = layer.strokes();
        for (int h = 0; h < layer.halts().size(); h++) {
          Halt halt = layer.halts().get(h);
          double seconds = timeline.halt(l, h);
          add(LayerVolumes.of(strokes.subList(next, halt.beforeStroke())));
          next = halt.beforeStroke();
          changes += seconds;
          halt(layer, halt, now, seconds);
          now += seconds;
        }
        boolean isWhole = next == 0;
        add(isWhole ? layer.volumes() : LayerVolumes.of(strokes.subList(next, strokes.size())));
        layer.time().shares().forEach(this::add);
        lift += timeline.rise(l);
        travel += layer.time().travelSeconds();
        cooling += layer.time().waitSeconds();
      }
      takenOut();
      int saved = schedule.plainChanges() - (int) schedule.changeCount();
      return new Ledger(
          timeline.end(),
          roles(),
          shares(),
          travel,
          lift,
          changes,
          timeline.heatingSeconds(),
          cooling,
          slots(),
          halts,
          startMm,
          saved,
          currency());
    }

    private String currency() {
      List<String> all =
          slots.keySet().stream()
              .map(slot -> resolver.filament(slot).currency())
              .distinct()
              .toList();
      return all.size() == 1 ? all.getFirst() : "";
    }

    private Sums of(Role role) {
      return roles.computeIfAbsent(role, _ -> new Sums());
    }

    private Sums of(PrintedFor origin) {
      return shares.computeIfAbsent(origin, _ -> new Sums());
    }

    private Sums of(int slot) {
      return slots.computeIfAbsent(slot, _ -> new Sums());
    }

    /** How much of what comes out of a slot is filament of the second, 0 to 1 by volume. */
    private double ofSecond(int slot) {
      double second = FilamentMix.ofSecond(slot) * resolver.filament(2).crossSectionMm2();
      return second / resolver.filament(slot).crossSectionMm2();
    }

    private void add(LayerTime.Share time) {
      of(time.role()).seconds += time.seconds();
      of(time.origin()).seconds += time.seconds();
      if (FilamentMix.isMix(time.slot())) {
        double second = ofSecond(time.slot()) * time.seconds();
        of(1).seconds += time.seconds() - second;
        of(2).seconds += second;
      } else {
        of(time.slot()).seconds += time.seconds();
      }
    }

    private void add(LayerVolumes volumes) {
      for (LayerVolumes.Share share : volumes.shares()) {
        add(share.slot(), share.role(), share.origin(), share.mm3());
      }
    }

    private void add(int slot, Role role, PrintedFor origin, double volume) {
      strandMm += volume / resolver.filament(slot).crossSectionMm2();
      if (FilamentMix.isMix(slot)) {
        double second = ofSecond(slot) * volume;
        addUnmixed(1, role, origin, volume - second);
        addUnmixed(2, role, origin, second);
      } else {
        addUnmixed(slot, role, origin, volume);
      }
    }

    private void addUnmixed(int slot, Role role, PrintedFor origin, double volume) {
      for (Sums sums : List.of(of(role), of(origin), of(slot))) {
        sums.add(resolver.filament(slot), volume);
      }
    }

    /** Says of the halt at which the filament went in how much of it was needed. */
    private void takenOut() {
      if (lastChange < 0) {
        startMm = strandMm;
      } else {
        halts.set(lastChange, halts.get(lastChange).withStrandMm(strandMm));
      }
      strandMm = 0;
    }

    /** How long the operator is free before a halt, s. */
    private double free(Halt halt, double now, double seconds) {
      if (!halt.needsOperator(machine)) {
        return 0;
      }
      double free = Math.max(0, now - busyUntil);
      busyUntil = now + seconds;
      return free;
    }

    private void halt(LayerSchedule layer, Halt halt, double now, double seconds) {
      if (halt.isColourChange()) {
        takenOut();
        lastChange = halts.size();
      }
      boolean within = halt.beforeStroke() > 0;
      halts.add(
          new HaltEntry(
              layer.layer().number(),
              schedule.pieceByPiece() ? layer.piece() : PrintedFor.NO_PIECE,
              within,
              within ? layer.layer().top() : layer.layer().bottom(),
              now,
              seconds,
              halt.isColourChange(),
              halt.needsOperator(machine),
              free(halt, now, seconds),
              halt.fromSlot(),
              halt.toSlot(),
              halt.stops().stream().map(Stop::id).toList(),
              halt.stops().stream().map(stop -> stop.kind().label()).distinct().toList(),
              halt.note(),
              schedule.strokesBefore(layer) + halt.beforeStroke(),
              halt.count(machine) > 0 ? Optional.of(halt.park(machine)) : Optional.empty(),
              0));
      double purged = halt.purgeMm() * resolver.filament(halt.toSlot()).crossSectionMm2();
      if (purged > 0) {
        add(halt.toSlot(), Role.PURGE, PrintedFor.BESIDE, purged);
      }
    }

    private List<RoleEntry> roles() {
      List<RoleEntry> all = new ArrayList<>();
      roles.forEach((role, sums) -> all.add(new RoleEntry(role, sums.amounts())));
      all.removeIf(entry -> entry.volumeMm3() <= 0);
      return all;
    }

    private List<Share> shares() {
      List<Share> all = new ArrayList<>();
      shares.forEach((origin, sums) -> all.add(new Share(origin, sums.amounts())));
      return all;
    }

    private List<SlotEntry> slots() {
      List<SlotEntry> all = new ArrayList<>();
      slots.forEach(
          (slot, sums) ->
              all.add(new SlotEntry(slot, resolver.filament(slot).id(), sums.amounts())));
      all.removeIf(entry -> entry.volumeMm3() <= 0);
      return all;
    }
  }

  /** A time as one says it: {@code 75 s}, {@code 12 min}, {@code 1 h 5 min}. */
  public static String duration(double seconds) {
    if (seconds < 90) {
      return Math.round(seconds) + " s";
    }
    long minutes = Math.round(seconds / 60);
    return minutes < 60 ? minutes + " min" : "%d h %d min".formatted(minutes / 60, minutes % 60);
  }
}

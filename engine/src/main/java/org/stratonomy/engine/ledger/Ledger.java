package org.stratonomy.engine.ledger;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.stratonomy.engine.merge.Halt;
import org.stratonomy.engine.merge.LayerSchedule;
import org.stratonomy.engine.merge.LayerVolumes;
import org.stratonomy.engine.merge.Schedule;
import org.stratonomy.engine.merge.Stroke;
import org.stratonomy.engine.merge.Timeline;
import org.stratonomy.engine.motion.LayerTime;
import org.stratonomy.engine.plan.Filament;
import org.stratonomy.engine.plan.Machine;
import org.stratonomy.engine.plan.Mix;
import org.stratonomy.engine.plan.Origin;
import org.stratonomy.engine.plan.Purging;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plan.Role;
import org.stratonomy.engine.plan.Stop;

/**
 * Time and material of a print.
 *
 * @param seconds all of it, with the changes by hand
 * @param roles extruding time and volume by role; roles that do not occur are left out
 * @param shares the same by what is printed, in the plan's order; last what is beside all pieces:
 *     skirt, raft, tower, and what is pushed out at a stop
 * @param travelSeconds moves without extrusion, with retractions
 * @param liftSeconds moves from layer to layer
 * @param changeSeconds halts: changes of filament and stops of the planner
 * @param heatingSeconds waiting for bed and nozzle, at the start and later
 * @param coolingSeconds waiting aside after layers that would take less than they should
 * @param slots material by slot, for the slots that are used
 * @param halts in the order of the print
 * @param startMm strand of the first filament that is needed until it is changed for the first time
 * @param savedChanges how many changes of filament the found order spares against the plain one
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
    int savedChanges) {

  public record RoleEntry(Role role, double seconds, double volumeMm3) {}

  /** What one part of the plan takes. */
  public record Share(Origin origin, double seconds, double volumeMm3, double massG, double cost) {}

  /**
   * @param slot from 1
   * @param lengthMm of strand
   */
  public record SlotEntry(
      int slot, String filament, double lengthMm, double volumeMm3, double massG, double cost) {}

  /**
   * @param layer before which layer, or within which if {@code withinLayer}
   * @param piece index of the piece that is printed then, if pieces are printed one at a time; else
   *     {@link Origin#NO_PIECE}
   * @param heightMm plane at which it happens
   * @param atSeconds since the start of the print
   * @param seconds how long it takes
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
      Optional<Purging.Place> park,
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

  public static Ledger of(Schedule schedule, Resolver resolver) {
    return new Adder(schedule, resolver).add();
  }

  private static final class Sums {
    private double seconds;
    private double volume;
    private double mass;
    private double cost;

    Share share(Origin origin) {
      return new Share(origin, seconds, volume, mass, cost);
    }
  }

  private static final class Adder {
    private final Schedule schedule;
    private final Resolver resolver;
    private final Machine machine;
    private final double[] roleSeconds = new double[Role.values().length];
    private final double[] roleVolume = new double[Role.values().length];
    private final List<Double> slotVolume = new ArrayList<>();
    private final Map<Origin, Sums> shares = new TreeMap<>();
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

    Ledger add() {
      double travel = 0;
      double lift = 0;
      double changes = 0;
      double cooling = 0;
      Timeline timeline = new Timeline(schedule, machine);
      for (int l = 0; l < schedule.layers().size(); l++) {
        LayerSchedule layer = schedule.layers().get(l);
        double now = timeline.start(l);
        int next = 0;
        List<Stroke> strokes = layer.strokes();
        for (Halt halt : layer.halts()) {
          add(LayerVolumes.of(strokes.subList(next, halt.beforeStroke())));
          next = halt.beforeStroke();
          changes += halt.seconds(machine);
          halt(layer, halt, now);
          now += halt.seconds(machine);
        }
        boolean isWhole = next == 0;
        add(isWhole ? layer.volumes() : LayerVolumes.of(strokes.subList(next, strokes.size())));
        double[] seconds = layer.time().roleSeconds();
        for (int role = 0; role < seconds.length; role++) {
          roleSeconds[role] += seconds[role];
        }
        for (LayerTime.OriginTime time : layer.time().origins()) {
          sums(time.origin()).seconds += time.seconds();
        }
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
          slots(slotVolume),
          halts,
          startMm,
          saved);
    }

    private Sums sums(Origin origin) {
      return shares.computeIfAbsent(origin, _ -> new Sums());
    }

    private List<Share> shares() {
      List<Share> all = new ArrayList<>();
      shares.forEach((origin, sums) -> all.add(sums.share(origin)));
      return all;
    }

    private void add(LayerVolumes volumes) {
      for (LayerVolumes.Share share : volumes.shares()) {
        add(share.slot(), share.role(), share.origin(), share.mm3());
      }
    }

    private void add(int slot, Role role, Origin origin, double volume) {
      roleVolume[role.ordinal()] += volume;
      strandMm += volume / resolver.filament(slot).crossSectionMm2();
      if (Mix.isMix(slot)) {
        double length = volume / resolver.filament(slot).crossSectionMm2();
        double second = Mix.ofSecond(slot) * length * resolver.filament(2).crossSectionMm2();
        add(1, origin, volume - second);
        add(2, origin, second);
      } else {
        add(slot, origin, volume);
      }
    }

    private void add(int slot, Origin origin, double volume) {
      while (slotVolume.size() < slot) {
        slotVolume.add(0.0);
      }
      slotVolume.set(slot - 1, slotVolume.get(slot - 1) + volume);
      double mass = mass(slot, volume);
      Sums sums = sums(origin);
      sums.volume += volume;
      sums.mass += mass;
      sums.cost += cost(slot, mass);
    }

    private double mass(int slot, double volume) {
      return volume / 1000 * resolver.filament(slot).densityGCm3();
    }

    private double cost(int slot, double mass) {
      return mass / 1000 * resolver.filament(slot).pricePerKg();
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
    private double free(Halt halt, double now) {
      if (!halt.needsOperator(machine)) {
        return 0;
      }
      double free = Math.max(0, now - busyUntil);
      busyUntil = now + halt.seconds(machine);
      return free;
    }

    private void halt(LayerSchedule layer, Halt halt, double now) {
      if (halt.isColourChange()) {
        takenOut();
        lastChange = halts.size();
      }
      boolean within = halt.beforeStroke() > 0;
      halts.add(
          new HaltEntry(
              layer.layer().number(),
              schedule.pieceByPiece() ? layer.piece() : Origin.NO_PIECE,
              within,
              within ? layer.layer().top() : layer.layer().bottom(),
              now,
              halt.seconds(machine),
              halt.isColourChange(),
              halt.needsOperator(machine),
              free(halt, now),
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
        add(halt.toSlot(), Role.PURGE, Origin.BESIDE, purged);
      }
    }

    private List<RoleEntry> roles() {
      List<RoleEntry> roles = new ArrayList<>();
      for (Role role : Role.values()) {
        if (roleVolume[role.ordinal()] > 0) {
          roles.add(new RoleEntry(role, roleSeconds[role.ordinal()], roleVolume[role.ordinal()]));
        }
      }
      return roles;
    }

    private List<SlotEntry> slots(List<Double> volumes) {
      List<SlotEntry> slots = new ArrayList<>();
      for (int i = 0; i < volumes.size(); i++) {
        double volume = volumes.get(i);
        if (volume > 0) {
          Filament filament = resolver.filament(i + 1);
          double mass = mass(i + 1, volume);
          slots.add(
              new SlotEntry(
                  i + 1,
                  filament.id(),
                  volume / filament.crossSectionMm2(),
                  volume,
                  mass,
                  cost(i + 1, mass)));
        }
      }
      return slots;
    }
  }
}

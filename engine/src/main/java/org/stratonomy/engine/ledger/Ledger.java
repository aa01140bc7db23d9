package org.stratonomy.engine.ledger;

import java.util.ArrayList;
import java.util.List;
import org.stratonomy.engine.merge.Halt;
import org.stratonomy.engine.merge.LayerSchedule;
import org.stratonomy.engine.merge.Schedule;
import org.stratonomy.engine.merge.Stroke;
import org.stratonomy.engine.plan.Filament;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plan.Role;

/**
 * Time and material of a print.
 *
 * @param seconds all of it, with the changes by hand
 * @param roles extruding time and volume by role; roles that do not occur are left out
 * @param travelSeconds moves without extrusion, with retractions
 * @param liftSeconds moves from layer to layer
 * @param changeSeconds changes of filament by hand
 * @param slots material by slot, for the slots that are used
 * @param halts in the order of the print
 * @param savedChanges how many changes of filament the found order spares against the plain one
 */
public record Ledger(
    double seconds,
    List<RoleEntry> roles,
    double travelSeconds,
    double liftSeconds,
    double changeSeconds,
    List<SlotEntry> slots,
    List<HaltEntry> halts,
    int savedChanges) {

  public record RoleEntry(Role role, double seconds, double volumeMm3) {}

  /**
   * @param slot from 1
   * @param lengthMm of strand
   */
  public record SlotEntry(
      int slot, String filament, double lengthMm, double volumeMm3, double massG, double cost) {}

  /**
   * @param layer before which layer, or within which if {@code withinLayer}
   * @param heightMm plane at which it happens
   * @param atSeconds since the start of the print
   */
  public record HaltEntry(
      int layer,
      boolean withinLayer,
      double heightMm,
      double atSeconds,
      boolean colourChange,
      int fromSlot,
      int toSlot,
      String note) {}

  public static Ledger of(Schedule schedule, Resolver resolver) {
    return new Adder(schedule, resolver).add();
  }

  private static final class Adder {
    private final Schedule schedule;
    private final Resolver resolver;
    private final double[] roleSeconds = new double[Role.values().length];
    private final double[] roleVolume = new double[Role.values().length];
    private final List<HaltEntry> halts = new ArrayList<>();

    Adder(Schedule schedule, Resolver resolver) {
      this.schedule = schedule;
      this.resolver = resolver;
    }

    Ledger add() {
      double change = resolver.machine().changeSeconds();
      double travel = 0;
      double lift = 0;
      double changes = 0;
      double now = 0;
      List<Double> slotVolume = new ArrayList<>();
      for (LayerSchedule layer : schedule.layers()) {
        for (Halt halt : layer.halts()) {
          halts.add(entry(layer, halt, now));
          double wait = halt.isColourChange() ? change : 0;
          changes += wait;
          now += wait;
        }
        double[] seconds = layer.time().roleSeconds();
        for (int role = 0; role < seconds.length; role++) {
          roleSeconds[role] += seconds[role];
        }
        for (Stroke stroke : layer.strokes()) {
          double volume = stroke.volumeMm3();
          roleVolume[stroke.role().ordinal()] += volume;
          while (slotVolume.size() < stroke.slot()) {
            slotVolume.add(0.0);
          }
          slotVolume.set(stroke.slot() - 1, slotVolume.get(stroke.slot() - 1) + volume);
        }
        double rise =
            (layer.layer().top() - layer.layer().bottom()) / resolver.machine().maxSpeedZ();
        lift += rise;
        travel += layer.time().travelSeconds();
        now += layer.time().seconds() + rise;
      }
      int saved = schedule.plainChanges() - (int) schedule.changeCount();
      return new Ledger(now, roles(), travel, lift, changes, slots(slotVolume), halts, saved);
    }

    private static HaltEntry entry(LayerSchedule layer, Halt halt, double now) {
      boolean within = halt.beforeStroke() > 0;
      return new HaltEntry(
          layer.layer().number(),
          within,
          within ? layer.layer().top() : layer.layer().bottom(),
          now,
          halt.isColourChange(),
          halt.fromSlot(),
          halt.toSlot(),
          halt.note());
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
          double mass = volume / 1000 * filament.densityGCm3();
          slots.add(
              new SlotEntry(
                  i + 1,
                  filament.id(),
                  volume / filament.crossSectionMm2(),
                  volume,
                  mass,
                  mass / 1000 * filament.pricePerKg()));
        }
      }
      return slots;
    }
  }
}

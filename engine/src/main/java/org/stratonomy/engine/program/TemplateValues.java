package org.stratonomy.engine.program;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.stratonomy.engine.guard.PlainText;
import org.stratonomy.engine.ledger.Ledger;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.schedule.Halt;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.schedule.Schedule;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Filament;
import org.stratonomy.engine.shelf.FilamentMix;
import org.stratonomy.engine.shelf.Machine;

/** The values that the templates of a {@link Dialect} may name, at one point of a program. */
final class TemplateValues {
  private final Resolver resolver;
  private final Machine machine;
  private final Schedule schedule;
  private final HeatWriter heat;
  private final int slot;
  private final double startZ;
  private final int stops;

  /**
   * @param heat temperatures at this point
   * @param slot that prints at this point
   * @param startZ where the lines at the start leave the nozzle, mm
   * @param stops how often the machine waits or has filament changed
   */
  TemplateValues(
      Resolver resolver, Schedule schedule, HeatWriter heat, int slot, double startZ, int stops) {
    this.resolver = resolver;
    this.machine = resolver.machine();
    this.schedule = schedule;
    this.heat = heat;
    this.slot = slot;
    this.startZ = startZ;
    this.stops = stops;
  }

  /** Those of every template. */
  Map<String, Object> common() {
    Map<String, Object> values = new HashMap<>();
    List<Map<String, Object>> nozzles = new ArrayList<>();
    heat.atStart()
        .forEach((of, celsius) -> nozzles.add(Map.of("tool", of - 1, "celsius", number(celsius))));
    values.put("nozzles", nozzles);
    values.put("tool", slot - 1);
    values.put("nozzleWord", heat.nozzleWord(slot));
    values.put("first", number(1 - FilamentMix.ofSecond(slot)));
    values.put("second", number(FilamentMix.ofSecond(slot)));
    values.put("startZ", number(startZ));
    values.put("stops", stops);
    values.put("nozzleC", number(heat.nozzleC()));
    values.put("liftF", number(60 * machine.maxSpeedZ()));
    values.put("travelF", number(60 * schedule.travel().speed()));
    return values;
  }

  /** Those at the start. */
  Map<String, Object> start(Ledger ledger, String plan) {
    Map<String, Object> values = common();
    List<Map<String, Object>> filaments = new ArrayList<>();
    for (Ledger.SlotEntry entry : ledger.slots()) {
      Filament filament = resolver.filament(entry.slot());
      filaments.add(
          Map.of(
              "slot", entry.slot(),
              "name", filament.name(),
              "material", filament.material(),
              "grams", String.format(Locale.ROOT, "%.1f", entry.massG()),
              "metres", String.format(Locale.ROOT, "%.2f", entry.lengthMm() / 1000)));
    }
    values.put("filaments", filaments);
    values.put("plan", PlainText.cleaned(plan));
    values.put("machine", machine.name());
    values.put("nozzle", String.join(", ", machine.diameters()));
    values.put(
        "layers", schedule.layers().stream().filter(one -> !one.strokes().isEmpty()).count());
    values.put("height", schedule.layers().isEmpty() ? "0" : number(z(schedule.topMm())));
    values.put("time", Ledger.duration(ledger.seconds()));
    values.put("filament", resolver.filament(slot).name());
    values.put("bedC", number(heat.bedC()));
    values.put("acceleration", number(resolver.plan().number(Setting.ACCELERATION)));
    return values;
  }

  /**
   * Those at a halt.
   *
   * @param layer that the halt belongs to
   */
  Map<String, Object> halt(LayerSchedule layer, Halt halt) {
    Map<String, Object> values = common();
    double at = halt.beforeStroke() == 0 ? layer.layer().bottom() : layer.layer().top();
    values.put("layer", layer.layer().number());
    values.put("height", number(z(at)));
    values.put("from", resolver.filament(halt.fromSlot()).name());
    values.put("to", resolver.filament(halt.toSlot()).name());
    values.put("kind", halt.waits().isEmpty() ? "" : halt.waits().getFirst().kind().label());
    values.put("seconds", number(halt.seconds(machine)));
    values.put("hold", machine.parking().idleSeconds() > 0);
    values.put("idleSeconds", number(machine.parking().idleSeconds()));
    values.put("changeC", "");
    values.put("waitWord", "S");
    values.put("waitC", halt.waitingC().isEmpty() ? "" : number(halt.waitingC().getAsDouble()));
    return values;
  }

  /**
   * Those at the end.
   *
   * @param liftedZ where the head is lifted to, mm
   */
  Map<String, Object> end(double liftedZ) {
    Map<String, Object> values = common();
    values.put("liftZ", number(machine.belt().map(belt -> belt.way(liftedZ)).orElse(liftedZ)));
    values.put("parkX", number(machine.park().x() - machine.origin().x()));
    values.put("parkY", number(machine.park().y() - machine.origin().y()));
    return values;
  }

  /** The machine's height for a height of the plan, mm. */
  private double z(double height) {
    return height + schedule.liftMm();
  }

  /** A number as programs have it: to a thousandth, without zeros at its end. */
  static String number(double value) {
    return Value.of(Math.rint(value * 1000) / 1000).toString();
  }
}

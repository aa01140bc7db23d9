package org.stratonomy.engine.program;

import java.io.IOException;
import java.util.Collections;
import java.util.Optional;
import java.util.SortedMap;
import org.stratonomy.engine.merge.NozzleHeat;
import org.stratonomy.engine.merge.Schedule;
import org.stratonomy.engine.merge.Stroke;
import org.stratonomy.engine.merge.Timeline;
import org.stratonomy.engine.plan.Machine;

/** Writes how hot nozzles and bed are and how much the fan blows, whenever that changes. */
final class HeatWriter {
  private static final long UNKNOWN = -1;

  private final GcodeText text;
  private final Schedule schedule;
  private final Machine machine;

  /** What becomes of the nozzles that do not print, where there are several. */
  private final Optional<NozzleHeat> others;

  private double nozzleC;
  private double bedC;
  private long fan;
  private int strokeNumber;

  HeatWriter(GcodeText text, Schedule schedule, Machine machine) {
    this.text = text;
    this.schedule = schedule;
    this.machine = machine;
    this.others =
        machine.hasNozzles() ? Optional.of(new NozzleHeat(schedule, machine)) : Optional.empty();
    this.nozzleC =
        schedule.layers().stream()
            .flatMap(layer -> layer.strokes().stream())
            .mapToDouble(Stroke::nozzleC)
            .findFirst()
            .orElse(0);
    this.bedC = schedule.bedC();
  }

  /** The temperature of the nozzle that prints, °C. */
  double nozzleC() {
    return nozzleC;
  }

  double bedC() {
    return bedC;
  }

  /** Temperatures at the start by slot, °C, where there are several nozzles. */
  SortedMap<Integer, Double> atStart() {
    return others.map(NozzleHeat::atStart).orElse(Collections.emptySortedMap());
  }

  /** The nozzle of a slot, where there are several, as a word of a command. */
  String nozzleWord(int ofSlot) {
    return machine.hasNozzles() ? " T" + (ofSlot - 1) : "";
  }

  /** The print goes on while the bed follows. */
  void bed(int layer) throws IOException {
    double wanted = schedule.bedC(layer);
    if (wanted != bedC) {
      bedC = wanted;
      text.add("M140");
      addCelsius(wanted);
    }
  }

  /** What nozzles that do not print have to be at before the next stroke. */
  void others() throws IOException {
    if (others.isPresent()) {
      for (NozzleHeat.Change change : others.get().before(strokeNumber++)) {
        tell("M104", change.slot(), change.celsius());
      }
    }
  }

  /** Whether the print has to wait for a stroke's temperature: not for one step of a ramp. */
  boolean waitsFor(Stroke stroke) {
    return Math.abs(stroke.nozzleC() - nozzleC) > Timeline.STEP_OF_RAMP_C;
  }

  /** The nozzle goes to another temperature while the print goes on. */
  void nozzle(Stroke stroke, int slot) throws IOException {
    if (stroke.nozzleC() != nozzleC) {
      nozzleC = stroke.nozzleC();
      tell("M104", slot, nozzleC);
    }
  }

  /** Waits until the nozzle has reached its new temperature, by heating or cooling. */
  void await(double beforeC, int slot) throws IOException {
    stateAnew(slot, waitWord(beforeC, nozzleC));
  }

  /** The letter for a temperature that is waited for: {@code R} also waits for cooling. */
  static char waitWord(double beforeC, double wantedC) {
    return wantedC < beforeC ? 'R' : 'S';
  }

  void fan(Stroke stroke) throws IOException {
    long wanted = Math.round(stroke.fanPercent() * 255 / 100);
    if (wanted != fan) {
      fan = wanted;
      text.add(wanted == 0 ? "M107" : "M106 S" + wanted).add('\n');
    }
  }

  /** Something else brings the nozzle to a temperature, °C. */
  void expect(double celsius) {
    nozzleC = celsius;
  }

  /** The nozzle's temperature once more, as it may have been changed. */
  void stateAnew(int slot, char waitWord) throws IOException {
    text.add("M109").add(nozzleWord(slot));
    text.thousandths(waitWord, Math.round(1000 * nozzleC)).add('\n');
  }

  /** The fan may blow in any way. */
  void forgetFan() {
    fan = UNKNOWN;
  }

  private void tell(String command, int slot, double celsius) throws IOException {
    text.add(command).add(nozzleWord(slot));
    addCelsius(celsius);
  }

  private void addCelsius(double celsius) throws IOException {
    text.thousandths('S', Math.round(1000 * celsius)).add('\n');
  }
}

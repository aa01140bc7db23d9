package org.stratonomy.engine.program;

import java.io.IOException;
import java.util.Collections;
import java.util.SortedMap;
import org.stratonomy.engine.shelf.Machine;

/** Writes how hot nozzles and bed are and how much the fan blows, whenever that changes. */
final class HeatWriter {
  private static final long UNKNOWN = -1;

  private final GcodeText text;
  private final Machine machine;

  private SortedMap<Integer, Double> atStart = Collections.emptySortedMap();
  private double nozzleC;
  private double bedC;
  private long fan;

  HeatWriter(GcodeText text, Machine machine) {
    this.text = text;
    this.machine = machine;
  }

  /**
   * What the lines at the start bring bed and nozzles to, °C.
   *
   * @param nozzles by slot, where there are several
   */
  void start(double nozzle, double bed, SortedMap<Integer, Double> nozzles) {
    nozzleC = nozzle;
    bedC = bed;
    atStart = nozzles;
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
    return atStart;
  }

  /** The nozzle of a slot, where there are several, as a word of a command. */
  String nozzleWord(int ofSlot) {
    return machine.hasNozzles() ? " T" + (ofSlot - 1) : "";
  }

  /** The print goes on while the bed follows. */
  void bed(double celsius) throws IOException {
    bedC = celsius;
    text.add("M140");
    addCelsius(celsius);
  }

  /** The nozzle that prints goes to another temperature while the print goes on. */
  void nozzle(double celsius, int slot) throws IOException {
    nozzleC = celsius;
    set(slot, celsius);
  }

  /** Sets the temperature of a nozzle and does not wait. */
  void set(int slot, double celsius) throws IOException {
    text.add("M104").add(nozzleWord(slot));
    addCelsius(celsius);
  }

  /** The letter for a temperature that is waited for: {@code R} also waits for cooling. */
  static char waitWord(double beforeC, double wantedC) {
    return wantedC < beforeC ? 'R' : 'S';
  }

  void fan(double percent) throws IOException {
    long wanted = Math.round(percent * 255 / 100);
    if (wanted != fan) {
      fan = wanted;
      text.add(wanted == 0 ? "M107" : "M106 S" + wanted).add('\n');
    }
  }

  /** Something else brings the nozzle to a temperature, °C. */
  void expect(double celsius) {
    nozzleC = celsius;
  }

  /** The nozzle's temperature once more, as it may have been changed; waits for it. */
  void stateAnew(int slot, char waitWord) throws IOException {
    text.add("M109").add(nozzleWord(slot));
    text.thousandths(waitWord, Math.round(1000 * nozzleC)).add('\n');
  }

  /** The fan may blow in any way. */
  void forgetFan() {
    fan = UNKNOWN;
  }

  private void addCelsius(double celsius) throws IOException {
    text.thousandths('S', Math.round(1000 * celsius)).add('\n');
  }
}

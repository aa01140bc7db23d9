package org.stratonomy.engine;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.stratonomy.engine.settings.Settings;

/** Times what a program does between its extrusions, by its lines alone. */
final class WayReader {
  /**
   * What is done between two extrusions along a path.
   *
   * @param fromZ of the extrusion before, mm; 0 if there is none
   * @param toZ of the one after, mm
   * @param travelling time of travel moves, s
   * @param standing time of lifts, retraction and extrusion at a standstill, s
   * @param heating time for which the head waits for its nozzle, s
   * @param halts how often the machine waits or has filament changed
   */
  record Way(
      double fromZ, double toZ, double travelling, double standing, double heating, int halts) {
    double seconds() {
      return moving() + heating;
    }

    double moving() {
      return travelling + standing;
    }

    boolean isToNextLayer() {
      return toZ > fromZ;
    }
  }

  private final Settings plan;
  private final double heatingCPerS;
  private final List<Way> ways = new ArrayList<>();
  private double x = Double.NaN;
  private double y = Double.NaN;
  private double z;
  private double printedZ;
  private double feed;
  private double travelling;
  private double standing;
  private double heating;
  private int halts;

  /** Temperature that the nozzle has reached, by a wait or during a halt, °C. */
  private double nozzleC;

  /** Target temperature, °C, and when in the way it was set, s. */
  private double targetC;

  private double targetSetAt;

  private WayReader(Settings plan, double heatingCPerS) {
    this.plan = plan;
    this.heatingCPerS = heatingCPerS;
  }

  /** Of a program with relative extrusion on a machine without a belt. */
  static List<Way> of(PlanResult result) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    Planner.writeProgram(result, bytes);
    WayReader reader =
        new WayReader(
            result.resolver().plan(), result.resolver().machine().heating().nozzleCPerS());
    boolean started = false;
    for (String line : bytes.toString(StandardCharsets.UTF_8).split("\n")) {
      started |= line.startsWith("; layer ");
      reader.line(line.replaceFirst(";.*", "").strip().toUpperCase(Locale.ROOT), started);
    }
    return reader.ways;
  }

  private void line(String line, boolean counts) {
    if (line.matches("(M600|M0|M25|T\\d+)( .*)?")) {
      halts += counts ? 1 : 0;
      nozzleC = targetC;
    }
    if (line.matches("M10[49] .*")) {
      heat(line, counts);
    }
    if (!line.matches("G[01] .*")) {
      return;
    }
    double toX = word(line, 'X', x);
    double toY = word(line, 'Y', y);
    double toZ = word(line, 'Z', z);
    double e = word(line, 'E', 0);
    feed = word(line, 'F', 60 * feed) / 60;
    double sideways = Double.isNaN(x) ? 0 : Math.hypot(toX - x, toY - y);
    boolean moves = line.contains("X") || line.contains("Y");
    if (moves && e > 0) {
      ways.add(new Way(printedZ, toZ, travelling, standing, heating, halts));
      nozzleC = targetC;
      heating = 0;
      targetSetAt = 0;
      travelling = 0;
      standing = 0;
      halts = 0;
      printedZ = toZ;
    } else if (counts) {
      travelling += moves && sideways > 0 ? Shapes.restToRest(sideways, plan) : 0;
      standing += (Math.abs(toZ - z) + (moves ? 0 : Math.abs(e))) / feed;
    }
    x = toX;
    y = toY;
    z = toZ;
  }

  /** A nozzle heats up, and cools down, while other things are done. */
  private void heat(String line, boolean counts) {
    double wanted = word(line, 'S', word(line, 'R', targetC));
    boolean isNew = wanted != targetC;
    targetC = wanted;
    targetSetAt = isNew ? travelling + standing + heating : targetSetAt;
    if (line.startsWith("M109")) {
      double needed = Math.abs(wanted - nozzleC) / heatingCPerS;
      double done = travelling + standing + heating - targetSetAt;
      heating += counts ? Math.max(0, needed - done) : 0;
      nozzleC = wanted;
    }
  }

  private static double word(String line, char letter, double otherwise) {
    int at = line.indexOf(letter);
    return at < 0 ? otherwise : Double.parseDouble(line.substring(at + 1).split(" ")[0]);
  }

  /** Those at halts, while the nozzle heats up or cools down, and from layer to layer. */
  static List<Way> betweenLayers(PlanResult result) throws IOException {
    return of(result).stream()
        .filter(way -> way.isToNextLayer() || way.halts() > 0 || way.heating() > 0)
        .toList();
  }

  static double seconds(List<Way> ways) {
    return ways.stream().mapToDouble(Way::seconds).sum();
  }
}

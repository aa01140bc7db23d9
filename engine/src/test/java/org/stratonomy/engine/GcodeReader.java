package org.stratonomy.engine;

import java.util.ArrayList;
import java.util.List;

/**
 * Reads a program line by line, as a machine would, and keeps what it extrudes. Shares no code with
 * the writer.
 */
final class GcodeReader {
  /**
   * One straight extrusion.
   *
   * @param stroke number of the unbroken extrusion that it belongs to
   * @param swaps how many changes of filament came before
   */
  record Extrusion(
      double x0,
      double y0,
      double x1,
      double y1,
      double z,
      double e,
      double feed,
      int stroke,
      int swaps,
      double nozzleC,
      double fan) {
    double length() {
      return Math.hypot(x1 - x0, y1 - y0);
    }
  }

  final List<Extrusion> extrusions = new ArrayList<>();

  /** Height at which the last extrusion before each change of filament was made. */
  final List<Double> swapHeights = new ArrayList<>();

  /** Sideways moves before the first lift after the homing or after an extrusion at a stop. */
  final List<String> faults = new ArrayList<>();

  private double x = Double.NaN;
  private double y = Double.NaN;
  private double z = Double.NaN;
  private double feed;
  private double nozzle;
  private double fan;
  private double strand;
  private boolean relative;
  private int stroke;
  private double printedZ;

  static GcodeReader read(String program) {
    GcodeReader reader = new GcodeReader();
    program.lines().forEach(reader::line);
    return reader;
  }

  private void line(String text) {
    int comment = text.indexOf(';');
    String code = (comment < 0 ? text : text.substring(0, comment)).strip();
    if (code.isEmpty()) {
      return;
    }
    String[] words = code.split("\\s+");
    switch (words[0]) {
      case "G0", "G1" -> move(words);
      case "G28" -> {
        x = 0;
        y = 0;
        z = 0;
      }
      case "M83" -> relative = true;
      case "M82" -> relative = false;
      case "M104", "M109" -> nozzle = value(words, 'S', nozzle);
      case "M106" -> fan = value(words, 'S', 255) / 2.55;
      case "M107" -> fan = 0;
      case "M600" -> {
        swapHeights.add(printedZ);
        if (z < printedZ + 1) {
          faults.add("swap without lift at " + z);
        }
      }
      default -> {
        // Other codes do not move the head.
      }
    }
  }

  private void move(String[] words) {
    double toX = value(words, 'X', x);
    double toY = value(words, 'Y', y);
    double toZ = value(words, 'Z', z);
    double e = value(words, 'E', 0);
    feed = value(words, 'F', feed);
    if (!relative && e != 0) {
      faults.add("absolute extrusion");
    }
    strand += e;
    boolean moves = toX != x || toY != y;
    if (moves && e > 0) {
      if (toZ != z || strand < -1e-9 && strand - e < -1e-9) {
        faults.add("extrusion while drawn back or rising at z " + z);
      }
      extrusions.add(
          new Extrusion(x, y, toX, toY, z, e, feed / 60, stroke, swapHeights.size(), nozzle, fan));
      printedZ = z;
    } else {
      stroke++;
    }
    if (e != 0 && !moves) {
      strand = Math.abs(strand) < 1e-9 ? 0 : strand;
    } else if (e > 0) {
      strand = 0;
    }
    x = toX;
    y = toY;
    z = toZ;
  }

  private static double value(String[] words, char letter, double missing) {
    for (int i = 1; i < words.length; i++) {
      if (words[i].charAt(0) == letter) {
        return Double.parseDouble(words[i].substring(1));
      }
    }
    return missing;
  }

  /** Volume extruded with strand of a diameter, mm³. */
  double volume(double diameter) {
    return extrusions.stream().mapToDouble(Extrusion::e).sum() * Math.PI * diameter * diameter / 4;
  }
}

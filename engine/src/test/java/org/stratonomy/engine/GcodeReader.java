package org.stratonomy.engine;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;

/**
 * Reads a program line by line, as a machine would, and keeps what it extrudes. Shares no code with
 * the writer.
 */
final class GcodeReader {
  /**
   * One straight extrusion.
   *
   * @param stroke number of the unbroken extrusion that it belongs to
   * @param swaps how many changes of filament by hand came before
   * @param tool that extrudes; of a mixing nozzle the share of the second filament, %
   * @param role what the last comment of words alone said
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
      double fan,
      int tool,
      String role) {
    double length() {
      return Math.hypot(x1 - x0, y1 - y0);
    }
  }

  final List<Extrusion> extrusions = new ArrayList<>();

  /** Height at which the last extrusion before each change of filament was made. */
  final List<Double> swapHeights = new ArrayList<>();

  /** Sideways moves before the first lift after the homing or after an extrusion at a stop. */
  final List<String> faults = new ArrayList<>();

  /**
   * A wait for the nozzle.
   *
   * @param aboveMm how far above what was last printed
   * @param fromC with which was last printed
   * @param cools whether it is waited for cooling, too
   */
  record Wait(double x, double y, double aboveMm, double fromC, double toC, boolean cools) {
    boolean isRestated() {
      return fromC == toC;
    }
  }

  final List<Wait> waits = new ArrayList<>();

  /** How hot the nozzle was whenever filament was changed in it, °C. */
  final List<Double> loads = new ArrayList<>();

  /** How many arcs, and how many moves of any kind, the program has. */
  int arcs;

  int moves;

  private double x = Double.NaN;
  private double y = Double.NaN;
  private double z = Double.NaN;
  private double feed;
  private double nozzle;
  private double fan;
  private double strand;
  private boolean relative;

  /** Where the strand is, as absolute extrusion counts it. */
  private double told = Double.NaN;

  private int stroke;
  private int tool;
  private double mix;
  private String role = "";
  private double printedZ;
  private double printedC;

  /** How far each nozzle is from the one before, mm, and how hot the nozzles are. */
  private double stepX;

  private boolean nozzles;
  private final Map<Integer, Double> hot = new HashMap<>();
  private final Map<Integer, Double> strands = new HashMap<>();

  /** The program of a result. */
  static GcodeReader of(PlanResult result) throws IOException {
    return read(text(result));
  }

  /** The text of a result's program. */
  static String text(PlanResult result) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    Planner.writeProgram(result, bytes);
    return bytes.toString(StandardCharsets.UTF_8);
  }

  static GcodeReader read(String program) {
    return read(program, 0);
  }

  /**
   * @param stepX from each nozzle to the next, mm; 0 for a machine with one
   */
  static GcodeReader read(String program, double stepX) {
    GcodeReader reader = new GcodeReader();
    reader.stepX = stepX;
    reader.nozzles = stepX != 0;
    program.lines().forEach(reader::line);
    return reader;
  }

  /** Another nozzle: it is elsewhere, as hot as it was made, and its strand as it was left. */
  private void use(int next) {
    if (nozzles) {
      x += stepX * (next - tool);
      strands.put(tool, strand);
      strand = strands.getOrDefault(next, 0.0);
      nozzle = hot.getOrDefault(next, 0.0);
    }
    tool = next;
  }

  private void heat(String[] words) {
    int which = (int) value(words, 'T', tool);
    double celsius = value(words, 'S', value(words, 'R', nozzle));
    if (words[0].equals("M109") && (which == tool || !nozzles)) {
      waits.add(new Wait(x, y, z - printedZ, printedC, celsius, code(words, 'R')));
    }
    hot.put(which, celsius);
    if (which == tool || !nozzles) {
      nozzle = celsius;
    } else if (words[0].equals("M109")) {
      faults.add("waits for a nozzle that does not print");
    }
  }

  private void line(String text) {
    int comment = text.indexOf(';');
    String code = (comment < 0 ? text : text.substring(0, comment)).strip();
    if (code.isEmpty()) {
      role = text.matches("; [a-z ]+") ? text.substring(2) : role;
      return;
    }
    String[] words = code.split("\\s+");
    switch (words[0]) {
      case "G0", "G1" -> {
        moves++;
        move(words);
      }
      case "G2", "G3" -> {
        arcs++;
        moves++;
        arc(words);
      }
      case "G28" -> {
        x = 0;
        y = 0;
        z = 0;
      }
      case "M83" -> relative = true;
      case "M82" -> relative = false;
      case "G92" -> told = value(words, 'E', told);
      case "M104", "M109" -> heat(words);
      case "M163" -> mix = words[1].equals("S1") ? value(words, 'P', 0) : mix;
      case "M164" -> tool = (int) Math.round(100 * mix);
      case "M106" -> fan = value(words, 'S', 255) / 2.55;
      case "M107" -> fan = 0;
      case "M600" -> {
        swapHeights.add(printedZ);
        loads.add(nozzle);
        if (z < printedZ + 1) {
          faults.add("swap without lift at " + z);
        }
      }
      default -> {
        if (words[0].matches("T[0-9]+")) {
          loads.add(nozzle);
          use(Integer.parseInt(words[0].substring(1)));
        }
      }
    }
  }

  private void move(String[] words) {
    double toX = value(words, 'X', x - offset()) + offset();
    double toY = value(words, 'Y', y);
    double toZ = value(words, 'Z', z);
    double e = value(words, 'E', relative ? 0 : told) - (relative ? 0 : told);
    told += e;
    feed = value(words, 'F', feed);
    if (Double.isNaN(e)) {
      faults.add("extrusion before its mode is told");
    }
    strand += e;
    boolean moves = toX != x || toY != y;
    if (moves && e > 0) {
      if (toZ != z || strand < -1e-9 && strand - e < -1e-9) {
        faults.add("extrusion while drawn back or rising at z " + z);
      }
      extrusions.add(
          new Extrusion(
              x,
              y,
              toX,
              toY,
              z,
              e,
              feed / 60,
              stroke,
              swapHeights.size(),
              nozzle,
              fan,
              tool,
              role));
      printedZ = z;
      printedC = nozzle;
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

  /** An arc is as many short moves. */
  private void arc(String[] words) {
    double cx = x + value(words, 'I', 0);
    double cy = y + value(words, 'J', 0);
    double toX = value(words, 'X', x - offset()) + offset();
    double toY = value(words, 'Y', y);
    double radius = Math.hypot(x - cx, y - cy);
    if (Math.abs(Math.hypot(toX - cx, toY - cy) - radius) > 0.003) {
      faults.add("an arc whose end is not on its circle");
    }
    double from = Math.atan2(y - cy, x - cx);
    double turn = Math.atan2(toY - cy, toX - cx) - from;
    double around = 2 * Math.PI;
    if (words[0].equals("G3")) {
      turn = turn <= 0 ? turn + around : turn;
    } else {
      turn = turn >= 0 ? turn - around : turn;
    }
    int steps = Math.max(1, (int) Math.ceil(Math.abs(turn) * radius / 0.1));
    double begun = relative ? 0 : told;
    double share = (value(words, 'E', begun) - begun) / steps;
    String f = "F" + value(words, 'F', feed);
    for (int i = 1; i <= steps; i++) {
      double angle = from + turn * i / steps;
      int before = stroke;
      move(
          new String[] {
            "G1",
            "X" + ((i == steps ? toX : cx + radius * Math.cos(angle)) - offset()),
            "Y" + (i == steps ? toY : cy + radius * Math.sin(angle)),
            "E" + (relative ? share : begun + i * share),
            f
          });
      stroke = before;
    }
  }

  private double offset() {
    return tool * stepX;
  }

  private static boolean code(String[] words, char letter) {
    return !Double.isNaN(value(words, letter, Double.NaN));
  }

  private static double value(String[] words, char letter, double missing) {
    for (int i = 1; i < words.length; i++) {
      if (words[i].charAt(0) == letter) {
        return Double.parseDouble(words[i].substring(1));
      }
    }
    return missing;
  }

  /**
   * Volume that comes after each change of tool, until something else is extruded, mm³ of strand of
   * 1.75 mm.
   *
   * @param counts what belongs to it
   */
  List<Double> afterChanges(Predicate<Extrusion> counts) {
    List<Double> volumes = new ArrayList<>();
    int last = -1;
    boolean over = true;
    for (Extrusion e : extrusions) {
      if (e.tool() != last && last >= 0) {
        volumes.add(0.0);
        over = false;
      }
      last = e.tool();
      over |= !counts.test(e);
      if (!over) {
        volumes.set(volumes.size() - 1, volumes.getLast() + e.e() * Math.PI * 1.75 * 1.75 / 4);
      }
    }
    return volumes;
  }

  /** Volume extruded with strand of a diameter, mm³. */
  double volume(double diameter) {
    return extrusions.stream().mapToDouble(Extrusion::e).sum() * Math.PI * diameter * diameter / 4;
  }
}

package org.stratonomy.engine.mesh.shape;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.stratonomy.engine.problem.Problem;

/**
 * A line of letters made of straight strokes of one width, as a nozzle prints them well. Letters
 * stand on a grid of 6 units height; a stroke is one unit wide.
 */
final class Lettering {
  private static final int LONGEST = 40;
  private static final double UNITS_HIGH = 6;
  private static final double GAP = 2;
  private static final double STROKE = 1;
  private static final int JOINT_SIDES = 12;

  /** Joints are turned, so that none of their corners falls on one of a stroke. */
  private static final double JOINT_TURN = 0.37;

  /** A sign: how wide it is, and lines of points on the grid. */
  private record Glyph(double width, List<double[][]> lines) {}

  private static final Map<Character, Glyph> GLYPHS = new HashMap<>();

  static {
    add('A', 4, "0,0 2,6 4,0", "0.8,2 3.2,2");
    add('B', 4, "0,0 0,6 3,6 4,5.2 4,4 3,3.2 0,3.2", "3,3.2 4,2.3 4,1 3,0 0,0");
    add('C', 4, "4,1.2 3,0 1,0 0,1.2 0,4.8 1,6 3,6 4,4.8");
    add('D', 4, "0,0 0,6 2.6,6 4,4.6 4,1.4 2.6,0 0,0");
    add('E', 3.4, "3.4,0 0,0 0,6 3.4,6", "0,3.1 2.8,3.1");
    add('F', 3.4, "0,0 0,6 3.4,6", "0,3.1 2.8,3.1");
    add('G', 4, "4,4.8 3,6 1,6 0,4.8 0,1.2 1,0 3,0 4,1.2 4,2.8 2.4,2.8");
    add('H', 4, "0,0 0,6", "4,0 4,6", "0,3.1 4,3.1");
    add('I', 0, "0,0 0,6");
    add('J', 3, "0,1.2 0.9,0 2.1,0 3,1.2 3,6");
    add('K', 4, "0,0 0,6", "3.8,6 0,2.4", "1.5,3.7 4,0");
    add('L', 3.4, "0,6 0,0 3.4,0");
    add('M', 5, "0,0 0,6 2.5,2.2 5,6 5,0");
    add('N', 4, "0,0 0,6 4,0 4,6");
    add('O', 4, "1,0 0,1.2 0,4.8 1,6 3,6 4,4.8 4,1.2 3,0 1,0");
    add('P', 4, "0,0 0,6 3,6 4,5.2 4,3.8 3,2.9 0,2.9");
    add('Q', 4, "1,0 0,1.2 0,4.8 1,6 3,6 4,4.8 4,1.2 3,0 1,0", "2.5,1.7 4.2,-0.3");
    add('R', 4, "0,0 0,6 3,6 4,5.2 4,3.8 3,2.9 0,2.9", "2,2.9 4,0");
    add('S', 4, "0,1.1 1,0 3,0 4,1 4,2.2 3,3 1,3.2 0,4 0,5 1,6 3,6 4,4.9");
    add('T', 4, "0,6 4,6", "2,6 2,0");
    add('U', 4, "0,6 0,1.2 1,0 3,0 4,1.2 4,6");
    add('V', 4, "0,6 2,0 4,6");
    add('W', 6, "0,6 1.5,0 3,4.4 4.5,0 6,6");
    add('X', 4, "0,0 4,6", "0,6 4,0");
    add('Y', 4, "0,6 2,2.8 4,6", "2,2.8 2,0");
    add('Z', 4, "0,6 4,6 0,0 4,0");
    add('0', 4, "1,0 0,1.2 0,4.8 1,6 3,6 4,4.8 4,1.2 3,0 1,0", "1.2,1.6 2.8,4.4");
    add('1', 2, "0,4.6 1.4,6 1.4,0");
    add('2', 4, "0,4.9 1,6 3,6 4,4.9 4,3.8 0,0 4,0");
    add('3', 4, "0,5 1,6 3,6 4,5.1 4,4 3,3.2 1.6,3.2", "3,3.2 4,2.3 4,1 3,0 1,0 0,1");
    add('4', 4, "3,0 3,6 0,1.8 4,1.8");
    add('5', 4, "3.8,6 0.4,6 0.2,3.3 2.8,3.6 4,2.6 4,1.1 2.9,0 1,0 0,0.9");
    add('6', 4, "3.6,5.6 2.6,6 1.2,5.8 0,4 0,1.2 1,0 3,0 4,1.1 4,2.4 3,3.4 1,3.4 0,2.4");
    add('7', 4, "0,6 4,6 1.4,0");
    add('8', 4, "1,3.2 0,4 0,5.1 1,6 3,6 4,5.1 4,4 3,3.2 1,3.2 0,2.3 0,1 1,0 3,0 4,1 4,2.3 3,3.2");
    add('9', 4, "0.4,0.4 1.4,0 2.8,0.2 4,2 4,4.8 3,6 1,6 0,4.9 0,3.6 1,2.6 3,2.6 4,3.6");
    add(' ', 2);
    add('-', 2.4, "0,2.8 2.4,2.8");
    add('+', 3, "0,2.8 3,2.8", "1.5,1.3 1.5,4.3");
    add('.', 0.6, "0.1,0.1 0.5,0.1");
    add(',', 0.8, "0.7,0.4 0.1,-1");
    add(':', 0.6, "0.1,0.6 0.5,0.6", "0.1,3.8 0.5,3.8");
    add('/', 3, "0,0 3,6");
    add('&', 4.4, "4.4,0 0.9,4.4 0.9,5.3 1.6,6 2.6,5.6 2.5,4.4 0,1.9 0,0.9 0.9,0 2.4,0 4.2,2");
    add('!', 0, "0,6 0,2", "0,0.3 0,0.1");
    add('?', 3.4, "0,5 0.9,6 2.5,6 3.4,5 3.4,4 1.7,2.8 1.7,1.8", "1.7,0.3 1.7,0.1");
    add('\'', 0, "0,6 0,4.6");
  }

  private final List<Glyph> glyphs;
  private final double unit;

  private Lettering(List<Glyph> glyphs, double unit) {
    this.glyphs = glyphs;
    this.unit = unit;
  }

  private static void add(char sign, double width, String... lines) {
    List<double[][]> read = new ArrayList<>();
    for (String line : lines) {
      String[] points = line.split(" ");
      double[][] corners = new double[points.length][];
      for (int i = 0; i < points.length; i++) {
        int comma = points[i].indexOf(',');
        corners[i] =
            new double[] {
              Double.parseDouble(points[i].substring(0, comma)),
              Double.parseDouble(points[i].substring(comma + 1))
            };
      }
      read.add(corners);
    }
    GLYPHS.put(sign, new Glyph(width, read));
  }

  /**
   * @param height of capital letters, mm
   * @throws Problem if there is no text, it is too long, or has a sign that cannot be made
   */
  static Lettering of(String text, double height) {
    String wanted = text == null ? "" : text.strip().toUpperCase(Locale.ROOT);
    if (wanted.isEmpty()) {
      throw new Problem(Problem.Kind.PLAN, "text", "There is none.", "Type what the tag says.");
    }
    if (wanted.length() > LONGEST) {
      throw new Problem(
          Problem.Kind.PLAN,
          "text",
          "It has %d characters.".formatted(wanted.length()),
          "A tag has at most %d.".formatted(LONGEST));
    }
    List<Glyph> glyphs = new ArrayList<>();
    for (char sign : wanted.toCharArray()) {
      Glyph glyph = GLYPHS.get(sign);
      if (glyph == null) {
        throw new Problem(
            Problem.Kind.PLAN,
            "text",
            Character.isISOControl(sign) || Character.isSurrogate(sign)
                ? "One of its characters cannot be made."
                : "“%c” cannot be made.".formatted(sign),
            "Use letters from A to Z, digits, spaces, and - + . , : / & ! ? '.");
      }
      glyphs.add(glyph);
    }
    return new Lettering(glyphs, height / UNITS_HIGH);
  }

  /** From the left edge of the first stroke to the right one of the last, mm. */
  double width() {
    double sum = STROKE - GAP;
    for (Glyph glyph : glyphs) {
      sum += glyph.width + GAP;
    }
    return sum * unit;
  }

  /**
   * Adds the letters as upright bars.
   *
   * @param left where the first stroke's edge is, mm
   * @param bottom where letters stand, in Y, mm
   */
  void addTo(Solid solid, double left, double bottom, double from, double to) {
    double x = left + STROKE / 2 * unit;
    for (Glyph glyph : glyphs) {
      for (double[][] line : glyph.lines) {
        for (int i = 0; i < line.length; i++) {
          double[] at = placed(line[i], x, bottom);
          solid.prism(joint(at), at, from, to);
          if (i > 0) {
            solid.bar(placed(line[i - 1], x, bottom), at, STROKE * unit, from, to);
          }
        }
      }
      x += (glyph.width + GAP) * unit;
    }
  }

  private double[] placed(double[] point, double x, double y) {
    return new double[] {x + point[0] * unit, y + point[1] * unit};
  }

  private double[][] joint(double[] at) {
    double[][] corners = new double[JOINT_SIDES][];
    for (int i = 0; i < JOINT_SIDES; i++) {
      double angle = JOINT_TURN + 2 * Math.PI * i / JOINT_SIDES;
      corners[i] =
          new double[] {
            at[0] + STROKE / 2 * unit * Math.cos(angle), at[1] + STROKE / 2 * unit * Math.sin(angle)
          };
    }
    return corners;
  }
}

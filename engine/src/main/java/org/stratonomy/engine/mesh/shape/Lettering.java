package org.stratonomy.engine.mesh.shape;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.stratonomy.engine.guard.PlainText;
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

  private static final Map<String, Glyph> GLYPHS = read();

  private final List<Glyph> glyphs;
  private final double unit;

  private Lettering(List<Glyph> glyphs, double unit) {
    this.glyphs = glyphs;
    this.unit = unit;
  }

  private static Map<String, Glyph> read() {
    try (InputStream table = Lettering.class.getResourceAsStream("letters.txt")) {
      return new String(table.readAllBytes(), StandardCharsets.UTF_8)
          .lines()
          .filter(line -> !line.startsWith("#"))
          .map(line -> line.split(" \\| "))
          .collect(Collectors.toMap(row -> row[0].replace("space", " "), Lettering::glyph));
    } catch (IOException e) {
      throw new UncheckedIOException("the letters of tags cannot be read", e);
    }
  }

  private static Glyph glyph(String[] row) {
    List<double[][]> lines =
        Arrays.stream(row)
            .skip(2)
            .map(line -> Arrays.stream(line.split(" ")).map(Lettering::point))
            .map(points -> points.toArray(double[][]::new))
            .toList();
    return new Glyph(Double.parseDouble(row[1]), lines);
  }

  private static double[] point(String text) {
    return Arrays.stream(text.split(",")).mapToDouble(Double::parseDouble).toArray();
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
    for (int character : wanted.codePoints().toArray()) {
      String sign = Character.toString(character);
      Glyph glyph = GLYPHS.get(sign);
      if (glyph == null) {
        throw new Problem(
            Problem.Kind.PLAN,
            "text",
            (PlainText.isPlain(sign) ? "“" + sign + "”" : "U+%04X".formatted(character))
                + " cannot be made.",
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

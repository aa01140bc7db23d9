package org.stratonomy.demo;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.stratonomy.engine.mesh.MeshPart;
import org.stratonomy.engine.mesh.shape.Solid;

/** A way mark, 64 mm across: a disc, a raised arrow, and letters along the rim. */
final class PathBadge {
  static final double DISC_MM = 3;
  static final double ARROW_MM = 4.2;
  static final double LETTERS_MM = 3.8;

  private static final double RADIUS = 32;
  private static final String WORDS = "COAST PATH";

  /** Strokes of the letters in a field of 4 by 6: x, y of both ends of each. */
  private static final Map<Character, double[][]> LETTERS =
      Map.of(
          'C', new double[][] {{4, 6, 0, 6}, {0, 6, 0, 0}, {0, 0, 4, 0}},
          'O', new double[][] {{0, 0, 0, 6}, {0, 6, 4, 6}, {4, 6, 4, 0}, {4, 0, 0, 0}},
          'A', new double[][] {{0, 0, 2, 6}, {2, 6, 4, 0}, {0.8, 2.4, 3.2, 2.4}},
          'S',
              new double[][] {{4, 6, 0, 6}, {0, 6, 0, 3}, {0, 3, 4, 3}, {4, 3, 4, 0}, {4, 0, 0, 0}},
          'T', new double[][] {{0, 6, 4, 6}, {2, 6, 2, 0}},
          'P', new double[][] {{0, 0, 0, 6}, {0, 6, 4, 6}, {4, 6, 4, 3}, {4, 3, 0, 3}},
          'H', new double[][] {{0, 0, 0, 6}, {4, 6, 4, 0}, {0, 3, 4, 3}});

  private PathBadge() {}

  /** Three bodies on a common origin. */
  static List<MeshPart> parts() {
    double[][] circle = new double[180][];
    for (int k = 0; k < circle.length; k++) {
      circle[k] = Solid.onCircle(RADIUS, k, circle.length);
    }
    double[][] arrow = {{-3.5, -13}, {3.5, -13}, {3.5, 3}, {11, 3}, {0, 17}, {-11, 3}, {-3.5, 3}};
    double[] middle = {0, 0};
    return List.of(
        new MeshPart(
            "Disc",
            new Solid().prism(circle, middle, 0, DISC_MM).build("disc"),
            Optional.of("#4d5863")),
        new MeshPart(
            "Arrow",
            new Solid().prism(arrow, new double[] {0, 3}, DISC_MM - 1, ARROW_MM).build("arrow"),
            Optional.of("#c0392f")),
        new MeshPart("Lettering", letters().build("lettering"), Optional.of("#ece7da")));
  }

  private static Solid letters() {
    Solid solid = new Solid();
    double step = 0.285;
    double start = Math.PI / 2 + step * (WORDS.length() - 1) / 2;
    for (int i = 0; i < WORDS.length(); i++) {
      double angle = start - i * step;
      for (double[] s : LETTERS.getOrDefault(WORDS.charAt(i), new double[0][])) {
        solid.bar(onRim(angle, s[0], s[1]), onRim(angle, s[2], s[3]), 1.1, DISC_MM - 1, LETTERS_MM);
      }
    }
    return solid;
  }

  /** A place in a letter's field that stands upright on the rim at an angle. */
  private static double[] onRim(double angle, double x, double y) {
    double r = 22.5 + y;
    double across = 1.15 * (x - 2);
    return new double[] {
      r * Math.cos(angle) + across * Math.sin(angle), r * Math.sin(angle) - across * Math.cos(angle)
    };
  }
}

package org.stratonomy.demo;

import java.util.Random;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.TriangleSoup;

/**
 * A piece of coast, 120 × 120 mm, as a height field on a flat base: sea floor, a level sea, a
 * beach, and hills up to {@value #TOP_MM} mm. The default has about 200,000 triangles.
 */
public final class ReliefTile {
  static final double SIDE_MM = 120;
  static final double SEA_MM = 5;
  static final double TOP_MM = 21;

  /** Points along a side of the default tile. */
  public static final int POINTS = 224;

  private final int points;
  private final double[][] heights;

  private ReliefTile(int points) {
    this.points = points;
    heights = new double[points][points];
    double highest = 0;
    Noise noise = new Noise(7);
    for (int i = 0; i < points; i++) {
      for (int j = 0; j < points; j++) {
        heights[i][j] = land(noise, i / (points - 1.0), j / (points - 1.0));
        highest = Math.max(highest, heights[i][j]);
      }
    }
    for (double[] row : heights) {
      for (int j = 0; j < points; j++) {
        row[j] = row[j] <= 0 ? SEA_MM : SEA_MM + row[j] / highest * (TOP_MM - SEA_MM);
      }
    }
  }

  /**
   * @param points along a side, at least 2; the number of triangles is about four times its square
   */
  public static Mesh mesh(int points) {
    return new ReliefTile(points).build();
  }

  /** Height above the sea, in no unit: a coast that runs slantwise, with hills and a bay. */
  private static double land(Noise noise, double u, double v) {
    double slope = 0.9 * u + 0.55 * v - 0.62;
    double bay = -0.55 * Math.exp(-30 * ((u - 0.72) * (u - 0.72) + (v - 0.2) * (v - 0.2)));
    double rock = 0.75 * Math.exp(-160 * ((u - 0.3) * (u - 0.3) + (v - 0.26) * (v - 0.26)));
    double hills = 0;
    double size = 0.34;
    double frequency = 4;
    for (int octave = 0; octave < 5; octave++) {
      hills += size * noise.at(u * frequency, v * frequency);
      size *= 0.47;
      frequency *= 2.1;
    }
    double shore = slope + bay + rock + 0.6 * hills;
    return shore <= 0 ? 0 : 0.1 * Math.sqrt(shore) + shore * (0.75 + 0.9 * Math.max(0, hills));
  }

  private Mesh build() {
    TriangleSoup soup = new TriangleSoup(4 * points * points);
    double step = SIDE_MM / (points - 1);
    for (int i = 0; i + 1 < points; i++) {
      for (int j = 0; j + 1 < points; j++) {
        double[] a = {i * step, j * step, heights[i][j]};
        double[] b = {(i + 1) * step, j * step, heights[i + 1][j]};
        double[] c = {(i + 1) * step, (j + 1) * step, heights[i + 1][j + 1]};
        double[] d = {i * step, (j + 1) * step, heights[i][j + 1]};
        quad(soup, a, b, c, d);
        quad(soup, floor(d), floor(c), floor(b), floor(a));
        if (j == 0) {
          quad(soup, floor(a), floor(b), b, a);
        }
        if (j + 2 == points) {
          quad(soup, floor(c), floor(d), d, c);
        }
        if (i == 0) {
          quad(soup, floor(d), floor(a), a, d);
        }
        if (i + 2 == points) {
          quad(soup, floor(b), floor(c), c, b);
        }
      }
    }
    return MeshBuilder.build("relief tile", soup);
  }

  private static double[] floor(double[] p) {
    return new double[] {p[0], p[1], 0};
  }

  private static void quad(TriangleSoup soup, double[] a, double[] b, double[] c, double[] d) {
    for (double[] p : new double[][] {a, b, c, a, c, d}) {
      soup.corner((float) p[0], (float) p[1], (float) p[2]);
    }
  }

  /** Smooth noise between -1 and 1 with a lattice of random values. */
  private static final class Noise {
    private static final int SIZE = 256;
    private final double[] lattice = new double[SIZE * SIZE];

    Noise(long seed) {
      Random random = new Random(seed);
      for (int i = 0; i < lattice.length; i++) {
        lattice[i] = 2 * random.nextDouble() - 1;
      }
    }

    double at(double x, double y) {
      int i = (int) Math.floor(x);
      int j = (int) Math.floor(y);
      double u = smooth(x - i);
      double v = smooth(y - j);
      double low = value(i, j) + u * (value(i + 1, j) - value(i, j));
      double high = value(i, j + 1) + u * (value(i + 1, j + 1) - value(i, j + 1));
      return low + v * (high - low);
    }

    private double value(int i, int j) {
      return lattice[(i & (SIZE - 1)) * SIZE + (j & (SIZE - 1))];
    }

    private static double smooth(double t) {
      return t * t * (3 - 2 * t);
    }
  }
}

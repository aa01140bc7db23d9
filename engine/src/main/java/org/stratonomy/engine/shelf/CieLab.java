package org.stratonomy.engine.shelf;

import java.util.Arrays;
import java.util.List;

/**
 * A colour as the eye tells colours apart: CIE 1976 L*a*b* under daylight D65, from sRGB (IEC
 * 61966-2-1).
 *
 * @param l lightness, 0 to 100
 * @param a from green to red
 * @param b from blue to yellow
 */
public record CieLab(double l, double a, double b) {
  private static final double[] WHITE = {0.95047, 1, 1.08883};
  private static final double[][] XYZ = {
    {0.4124564, 0.3575761, 0.1804375},
    {0.2126729, 0.7151522, 0.0721750},
    {0.0193339, 0.1191920, 0.9503041}
  };

  /** Less light than this comes back from no filament, be it as black as can be. */
  private static final double DARKEST = 0.005;

  /**
   * @param hex as #rrggbb
   */
  public static CieLab of(String hex) {
    return of(linear(hex));
  }

  /**
   * Two pigments mixed: the geometric mean of their reflectances.
   *
   * @param share of the first, 0 to 1
   */
  public static CieLab mixed(String first, String second, double share) {
    return of(mix(List.of(first, second), new double[] {share, 1 - share}));
  }

  /** The same as #rrggbb. */
  static String mixedHex(String first, String second, double share) {
    return "#%06x".formatted(rgb(mix(List.of(first, second), new double[] {share, 1 - share})));
  }

  /** Light as 0xrrggbb. */
  public static int rgb(double[] light) {
    int rgb = 0;
    for (double part : light) {
      double value = part <= 0.0031308 ? 12.92 * part : 1.055 * Math.pow(part, 1 / 2.4) - 0.055;
      rgb = rgb << 8 | (int) Math.round(255 * value);
    }
    return rgb;
  }

  /**
   * Pigments mixed, as light: the geometric mean of their reflectances.
   *
   * @param shares of the colours, that add up to 1
   */
  public static double[] mix(List<String> colours, double[] shares) {
    double[] logs = new double[3];
    for (int c = 0; c < shares.length; c++) {
      if (shares[c] > 0) {
        double[] light = linear(colours.get(c));
        for (int i = 0; i < 3; i++) {
          logs[i] += shares[c] * Math.log(Math.max(light[i], DARKEST));
        }
      }
    }
    return Arrays.stream(logs).map(Math::exp).toArray();
  }

  /** The colour as light, each part 0 to 1. */
  private static double[] linear(String hex) {
    double[] rgb = new double[3];
    for (int i = 0; i < 3; i++) {
      double share = Integer.parseInt(hex.substring(1 + 2 * i, 3 + 2 * i), 16) / 255.0;
      rgb[i] = share <= 0.04045 ? share / 12.92 : Math.pow((share + 0.055) / 1.055, 2.4);
    }
    return rgb;
  }

  public static CieLab of(double[] rgb) {
    double[] f = new double[3];
    for (int i = 0; i < 3; i++) {
      double t = (XYZ[i][0] * rgb[0] + XYZ[i][1] * rgb[1] + XYZ[i][2] * rgb[2]) / WHITE[i];
      f[i] = t > 216.0 / 24389 ? Math.cbrt(t) : (24389.0 / 27 * t + 16) / 116;
    }
    return new CieLab(116 * f[1] - 16, 500 * (f[0] - f[1]), 200 * (f[1] - f[2]));
  }

  /** CIE 1976 colour difference; about 2 is just seen. */
  public double distance(CieLab o) {
    return Math.hypot(Math.hypot(l - o.l, a - o.a), b - o.b);
  }
}

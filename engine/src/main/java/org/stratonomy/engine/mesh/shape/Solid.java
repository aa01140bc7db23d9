package org.stratonomy.engine.mesh.shape;

import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.TriangleSoup;

/**
 * Builds closed meshes of prisms and turned bodies, in mm. Parts that are added one after the other
 * may overlap.
 */
public final class Solid {
  private final TriangleSoup soup = new TriangleSoup(1000);

  public Mesh build(String name) {
    return MeshBuilder.build(name, soup);
  }

  /**
   * An upright prism.
   *
   * @param outline x, y of its corners, counter-clockwise; all of it can be seen from the middle
   * @param middle x, y of that place
   */
  public Solid prism(double[][] outline, double[] middle, double bottom, double top) {
    int n = outline.length;
    for (int i = 0; i < n; i++) {
      double[] a = outline[i];
      double[] b = outline[(i + 1) % n];
      quad(at(a, bottom), at(b, bottom), at(b, top), at(a, top));
      triangle(at(a, top), at(b, top), at(middle, top));
      triangle(at(b, bottom), at(a, bottom), at(middle, bottom));
    }
    return this;
  }

  /** An upright box from one place to another, as wide as is said. */
  public Solid bar(double[] from, double[] to, double width, double bottom, double top) {
    double length = Math.hypot(to[0] - from[0], to[1] - from[1]);
    double nx = -(to[1] - from[1]) / length * width / 2;
    double ny = (to[0] - from[0]) / length * width / 2;
    double[][] outline = {
      {from[0] - nx, from[1] - ny},
      {to[0] - nx, to[1] - ny},
      {to[0] + nx, to[1] + ny},
      {from[0] + nx, from[1] + ny}
    };
    double[] middle = {(from[0] + to[0]) / 2, (from[1] + to[1]) / 2};
    return prism(outline, middle, bottom, top);
  }

  /** An upright tube. */
  public Solid tube(double inner, double outer, double bottom, double top, int sides) {
    for (int k = 0; k < sides; k++) {
      double[] a = onCircle(outer, k, sides);
      double[] b = onCircle(outer, k + 1, sides);
      double[] c = onCircle(inner, k, sides);
      double[] d = onCircle(inner, k + 1, sides);
      quad(at(a, bottom), at(b, bottom), at(b, top), at(a, top));
      quad(at(d, bottom), at(c, bottom), at(c, top), at(d, top));
      quad(at(a, top), at(b, top), at(d, top), at(c, top));
      quad(at(b, bottom), at(a, bottom), at(c, bottom), at(d, bottom));
    }
    return this;
  }

  /**
   * A ring of round section.
   *
   * @param tilt about X, radians
   */
  public Solid ring(double x, double radius, double thickness, double tilt, int sides, int around) {
    for (int i = 0; i < sides; i++) {
      for (int k = 0; k < around; k++) {
        quad(
            onRing(x, radius, thickness, tilt, i, k, sides, around),
            onRing(x, radius, thickness, tilt, i + 1, k, sides, around),
            onRing(x, radius, thickness, tilt, i + 1, k + 1, sides, around),
            onRing(x, radius, thickness, tilt, i, k + 1, sides, around));
      }
    }
    return this;
  }

  private static double[] onRing(
      double x, double radius, double thickness, double tilt, int i, int k, int sides, int around) {
    double u = 2 * Math.PI * (i % sides) / sides;
    double v = 2 * Math.PI * (k % around) / around;
    double r = radius + thickness / 2 * Math.cos(v);
    double y = r * Math.sin(u);
    double z = thickness / 2 * Math.sin(v);
    return new double[] {
      x + r * Math.cos(u),
      y * Math.cos(tilt) - z * Math.sin(tilt),
      y * Math.sin(tilt) + z * Math.cos(tilt)
    };
  }

  /** A place on a skin: up from the ground, and around, each 0 to 1. */
  @FunctionalInterface
  public interface Skin {
    double[] at(double up, double around);
  }

  /** A round body with a flat foot. */
  public Solid rounded(Skin skin, int rings, int sides) {
    double[] foot = {0, 0, skin.at(0, 0)[2]};
    double[] top = skin.at(1, 0);
    for (int k = 0; k < sides; k++) {
      double here = (double) k / sides;
      double next = (double) ((k + 1) % sides) / sides;
      triangle(skin.at(0, next), skin.at(0, here), foot);
      for (int i = 0; i + 1 < rings; i++) {
        double low = (double) i / rings;
        double high = (double) (i + 1) / rings;
        quad(skin.at(low, here), skin.at(low, next), skin.at(high, next), skin.at(high, here));
      }
      double last = (rings - 1.0) / rings;
      triangle(skin.at(last, here), skin.at(last, next), top);
    }
    return this;
  }

  public static double[] onCircle(double radius, double k, int sides) {
    double angle = 2 * Math.PI * (k % sides) / sides;
    return new double[] {radius * Math.cos(angle), radius * Math.sin(angle)};
  }

  /**
   * An upright body between two outlines of as many corners, both around the same middle.
   *
   * @param inner x, y of the corners of its hole, counter-clockwise
   */
  public Solid frame(double[][] outer, double[][] inner, double bottom, double top) {
    int n = outer.length;
    for (int i = 0; i < n; i++) {
      int k = (i + 1) % n;
      quad(at(outer[i], bottom), at(outer[k], bottom), at(outer[k], top), at(outer[i], top));
      quad(at(inner[k], bottom), at(inner[i], bottom), at(inner[i], top), at(inner[k], top));
      quad(at(outer[i], top), at(outer[k], top), at(inner[k], top), at(inner[i], top));
      quad(at(outer[k], bottom), at(outer[i], bottom), at(inner[i], bottom), at(inner[k], bottom));
    }
    return this;
  }

  /**
   * A body that is open above.
   *
   * @param floor height of its inner floor, mm
   */
  public Solid cup(
      double[][] outer,
      double[][] inner,
      double[] middle,
      double bottom,
      double floor,
      double top) {
    int n = outer.length;
    for (int i = 0; i < n; i++) {
      int k = (i + 1) % n;
      triangle(at(outer[k], bottom), at(outer[i], bottom), at(middle, bottom));
      quad(at(outer[i], bottom), at(outer[k], bottom), at(outer[k], top), at(outer[i], top));
      quad(at(outer[i], top), at(outer[k], top), at(inner[k], top), at(inner[i], top));
      quad(at(inner[k], floor), at(inner[i], floor), at(inner[i], top), at(inner[k], top));
      triangle(at(inner[i], floor), at(inner[k], floor), at(middle, floor));
    }
    return this;
  }

  /** A round body about the Z axis whose foot and top differ; a point where a radius is 0. */
  public Solid cone(double bottomRadius, double topRadius, double height, int sides) {
    double[] axis = {0, 0};
    for (int k = 0; k < sides; k++) {
      double[] a = onCircle(bottomRadius, k, sides);
      double[] b = onCircle(bottomRadius, k + 1, sides);
      double[] c = onCircle(topRadius, k + 1, sides);
      double[] d = onCircle(topRadius, k, sides);
      if (bottomRadius > 0) {
        triangle(at(b, 0), at(a, 0), at(axis, 0));
        triangle(at(a, 0), at(b, 0), topRadius > 0 ? at(c, height) : at(axis, height));
      }
      if (topRadius > 0) {
        triangle(at(a, 0), at(c, height), at(d, height));
        triangle(at(d, height), at(c, height), at(axis, height));
      }
    }
    return this;
  }

  private static double[] at(double[] xy, double z) {
    return new double[] {xy[0], xy[1], z};
  }

  private void quad(double[] a, double[] b, double[] c, double[] d) {
    triangle(a, b, c);
    triangle(a, c, d);
  }

  private void triangle(double[]... corners) {
    for (double[] p : corners) {
      soup.corner((float) p[0], (float) p[1], (float) p[2]);
    }
  }
}

package org.stratonomy.engine.fill;

import java.util.ArrayList;
import java.util.List;
import org.stratonomy.engine.guard.Interruption;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Clipper;
import org.stratonomy.engine.plane.Distance;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.plane.hatch.Hatch;
import org.stratonomy.engine.settings.Choice.InfillPattern;

/**
 * A pattern of lines that take up a share ρ of an area. A new one is a method here, or a class, and
 * a line in {@link #of}. Patterns whose layers must stand on each other are laid out from the
 * origin of the bed, whatever the area.
 */
public interface FillPattern {
  /**
   * What a pattern is laid by.
   *
   * @param area to fill
   * @param centres where the middle of a line may run
   * @param width of a line, mm
   * @param density ρ, above 0 and below 1
   * @param angle of the layer, radians; turns by a right angle with each layer
   * @param baseAngle the same on all layers, radians
   * @param z middle of the layer, mm
   */
  record Place(
      Area area,
      Area centres,
      double width,
      double density,
      double angle,
      double baseAngle,
      double z) {}

  List<Path> paths(Place place);

  /** Whether its lines differ from height to height, by more than by turning. */
  default boolean dependsOnHeight() {
    return false;
  }

  /** Whether it joins the ends of its lines along the edge itself. */
  default boolean joinsEnds() {
    return false;
  }

  /** The pattern that a plan chooses. */
  static FillPattern of(InfillPattern chosen) {
    return switch (chosen) {
      case LINES -> new Lines();
      case GRID -> place -> crossed(place, 2);
      case TRIANGLES -> place -> crossed(place, 3);
      case HONEYCOMB -> new Honeycomb();
      case GYROID -> new Gyroid();
      case CONCENTRIC -> FillPattern::concentric;
    };
  }

  /**
   * Parallel lines whose ends are joined along the edge. The joints take up a share of their own;
   * the distance of the lines is set so that all together make up the density.
   */
  final class Lines implements FillPattern {
    @Override
    public List<Path> paths(Place p) {
      double spacing = p.width / p.density;
      List<Path> paths = Hatch.joined(p.centres, p.angle, spacing, 0, 2 * spacing);
      double wanted = p.density * p.area.areaMm2();
      double found = p.width * paths.stream().mapToDouble(Path::lengthMm).sum();
      double factor = Math.clamp(found / wanted, 0.8, 1.6);
      return Hatch.joined(p.centres, p.angle, spacing * factor, 0, 2 * spacing * factor);
    }

    @Override
    public boolean joinsEnds() {
      return true;
    }
  }

  /** Straight lines in several directions, all through the same points. */
  private static List<Path> crossed(Place p, int directions) {
    double spacing = directions * p.width / p.density;
    List<Path> paths = new ArrayList<>();
    for (int i = 0; i < directions; i++) {
      double angle = p.baseAngle + Math.PI * i / directions;
      paths.addAll(Hatch.lines(p.centres, angle, spacing, spacing / 2));
    }
    return paths;
  }

  /** Rings at equal distances from the edge inwards. */
  private static List<Path> concentric(Place p) {
    double spacing = p.width / p.density;
    List<Path> paths = new ArrayList<>();
    Area ring = Plane.inset(p.area, Math.max(p.width / 2, spacing / 2));
    while (!ring.isEmpty()) {
      paths.addAll(Path.ofRings(ring));
      ring = Plane.inset(ring, spacing);
    }
    return paths;
  }

  /**
   * Hexagons of edge a. Rows of zigzags run side by side; where two of them meet, both run along
   * the common edge, half a width apart from it. A hexagon of area 3√3/2 a² has a length of 4 a, so
   * a = 8 width / (3√3 ρ).
   */
  final class Honeycomb implements FillPattern {
    @Override
    public List<Path> paths(Place p) {
      double a = edge(p.width, p.density);
      double rise = Math.sqrt(3) / 2 * a;
      double inward = Math.min(p.width / 2, rise / 3);
      Turned frame = new Turned(p.centres, p.baseAngle);
      Clipper clipper = new Clipper(p.centres);
      List<Path> paths = new ArrayList<>();
      for (long row = (long) Math.floor(frame.minV / rise); row * rise < frame.maxV; row++) {
        boolean mirrored = Math.floorMod(row, 2) == 1;
        Interruption.check();
        Path.Builder path = new Path.Builder();
        for (long k = (long) Math.floor(frame.minU / (3 * a)) - 1; 3 * a * k < frame.maxU; k++) {
          double u = 3 * a * k;
          double low = row * rise + inward;
          double high = (row + 1) * rise - inward;
          double first = mirrored ? high : low;
          double second = mirrored ? low : high;
          frame.add(path, u, first);
          frame.add(path, u + a, first);
          frame.add(path, u + 1.5 * a, second);
          frame.add(path, u + 2.5 * a, second);
        }
        paths.addAll(clipper.inside(path.open()));
      }
      return paths;
    }

    private static double edge(double width, double density) {
      double a = 8 * width / (3 * Math.sqrt(3) * density);
      for (int i = 0; i < 40; i++) {
        double rise = Math.sqrt(3) / 2 * a;
        double slanted = rise - 2 * Math.min(width / 2, rise / 3);
        double length = 2 * a + 2 * Distance.of(a / 2, slanted);
        a *= (1 + width * length / (3 * a * rise) / density) / 2;
      }
      return a;
    }
  }

  /**
   * The surface sin x cos y + sin y cos z + sin z cos x = 0, cut at the height of the layer. At one
   * height its waves run along x or along y: along x where |cos z| ≥ |sin z|, with y = asin(−sin z
   * cos x / R) − φ or π − asin(…) − φ, R² = sin² x + cos² z, φ = atan2(sin x, cos z). Over a period
   * their length is on average {@value #LENGTH} / period for each unit of area.
   */
  final class Gyroid implements FillPattern {
    @Override
    public boolean dependsOnHeight() {
      return true;
    }

    static final double LENGTH = 2.4586;

    private static final int STEPS = 28;

    @Override
    public List<Path> paths(Place p) {
      double unit = LENGTH * p.width / p.density / (2 * Math.PI);
      double sin = Math.sin(p.z / unit);
      double cos = Math.cos(p.z / unit);
      boolean alongX = Math.abs(cos) >= Math.abs(sin);
      Turned frame = new Turned(p.centres, p.baseAngle);
      double from = (alongX ? frame.minU : frame.minV) / unit;
      double to = (alongX ? frame.maxU : frame.maxV) / unit;
      double low = (alongX ? frame.minV : frame.minU) / unit;
      double high = (alongX ? frame.maxV : frame.maxU) / unit;
      double step = 2 * Math.PI / STEPS;
      Clipper clipper = new Clipper(p.centres);
      List<Path> paths = new ArrayList<>();
      for (long wave = (long) Math.floor(low / Math.PI) - 2; wave * Math.PI < high + 7; wave++) {
        Path.Builder path = new Path.Builder();
        for (long i = (long) Math.floor(from / step); i * step < to + step; i++) {
          Interruption.check((int) i);
          double t = i * step;
          double across = alongX ? wave(wave, t, sin, cos) : crossWave(wave, t, sin, cos);
          frame.add(path, unit * (alongX ? t : across), unit * (alongX ? across : t));
        }
        paths.addAll(clipper.inside(path.open()));
      }
      return paths;
    }

    /** y at x, where sin x cos y + cos z sin y = − sin z cos x. */
    private static double wave(long wave, double x, double sin, double cos) {
      double amplitude = Distance.of(Math.sin(x), cos);
      double asin = Math.asin(Math.clamp(-sin * Math.cos(x) / amplitude, -1, 1));
      double phase = Math.atan2(Math.sin(x), Math.abs(cos));
      double shift = cos >= 0 ? phase : Math.PI - phase;
      return (Math.floorMod(wave, 2) == 0 ? asin : Math.PI - asin)
          - shift
          + 2 * Math.PI * Math.floorDiv(wave, 2);
    }

    /** x at y, where cos y sin x + sin z cos x = − cos z sin y. */
    private static double crossWave(long wave, double y, double sin, double cos) {
      double amplitude = Distance.of(Math.cos(y), sin);
      double asin = Math.asin(Math.clamp(-cos * Math.sin(y) / amplitude, -1, 1));
      double phase = Math.atan2(sin, Math.cos(y));
      return (Math.floorMod(wave, 2) == 0 ? asin : Math.PI - asin)
          - phase
          + 2 * Math.PI * Math.floorDiv(wave, 2);
    }
  }

  /** A frame turned against the bed about its origin, and the bounds of an area in it. */
  final class Turned {
    private final double cos;
    private final double sin;
    private double minU = Double.POSITIVE_INFINITY;
    private double minV = Double.POSITIVE_INFINITY;
    private double maxU = Double.NEGATIVE_INFINITY;
    private double maxV = Double.NEGATIVE_INFINITY;

    Turned(Area area, double angle) {
      cos = Math.cos(angle);
      sin = Math.sin(angle);
      double[] b = area.boundsMm();
      for (int corner = 0; corner < 4; corner++) {
        double x = b[(corner & 1) == 0 ? 0 : 2];
        double y = b[(corner & 2) == 0 ? 1 : 3];
        minU = Math.min(minU, x * cos + y * sin);
        maxU = Math.max(maxU, x * cos + y * sin);
        minV = Math.min(minV, y * cos - x * sin);
        maxV = Math.max(maxV, y * cos - x * sin);
      }
    }

    private void add(Path.Builder path, double u, double v) {
      path.add(u * cos - v * sin, u * sin + v * cos);
    }
  }
}

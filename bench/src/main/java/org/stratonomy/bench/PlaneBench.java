package org.stratonomy.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.function.Supplier;
import org.locationtech.jts.geom.Coordinate;
import org.locationtech.jts.geom.Geometry;
import org.locationtech.jts.geom.GeometryFactory;
import org.locationtech.jts.operation.buffer.BufferOp;
import org.locationtech.jts.operation.buffer.BufferParameters;
import org.locationtech.jts.operation.overlayng.OverlayNG;
import org.locationtech.jts.operation.overlayng.OverlayNGRobust;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Plane;

/** The verbs of the plane package against a general geometry library, on the same outlines. */
public final class PlaneBench {
  private static final int RUNS = 15;
  private static final GeometryFactory FACTORY = new GeometryFactory();

  private final List<Double> ratios = new ArrayList<>();

  private PlaneBench() {}

  public static void main(String[] args) {
    new PlaneBench().run();
  }

  private void run() {
    System.out.printf("%-34s %10s %10s %8s%n", "", "plane ms", "library ms", "ratio");
    for (int points : new int[] {1000, 10_000}) {
      shapes("gear", points, PlaneBench::gear);
      shapes("noisy outline", points, PlaneBench::noisy);
      shapes("waves", points, PlaneBench::waves);
    }
    double product = ratios.stream().mapToDouble(Math::log).sum() / ratios.size();
    System.out.printf("geometric mean: library / plane = %.2f%n", Math.exp(product));
  }

  private interface Shape {
    double[] ring(int points, double shift);
  }

  private void shapes(String name, int points, Shape shape) {
    double[] a = shape.ring(points, 0);
    double[] b = shape.ring(points, 3.3);
    Area areaA = Area.ofMm(a);
    Area areaB = Area.ofMm(b);
    Geometry geometryA = polygon(a);
    Geometry geometryB = polygon(b);
    String label = "%s, %,d points: ".formatted(name, points);
    compare(label + "inset", () -> Plane.inset(areaA, 0.42), () -> buffer(geometryA, -0.42));
    compare(
        label + "union",
        () -> Plane.union(areaA, areaB),
        () -> OverlayNGRobust.overlay(geometryA, geometryB, OverlayNG.UNION));
    compare(
        label + "difference",
        () -> Plane.difference(areaA, areaB),
        () -> OverlayNGRobust.overlay(geometryA, geometryB, OverlayNG.DIFFERENCE));
  }

  private static Geometry buffer(Geometry geometry, double distance) {
    BufferParameters mitred =
        new BufferParameters(8, BufferParameters.CAP_FLAT, BufferParameters.JOIN_MITRE, 1.5);
    return BufferOp.bufferOp(geometry, distance, mitred);
  }

  private void compare(String name, Supplier<Area> ours, Supplier<Geometry> theirs) {
    for (int i = 0; i < RUNS; i++) {
      ours.get();
      theirs.get();
    }
    double plane = Timing.median(RUNS, ours);
    double library = Timing.median(RUNS, theirs);
    ratios.add(library / plane);
    System.out.printf("%-34s %10.2f %10.2f %8.2f%n", name, plane, library, library / plane);
  }

  private static Geometry polygon(double[] ring) {
    Coordinate[] coordinates = new Coordinate[ring.length / 2 + 1];
    for (int i = 0; i < coordinates.length; i++) {
      int at = 2 * i % ring.length;
      coordinates[i] = new Coordinate(ring[at], ring[at + 1]);
    }
    Geometry polygon = FACTORY.createPolygon(coordinates);
    return polygon.isValid() ? polygon : polygon.buffer(0);
  }

  private static double[] round(
      int points, double shift, java.util.function.IntToDoubleFunction r) {
    double[] ring = new double[2 * points];
    for (int i = 0; i < points; i++) {
      double angle = 2 * Math.PI * i / points;
      ring[2 * i] = shift + r.applyAsDouble(i) * Math.cos(angle);
      ring[2 * i + 1] = shift + r.applyAsDouble(i) * Math.sin(angle);
    }
    return ring;
  }

  private static double[] gear(int points, double shift) {
    return round(points, shift, i -> i % 10 < 5 ? 50 : 47);
  }

  private static double[] noisy(int points, double shift) {
    Random random = new Random(5);
    double[] radii = random.doubles(points, 49, 50).toArray();
    return round(points, shift, i -> radii[i]);
  }

  private static double[] waves(int points, double shift) {
    return round(points, shift, i -> 45 + 4 * Math.sin(2 * Math.PI * 60 * i / points));
  }
}

package org.stratonomy.engine.plane;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.locationtech.jts.geom.Coordinate;
import org.locationtech.jts.geom.Geometry;
import org.locationtech.jts.geom.GeometryFactory;
import org.locationtech.jts.operation.buffer.BufferOp;
import org.locationtech.jts.operation.buffer.BufferParameters;

/** Agreement with a second, independent library on valid outlines of many points. */
class OracleComparisonTest {
  private static final GeometryFactory JTS = new GeometryFactory();

  /** A gear: n points, teeth of varying depth. */
  private static double[] gear(int n, double radius, double x, double y) {
    double[] ring = new double[2 * n];
    for (int i = 0; i < n; i++) {
      double angle = 2 * Math.PI * i / n;
      double r = radius + 2.5 * Math.sin(24 * angle) + 0.8 * Math.sin(7 * angle);
      ring[2 * i] = x + r * Math.cos(angle);
      ring[2 * i + 1] = y + r * Math.sin(angle);
    }
    return ring;
  }

  private static Geometry polygon(double[] ring) {
    List<Coordinate> coordinates = new ArrayList<>();
    for (int i = 0; i < ring.length; i += 2) {
      coordinates.add(new Coordinate(ring[i], ring[i + 1]));
    }
    coordinates.add(coordinates.getFirst());
    return JTS.createPolygon(coordinates.toArray(Coordinate[]::new));
  }

  @ParameterizedTest
  @ValueSource(ints = {50, 400, 3000})
  void combinationsAgree(int n) {
    double[] a = gear(n, 30, 0, 0);
    double[] b = gear(n, 25, 18, 7);
    Area p = Area.ofMm(a);
    Area q = Area.ofMm(b);
    Geometry u = polygon(a);
    Geometry v = polygon(b);
    assertThat(Plane.union(p, q).areaMm2()).isCloseTo(u.union(v).getArea(), within(0.02));
    assertThat(Plane.intersection(p, q).areaMm2())
        .isCloseTo(u.intersection(v).getArea(), within(0.02));
    assertThat(Plane.difference(p, q).areaMm2()).isCloseTo(u.difference(v).getArea(), within(0.02));
  }

  @ParameterizedTest
  @ValueSource(doubles = {0.1, 0.44, 1.5, 4})
  void insetsAndOutsetsAgreeUpToTheirCorners(double mm) {
    double[] ring = gear(1500, 30, 0, 0);
    BufferParameters mitre =
        new BufferParameters(8, BufferParameters.CAP_FLAT, BufferParameters.JOIN_MITRE, 1.5);
    Area area = Area.ofMm(ring);
    double inset = BufferOp.bufferOp(polygon(ring), -mm, mitre).getArea();
    double outset = BufferOp.bufferOp(polygon(ring), mm, mitre).getArea();
    assertThat(Plane.inset(area, mm).areaMm2()).isCloseTo(inset, within(0.002 * inset + 0.1));
    assertThat(Plane.outset(area, mm).areaMm2()).isCloseTo(outset, within(0.002 * outset + 0.1));
  }

  @Test
  void insetsOneAfterTheOtherAddUp() {
    Area area = Area.ofMm(gear(800, 30, 0, 0));
    Area steps = area;
    for (int i = 0; i < 6; i++) {
      steps = Plane.inset(steps, 0.25);
    }
    double once = Plane.inset(area, 1.5).areaMm2();
    assertThat(steps.areaMm2()).isCloseTo(once, within(0.005 * once));
  }

  @Test
  void simplifyingMovesNoOutlineByMoreThanItsTolerance() {
    RingList rings = new RingList();
    double[] ring = gear(6000, 30, 0, 0);
    for (int i = 0; i < ring.length; i += 2) {
      rings.add(Area.unit(ring[i]), Area.unit(ring[i + 1]));
    }
    rings.close();
    Area exact = Plane.nonZero(rings);
    Area simple = new Simplifier(0.01).simplify(rings);
    assertThat(simple.pointCount()).isLessThan(exact.pointCount() / 3);
    assertThat(DistanceOracle.least(simple, exact)).isLessThan(0.0101);
    assertThat(Plane.difference(simple, Plane.outset(exact, 0.0101)).areaMm2()).isLessThan(1e-3);
    assertThat(Plane.difference(Plane.inset(exact, 0.0101), simple).areaMm2()).isLessThan(1e-3);
  }

  @Test
  void edgesOfOneOutlineAreFoundInTheOther() {
    Area left = Area.rectangle(0, 0, 10, 10);
    Area right = Area.rectangle(10, 0, 20, 10);
    assertThat(Plane.union(left, right).ringCount()).isEqualTo(1);
    assertThat(Plane.union(left, right).pointCount()).isEqualTo(4);
    assertThat(Plane.intersection(left, right).isEmpty()).isTrue();
    assertThat(Plane.difference(left, left).isEmpty()).isTrue();
  }

  @Test
  void outlinesThatTouchInAPointStayApart() {
    Area corners = Plane.union(Area.rectangle(0, 0, 5, 5), Area.rectangle(5, 5, 9, 9));
    assertThat(corners.ringCount()).isEqualTo(2);
    assertThat(corners.areaMm2()).isCloseTo(41, within(1e-9));
    assertThat(corners.contains(2, 2)).isTrue();
    assertThat(corners.contains(7, 2)).isFalse();
    assertThat(corners.perimeterMm()).isCloseTo(36, within(1e-9));
    assertThat(corners.boundsMm()).containsExactly(0, 0, 9, 9);
  }
}

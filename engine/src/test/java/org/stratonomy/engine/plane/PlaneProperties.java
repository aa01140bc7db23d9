package org.stratonomy.engine.plane;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.stratonomy.engine.plane.hatch.Hatch;

/** Areas of every degenerate kind obey the algebra of sets and are measured by an exact oracle. */
class PlaneProperties {
  /** Rings of one kind; several of them make an operand. */
  enum Kind {
    RECTILINEAR,
    STAR,
    NEAR_COINCIDENT,
    SLIVER,
    SPIKY,
    SELF_TOUCHING
  }

  @Provide
  Arbitrary<RingList> rings() {
    return Arbitraries.of(Kind.class)
        .flatMap(kind -> Arbitraries.longs().map(seed -> rings(kind, new Random(seed))));
  }

  private static RingList rings(Kind kind, Random random) {
    RingList rings = new RingList();
    int count = 1 + random.nextInt(4);
    for (int r = 0; r < count; r++) {
      int n = 3 + random.nextInt(14);
      for (int i = 0; i < n; i++) {
        double angle = 2 * Math.PI * i / n;
        switch (kind) {
          case RECTILINEAR -> {
            int x = random.nextInt(12) * 10;
            int y = random.nextInt(12) * 10;
            rings.add(x, y);
            rings.add(x, random.nextInt(12) * 10);
          }
          case STAR -> {
            double radius = i % 2 == 0 ? 4000 : 1000 + random.nextInt(1000);
            rings.add(
                (int) (radius * Math.cos(angle)) + random.nextInt(500),
                (int) (radius * Math.sin(angle)));
          }
          case NEAR_COINCIDENT ->
              rings.add(random.nextInt(4) * 100 + random.nextInt(3) - 1, random.nextInt(4) * 100);
          case SLIVER -> rings.add(random.nextInt(100_000), random.nextInt(3));
          case SPIKY ->
              rings.add(
                  random.nextInt(5) == 0 ? random.nextInt(20_000) : random.nextInt(20),
                  random.nextInt(40));
          case SELF_TOUCHING -> rings.add(random.nextInt(5) * 7, random.nextInt(5) * 7);
        }
      }
      rings.close();
    }
    return rings;
  }

  @Property(tries = 2000)
  void nonZeroAgreesWithAnExactOracle(@ForAll("rings") RingList rings) {
    Area clean = Plane.nonZero(rings);
    double expected = SlabOracle.areaOfNonZero(rings.toRawArea());
    // Snapping moves no edge by more than a unit.
    double slack = rings.toRawArea().perimeterMm() * Area.UNITS_PER_MM + 1;
    assertThat(clean.areaMm2() / Area.UNIT_MM / Area.UNIT_MM).isCloseTo(expected, within(slack));
  }

  @Property(tries = 2000)
  void setAlgebraHolds(@ForAll("rings") RingList first, @ForAll("rings") RingList second) {
    Area a = Plane.nonZero(first);
    Area b = Plane.nonZero(second);
    double both = Plane.intersection(a, b).areaMm2();
    double either = Plane.union(a, b).areaMm2();
    double slack = slackMm2(a, b);
    assertThat(both + either).isCloseTo(a.areaMm2() + b.areaMm2(), within(slack));
    assertThat(Plane.difference(a, b).areaMm2()).isCloseTo(a.areaMm2() - both, within(slack));
    assertThat(Plane.missing(a, List.of(a, b)).areaMm2())
        .isCloseTo(a.areaMm2() - both, within(slack));
    assertThat(Plane.intersection(List.of(a, b, a)).areaMm2()).isCloseTo(both, within(slack));
  }

  @Property(tries = 1000)
  void cleaningTwiceMovesNothingByMoreThanAUnit(@ForAll("rings") RingList rings) {
    Area once = Plane.nonZero(rings);
    RingList again = new RingList(once.pointCount());
    for (int ring = 0; ring < once.ringCount(); ring++) {
      again.addRing(once, ring);
    }
    assertThat(Plane.nonZero(again).areaMm2())
        .isCloseTo(once.areaMm2(), within(slackMm2(once, once)));
  }

  @Property(tries = 1000)
  void insetKeepsItsDistanceAndOutsetContains(
      @ForAll("rings") RingList rings, @ForAll @IntRange(min = 5, max = 200) int units) {
    double mm = units * Area.UNIT_MM;
    Area area = Plane.nonZero(rings);
    Area inset = Plane.inset(area, mm);
    Area outset = Plane.outset(area, mm);
    double slack = slackMm2(area, outset);
    assertThat(Plane.difference(inset, area).areaMm2()).isLessThanOrEqualTo(slack);
    assertThat(Plane.difference(area, outset).areaMm2()).isLessThanOrEqualTo(slack);
    assertThat(DistanceOracle.least(inset, area)).isGreaterThan(mm - 2 * Area.UNIT_MM);
    assertThat(Plane.difference(Plane.open(area, mm), area).areaMm2()).isLessThanOrEqualTo(slack);
  }

  @Property(tries = 1000)
  void nearAndBeyondAreWhatTheOutsetTakesAndLeaves(
      @ForAll("rings") RingList first,
      @ForAll("rings") RingList second,
      @ForAll @IntRange(min = 0, max = 200) int units) {
    Area a = Plane.nonZero(first);
    Area b = Plane.nonZero(second);
    double mm = units * Area.UNIT_MM;
    Area outset = Plane.outset(b, mm);
    double slack = slackMm2(a, outset);
    Area near = Plane.near(a, b, mm);
    Area beyond = Plane.beyond(a, b, mm);
    Area taken = Plane.intersection(a, outset);
    Area left = Plane.difference(a, outset);
    assertThat(Plane.difference(near, taken).areaMm2()).isLessThanOrEqualTo(slack);
    assertThat(Plane.difference(taken, near).areaMm2()).isLessThanOrEqualTo(slack);
    assertThat(Plane.difference(beyond, left).areaMm2()).isLessThanOrEqualTo(slack);
    assertThat(Plane.difference(left, beyond).areaMm2()).isLessThanOrEqualTo(slack);
  }

  @Property(tries = 300)
  void insetOfARegularPolygonMatchesItsFormula(
      @ForAll @IntRange(min = 3, max = 400) int n,
      @ForAll @DoubleRange(min = 1, max = 50) double radius,
      @ForAll @DoubleRange(min = 0.05, max = 0.9) double share) {
    double[] ring = new double[2 * n];
    for (int i = 0; i < n; i++) {
      ring[2 * i] = radius * Math.cos(2 * Math.PI * i / n);
      ring[2 * i + 1] = radius * Math.sin(2 * Math.PI * i / n);
    }
    double apothem = radius * Math.cos(Math.PI / n);
    double inset = share * apothem;
    double expected = n * Math.pow(apothem - inset, 2) * Math.tan(Math.PI / n);
    assertThat(Plane.inset(Area.ofMm(ring), inset).areaMm2())
        .isCloseTo(expected, within(1e-3 + expected * 1e-3));
  }

  @Property(tries = 500)
  void hatchCoversTheAreaWithItsLines(
      @ForAll @DoubleRange(min = 0, max = 3.14) double angle,
      @ForAll @DoubleRange(min = 0.2, max = 1) double spacing,
      @ForAll @IntRange(min = 3, max = 60) int corners) {
    double[] ring = new double[2 * corners];
    for (int i = 0; i < corners; i++) {
      double radius = 20 + 8 * Math.sin(3.0 * i);
      ring[2 * i] = radius * Math.cos(2 * Math.PI * i / corners);
      ring[2 * i + 1] = radius * Math.sin(2 * Math.PI * i / corners);
    }
    Area area = Area.ofMm(ring);
    List<Path> lines = Hatch.lines(area, angle, spacing, 0);
    double covered = lines.stream().mapToDouble(Path::lengthMm).sum() * spacing;
    // Along an edge that lies as the lines do, half a spacing may be covered too much or too
    // little.
    double edge = spacing / 2 * lines.stream().mapToDouble(Path::lengthMm).max().orElse(0);
    assertThat(covered).isCloseTo(area.areaMm2(), within(0.01 * area.areaMm2() + edge));
    List<Path> joined = Hatch.joined(area, angle, spacing, 0, 3 * spacing);
    assertThat(joined.size()).isLessThanOrEqualTo(lines.size());
    assertThat(joined.stream().mapToDouble(Path::lengthMm).sum())
        .isGreaterThanOrEqualTo(lines.stream().mapToDouble(Path::lengthMm).sum() - 1e-6);
  }

  private static double slackMm2(Area a, Area b) {
    return 4 * (a.perimeterMm() + b.perimeterMm() + Area.UNIT_MM) * Area.UNIT_MM;
  }

  /** Where nothing is narrow, opening gives back the very same points. */
  @Property(tries = 100)
  void openingLeavesWhatIsWideAsItIs(
      @ForAll @IntRange(min = 5, max = 90) int corners,
      @ForAll @DoubleRange(min = 0.02, max = 1) double mm,
      @ForAll @DoubleRange(min = 0, max = 3) double turned) {
    RingList rings = new RingList();
    for (int i = 0; i < corners; i++) {
      double angle = turned + 2 * Math.PI * i / corners;
      rings.add(Area.unit(12 * Math.cos(angle)), Area.unit(12 * Math.sin(angle)));
    }
    rings.close();
    Area area = Plane.nonZero(rings);
    assertThat(Plane.open(area, mm)).isEqualTo(area);
    assertThat(Plane.difference(area, Plane.regrown(Plane.inset(area, mm), mm)).isEmpty()).isTrue();
  }
}

package org.stratonomy.engine.wall;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.plane.RingList;

/** A first look never misses what is near an edge, and sees that the middle of a ring is far. */
class NearbyProperties {
  private static final double MARGIN_MM = 0.22;

  private static Area ring(double radius, double width, int corners) {
    Area disc = star(radius, corners);
    return Plane.difference(disc, Plane.inset(disc, width));
  }

  private static Area star(double radius, int corners) {
    RingList rings = new RingList();
    for (int i = 0; i < corners; i++) {
      double angle = 2 * Math.PI * i / corners;
      double r = radius * (i % 2 == 0 ? 1 : 0.8);
      rings.add(Area.unit(r * Math.cos(angle)), Area.unit(r * Math.sin(angle)));
    }
    rings.close();
    return Plane.nonZero(rings);
  }

  /** Shares, each less than 1: ring, corner, how far along its edge, direction from there. */
  @Provide
  Arbitrary<List<double[]>> beside() {
    return Arbitraries.doubles()
        .between(0, 0.99999)
        .ofScale(5)
        .array(double[].class)
        .ofSize(4)
        .list()
        .ofMinSize(1)
        .ofMaxSize(200);
  }

  @Property(tries = 100)
  void nothingNearAnEdgeIsMissed(
      @ForAll @IntRange(min = 3, max = 60) int corners, @ForAll("beside") List<double[]> places) {
    Area area = ring(12, 0.5, 2 * corners);
    Nearby near = new Nearby(area, MARGIN_MM);
    for (double[] place : places) {
      int ring = (int) (place[0] * area.ringCount());
      int from = area.ringStart(ring);
      int count = area.ringStart(ring + 1) - from;
      int a = (int) (place[1] * count);
      int b = from + (a + 1) % count;
      a += from;
      double t = place[2];
      double x = (area.x(a) + t * (area.x(b) - area.x(a))) * Area.UNIT_MM;
      double y = (area.y(a) + t * (area.y(b) - area.y(a))) * Area.UNIT_MM;
      double angle = 2 * Math.PI * place[3];
      x += 0.999 * MARGIN_MM * Math.cos(angle) / Math.sqrt(2);
      y += 0.999 * MARGIN_MM * Math.sin(angle) / Math.sqrt(2);
      assertThat(near.mayMeet(x, y, x, y)).isTrue();
    }
  }

  @Test
  void theMiddleOfARingIsFar() {
    Nearby near = new Nearby(ring(12, 0.5, 80), MARGIN_MM);
    assertThat(near.mayMeet(0, 0, 0, 0)).isFalse();
    assertThat(near.mayMeet(-1, -1, 1, 1)).isFalse();
    assertThat(near.mayMeet(0, 0, 12, 0)).isTrue();
    assertThat(near.mayMeet(40, 40, 50, 50)).isFalse();
  }

  @Test
  void nothingIsNearNothing() {
    assertThat(new Nearby(Area.EMPTY, MARGIN_MM).mayMeet(0, 0, 1, 1)).isFalse();
  }
}

package org.stratonomy.engine.plane;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.BitSet;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

class ConnectedPartsProperties {
  /** Frames within frames and boxes, some of which touch. */
  private static Area nested(long seed) {
    Random random = new Random(seed);
    Area area = Area.EMPTY;
    for (int i = 0; i < 14; i++) {
      double x = random.nextInt(30);
      double y = random.nextInt(30);
      double w = 1 + random.nextInt(16);
      double h = 1 + random.nextInt(16);
      Area box = Area.rectangle(x, y, x + w, y + h);
      area = random.nextBoolean() ? Plane.union(area, box) : Plane.difference(area, box);
    }
    return area;
  }

  @Property(tries = 300)
  void partsMakeUpTheAreaAndEachIsOneOutline(@ForAll long seed) {
    Area area = nested(seed);
    List<Area> parts = area.parts();
    assertThat(parts.stream().mapToDouble(Area::areaMm2).sum())
        .isCloseTo(area.areaMm2(), within(1e-6));
    for (Area part : parts) {
      int outlines = 0;
      for (int ring = 0; ring < part.ringCount(); ring++) {
        outlines += part.ringAreaMm2(ring) > 0 ? 1 : 0;
      }
      assertThat(outlines).isEqualTo(1);
      assertThat(part.areaMm2()).isPositive();
    }
  }

  @Property(tries = 200)
  void aPlaceIsInThePartThatContainsIt(@ForAll long seed) {
    Area area = nested(seed);
    ConnectedParts parts = new ConnectedParts(area);
    List<Area> list = parts.list();
    Random random = new Random(seed + 1);
    for (int i = 0; i < 60; i++) {
      double x = random.nextDouble() * 46 + 1e-4;
      double y = random.nextDouble() * 46 + 1e-4;
      if (area.contains(x, y) && new Clipper(area).nearest(x, y, 2e-4).isEmpty()) {
        assertThat(list.get(parts.at(x, y)).contains(x, y)).isTrue();
      }
    }
  }

  @Property(tries = 200)
  void whatLiesInPartsMeetsThemAndNoOthers(@ForAll long seed) {
    Area area = nested(seed);
    ConnectedParts parts = new ConnectedParts(area);
    BitSet large = parts.which(part -> part.areaMm2() > 12);
    Area only = parts.only(large);
    Area others = parts.without(large);
    assertThat(only.areaMm2())
        .isCloseTo(
            parts.list().stream().mapToDouble(Area::areaMm2).filter(mm2 -> mm2 > 12).sum(),
            within(1e-6));
    assertThat(only.areaMm2() + others.areaMm2()).isCloseTo(area.areaMm2(), within(1e-6));
    assertThat(parts.met(Plane.inset(only, 0.01))).isEqualTo(large);
    BitSet met = parts.met(Plane.inset(others, 0.01));
    assertThat(met.intersects(large)).isFalse();
    assertThat(met.cardinality()).isEqualTo(parts.count() - large.cardinality());
  }
}

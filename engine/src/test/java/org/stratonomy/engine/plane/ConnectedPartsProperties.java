package org.stratonomy.engine.plane;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.BitSet;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.stratonomy.engine.Any;

class ConnectedPartsProperties {
  @Property(tries = 300)
  void partsMakeUpTheAreaAndEachIsOneOutline(@ForAll(supplier = Any.Frames.class) Area area) {
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
  void aPlaceIsInThePartThatContainsIt(
      @ForAll(supplier = Any.Frames.class) Area area,
      @ForAll(supplier = Any.Places.class) double[] places) {
    ConnectedParts parts = new ConnectedParts(area);
    List<Area> list = parts.list();
    for (int i = 0; i < places.length; i += 2) {
      double x = places[i] * 46 + 1e-4;
      double y = places[i + 1] * 46 + 1e-4;
      if (area.contains(x, y) && new Clipper(area).nearest(x, y, 2e-4).isEmpty()) {
        assertThat(list.get(parts.at(x, y)).contains(x, y)).isTrue();
      }
    }
  }

  @Property(tries = 200)
  void whatLiesInPartsMeetsThemAndNoOthers(@ForAll(supplier = Any.Frames.class) Area area) {
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

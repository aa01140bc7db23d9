package org.stratonomy.engine.plane;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.Any;

class ClipperProperties {
  @Provide
  Arbitrary<Path> paths() {
    Arbitrary<double[]> corners =
        Arbitraries.integers()
            .between(-10, 209)
            .map(n -> n / 10.0)
            .array(double[].class)
            .ofMinSize(6)
            .ofMaxSize(20)
            .filter(xy -> xy.length % 2 == 0);
    return Combinators.combine(Arbitraries.of(true, false), corners).as(Path::new);
  }

  @Property(tries = 2000)
  void thePartsMakeUpThePathAndLieWhereTheySay(
      @ForAll(supplier = Any.Tangle.class) Area area, @ForAll("paths") Path path) {
    List<Clipper.Part> parts = new Clipper(area).parts(path);
    double sum = parts.stream().mapToDouble(part -> part.path().lengthMm()).sum();
    assertThat(sum).isCloseTo(path.lengthMm(), within(1e-3));
    for (Clipper.Part part : parts) {
      for (int i = 0; i < part.path().segmentCount(); i++) {
        int j = part.path().segmentEnd(i);
        double x = (part.path().x(i) + part.path().x(j)) / 2;
        double y = (part.path().y(i) + part.path().y(j)) / 2;
        boolean nearEdge = new Clipper(area).nearest(x, y, 2e-3).isPresent();
        assertThat(nearEdge || area.contains(x, y) == part.inside()).isTrue();
      }
    }
  }

  @Property(tries = 200)
  void placesAreInsideAsTheAreaSays(
      @ForAll(supplier = Any.Tangle.class) Area area,
      @ForAll(supplier = Any.Places.class) double[] places) {
    Clipper clipper = new Clipper(area);
    for (int i = 0; i < places.length; i += 2) {
      double x = places[i] * 22 - 1;
      double y = places[i + 1] * 22 - 1;
      // A place is taken to the grid first, so one within a grid step of an edge may go either way.
      if (clipper.nearest(x, y, 2e-4).isEmpty()) {
        assertThat(clipper.contains(x, y)).isEqualTo(area.contains(x, y));
      }
    }
  }

  @Property(tries = 200)
  void waysInsideStayInside(
      @ForAll(supplier = Any.Tangle.class) Area area,
      @ForAll(supplier = Any.Places.class) double[] places) {
    Router router = new Router(Router.Room.of(area, 0.4));
    Clipper loose = new Clipper(Plane.outset(area, 0.01));
    for (int i = 0; i + 3 < places.length; i += 2) {
      double ax = places[i] * 20;
      double ay = places[i + 1] * 20;
      double bx = places[i + 2] * 20;
      double by = places[i + 3] * 20;
      if (area.contains(ax, ay) && area.contains(bx, by)) {
        Optional<Path> way = router.way(ax, ay, bx, by, 200);
        // The way to the rail and from it may cut a corner; what is between may not.
        way.ifPresent(
            path -> {
              for (int k = 1; k + 2 < path.size(); k++) {
                assertThat(loose.isInside(path.x(k), path.y(k), path.x(k + 1), path.y(k + 1)))
                    .isTrue();
              }
              assertThat(path.x(0)).isEqualTo(ax);
              assertThat(path.y(path.size() - 1)).isEqualTo(by);
            });
      }
    }
  }

  @Test
  void aWayLeadsAroundTheBendAndNotThroughTheOpening() {
    Area bend =
        Area.ofMm(new double[] {0, 0, 30, 0, 30, 30, 20, 30, 20, 10, 10, 10, 10, 30, 0, 30});
    Path way = new Router(Router.Room.of(bend, 1)).way(5, 28, 25, 28, 200).orElseThrow();
    assertThat(way.lengthMm()).isBetween(45.0, 56.0);
    assertThat(new Router(Router.Room.of(bend, 1)).way(5, 28, 25, 28, 30)).isEmpty();
    assertThat(new Router(Router.Room.of(bend, 1)).way(5, 28, 5, 2, 200).orElseThrow().size())
        .isEqualTo(2);
  }

  @Test
  void thereIsNoWayFromOnePartToAnother() {
    Area two = Plane.union(Area.rectangle(0, 0, 10, 10), Area.rectangle(20, 0, 30, 10));
    assertThat(new Router(Router.Room.of(two, 1)).way(5, 5, 25, 5, 500)).isEmpty();
  }

  @Test
  void theDiscInAStripIsAsWideAsTheStrip() {
    InnerDiscs discs = new InnerDiscs(Area.rectangle(0, 0, 40, 3), 5);
    assertThat(discs.at(20, 0, 0, 1)).isCloseTo(1.5, within(1e-3));
    assertThat(discs.facing()).isCloseTo(-1, within(1e-6));
    assertThat(discs.at(0.4, 0, 0, 1)).isCloseTo(0.4, within(1e-3));
    assertThat(discs.facing()).isCloseTo(0, within(1e-3));
    assertThat(new InnerDiscs(Area.rectangle(0, 0, 40, 30), 5).at(20, 0, 0, 1)).isEqualTo(5);
  }

  @Test
  void partsOfAnAreaKeepTheirHoles() {
    Area rings =
        Plane.union(
            Plane.difference(Area.rectangle(0, 0, 20, 20), Area.rectangle(5, 5, 15, 15)),
            Area.rectangle(8, 8, 12, 12));
    List<Area> parts = rings.parts();
    assertThat(parts).hasSize(2);
    assertThat(parts.stream().mapToDouble(Area::areaMm2)).containsExactlyInAnyOrder(300.0, 16.0);
  }
}

package org.stratonomy.engine;

import java.util.List;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ArbitrarySupplier;
import net.jqwik.api.Combinators;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Plane;

/** Things for properties to be tried on; where one fails, they are made smaller. */
public final class Any {
  private Any() {}

  private static Arbitrary<Integer> whole(int min, int max) {
    return Arbitraries.integers().between(min, max);
  }

  private static Arbitrary<Double> tenths(int min, int max) {
    return whole(min, max).map(n -> n / 10.0);
  }

  /** A box that stands on the bed, mm. */
  private record Bar(double x, double y, int width, int depth, int height) {}

  /** One to five boxes that stand on the bed, overlap, touch or lie apart; up to 30 mm. */
  public static final class Boxes implements ArbitrarySupplier<Mesh> {
    @Override
    public Arbitrary<Mesh> get() {
      Arbitrary<Double> place = Arbitraries.doubles().between(0, 15).ofScale(3);
      return Combinators.combine(place, place, whole(6, 14), whole(6, 14), whole(2, 6))
          .as(Bar::new)
          .list()
          .ofMinSize(1)
          .ofMaxSize(5)
          .map(Boxes::mesh);
    }

    private static Mesh mesh(List<Bar> bars) {
      TriangleSoup soup = new TriangleSoup(12 * bars.size());
      for (Bar b : bars) {
        Shapes.addBar(soup, b.x, b.y, 0, b.x + b.width, b.y + b.depth, b.height);
      }
      return MeshBuilder.build("boxes", soup);
    }
  }

  /** Corners of rings on a grid of tenths of a millimetre: they cross themselves and each other. */
  public static final class Tangle implements ArbitrarySupplier<Area> {
    @Override
    public Arbitrary<Area> get() {
      return tenths(0, 199)
          .array(double[].class)
          .ofMinSize(6)
          .ofMaxSize(22)
          .filter(ring -> ring.length % 2 == 0)
          .list()
          .ofMinSize(1)
          .ofMaxSize(4)
          .map(rings -> Area.ofMm(rings.toArray(double[][]::new)));
    }
  }

  /** A rectangle that is added to an area, or taken out of it. */
  private record Step(boolean adds, Area box) {}

  private static Arbitrary<Area> boxes(int reach, int most) {
    return Combinators.combine(whole(0, reach), whole(0, reach), whole(1, most), whole(1, most))
        .as((x, y, width, depth) -> Area.rectangle(x, y, x + width, y + depth));
  }

  /** Frames within frames and boxes, some of which touch; up to 46 mm. */
  public static final class Frames implements ArbitrarySupplier<Area> {
    @Override
    public Arbitrary<Area> get() {
      return Combinators.combine(Arbitraries.of(true, false), boxes(29, 16))
          .as(Step::new)
          .list()
          .ofMaxSize(14)
          .map(Frames::area);
    }

    private static Area area(List<Step> steps) {
      Area area = Area.EMPTY;
      for (Step step : steps) {
        area = step.adds ? Plane.union(area, step.box) : Plane.difference(area, step.box);
      }
      return area;
    }
  }

  /** A plate of 25 mm with up to four openings. */
  public static final class Plate implements ArbitrarySupplier<Area> {
    @Override
    public Arbitrary<Area> get() {
      Arbitrary<Double> place = Arbitraries.doubles().between(2, 20).ofScale(3);
      return Combinators.combine(place, place, whole(1, 6), whole(1, 6))
          .as((x, y, width, depth) -> Area.rectangle(x, y, x + width, y + depth))
          .list()
          .ofMaxSize(4)
          .map(
              openings ->
                  openings.stream().reduce(Area.rectangle(0, 0, 25, 25), Plane::difference));
    }
  }

  /** X and Y one after the other, each a share of what is looked at. */
  public static final class Places implements ArbitrarySupplier<double[]> {
    @Override
    public Arbitrary<double[]> get() {
      return Arbitraries.doubles()
          .between(0, 1)
          .ofScale(6)
          .array(double[].class)
          .ofMinSize(2)
          .ofMaxSize(120)
          .filter(places -> places.length % 2 == 0);
    }
  }
}

package org.stratonomy.engine.divide;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.Any;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.MeshSource;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Region.Depth;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.ScopeSpot;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.strata.LayerStack;
import org.stratonomy.engine.strata.PieceLayer;
import org.stratonomy.engine.strata.PieceStack;
import org.stratonomy.engine.strata.PlacedPiece;
import org.stratonomy.engine.strata.Sections;
import org.stratonomy.engine.strata.Sections.Cavities;
import org.stratonomy.engine.strata.SizeCorrection;

class CellsProperties {
  private static final double WIDTH = 0.44;
  private static final double HEIGHT = 0.2;

  /** A plan's only piece, as far as cells need it. */
  private record Divided(Cells cells, Sections sections, PieceStack stack) {
    static Divided of(Plan plan, MeshSource meshes) {
      Resolver resolver = new Resolver(new Job(plan, ShelfReader.standard()));
      PlacedPiece placed = PlacedPiece.of(plan.pieces().getFirst(), meshes);
      PieceStack stack = LayerStack.of(plan, List.of(placed), resolver).pieces().getFirst();
      Memo memo = new Memo(1 << 26);
      Sections sections =
          new Sections(
              placed, stack, Cavities.NONE, SizeCorrection.ofLayers(stack, resolver), memo);
      Cells cells = new Cells(plan, placed, stack, sections, resolver, meshes, memo);
      return new Divided(cells, sections, stack);
    }

    PieceLayer layer(int index) {
      return stack.layers().get(index - 1);
    }
  }

  private static Region region(String id, Region.Shape shape) {
    return new Region(id, id, shape);
  }

  @Provide
  Arbitrary<List<Region.Shape>> shapes() {
    Arbitrary<Double> place = Arbitraries.doubles().between(-10, 10);
    Arbitrary<Double> size = Arbitraries.doubles().between(1, 12);
    Arbitrary<Vector> middle =
        Combinators.combine(place, place, size).as((x, y, z) -> new Vector(x, y, z / 4));
    Arbitrary<Region.Shape> box =
        Combinators.combine(middle, size, size)
            .as((at, a, b) -> new Region.Box(at, new Vector(a, b, 2)));
    Arbitrary<Region.Shape> cylinder =
        Combinators.combine(middle, size).as((at, d) -> new Region.Cylinder(at, d, 2));
    Arbitrary<Region.Shape> sphere =
        Combinators.combine(middle, size).as((at, d) -> new Region.Sphere(at, d));
    Arbitrary<Region.Shape> core =
        Combinators.combine(
                Arbitraries.integers().between(0, 4), Arbitraries.integers().between(0, 3))
            .as((walls, layers) -> new Region.Core(Depth.of(walls), Depth.of(layers)));
    return Arbitraries.oneOf(box, cylinder, sphere, core).list().ofMinSize(1).ofMaxSize(4);
  }

  @Property(tries = 40)
  void cellsShareNoPlaceAndMakeUpTheSection(
      @ForAll("shapes") List<Region.Shape> shapes,
      @ForAll(supplier = Any.Boxes.class) Mesh mesh,
      @ForAll @IntRange(min = -3, max = 3) int tenthsOut) {
    List<Region> regions = new ArrayList<>();
    List<Rule> rules = new ArrayList<>();
    for (int i = 0; i < shapes.size(); i++) {
      regions.add(region("r" + i, shapes.get(i)));
      Setting setting = i % 2 == 0 ? Setting.WALLS : Setting.FAN;
      rules.add(Shapes.region("r" + i, Map.of(setting, Value.of(3 + i))));
    }
    rules.add(
        Shapes.everywhere(
            Map.of(
                Setting.OUTLINE_OUT, Value.of(tenthsOut / 10.0),
                Setting.FIRST_LAYER_IN, Value.of(Math.abs(tenthsOut) / 10.0))));
    Plan plan = Shapes.divided(regions, rules.toArray(Rule[]::new));
    Divided divided = Divided.of(plan, Shapes.source(mesh));
    Resolver resolver = new Resolver(new Job(plan, ShelfReader.standard()));
    for (PieceLayer layer : divided.stack.layers()) {
      Area section = divided.sections.get(layer.index()).area();
      List<Cell> cells = divided.cells.of(layer);
      Area all = Area.EMPTY;
      double sum = 0;
      for (Cell cell : cells) {
        sum += cell.area().areaMm2();
        all = Plane.union(all, cell.area());
      }
      assertThat(sum).isCloseTo(section.areaMm2(), within(0.01));
      assertThat(all.areaMm2()).isCloseTo(section.areaMm2(), within(0.01));
      assertThat(Plane.difference(section, all).areaMm2()).isLessThan(0.01);
      for (int i = 0; i < cells.size(); i++) {
        for (int j = 0; j < i; j++) {
          assertThat(cells.get(i).settings().sameValues(cells.get(j).settings())).isFalse();
        }
      }
      double[] b = section.boundsMm();
      for (int k = 0; k < 20; k++) {
        double x = b[0] + (b[2] - b[0]) * (k * 7 % 20 + 0.37) / 20;
        double y = b[1] + (b[3] - b[1]) * (k * 11 % 20 + 0.41) / 20;
        Optional<ScopeSpot> spot = divided.cells.spot(layer, x, y);
        for (Cell cell : cells) {
          if (offLine(x, y, cell.area()) && cell.area().contains(x, y)) {
            assertThat(resolver.at(spot.orElseThrow()).sameValues(cell.settings())).isTrue();
          }
        }
        if (offLine(x, y, section) && !section.contains(x, y)) {
          assertThat(spot).isEmpty();
        }
      }
    }
  }

  /** Whether a place is so far from an outline that it is surely on one side of it. */
  private static boolean offLine(double x, double y, Area area) {
    double far = 0.005;
    boolean inside = area.contains(x, y);
    return Stream.of(-far, 0.0, far)
        .allMatch(
            dx ->
                Stream.of(-far, 0.0, far).allMatch(dy -> area.contains(x + dx, y + dy) == inside));
  }

  private static Divided core(Mesh mesh, Depth sideways, Depth upright) {
    Region core = region("core", new Region.Core(sideways, upright));
    Plan plan =
        Shapes.divided(
            List.of(core),
            Shapes.region("core", Map.of(Setting.FILAMENT, Value.of(2))),
            Shapes.everywhere(Map.of(Setting.LINE_WIDTH, Value.of(WIDTH))));
    return Divided.of(plan, Shapes.source(mesh));
  }

  private static double coreVolume(Divided divided) {
    return divided.stack.layers().stream()
        .mapToDouble(layer -> divided.cells.region("core", layer).areaMm2() * layer.height())
        .sum();
  }

  @Property(tries = 15)
  void theCoreOfABarIsTheBarLessItsDepths(
      @ForAll @DoubleRange(min = 8, max = 20) double x,
      @ForAll @DoubleRange(min = 8, max = 20) double y,
      @ForAll @IntRange(min = 10, max = 20) int layers,
      @ForAll @IntRange(min = 0, max = 4) int walls,
      @ForAll @IntRange(min = 0, max = 4) int skins) {
    Divided divided = core(Shapes.bar(x, y, layers * HEIGHT), Depth.of(walls), Depth.of(skins));
    double depth = 2 * walls * WIDTH;
    double expected = (x - depth) * (y - depth) * (layers - 2 * skins) * HEIGHT;
    assertThat(coreVolume(divided)).isCloseTo(expected, within(1e-3 * expected));
    assertThat(divided.cells.region("core", divided.layer(skins + 1)).isEmpty()).isFalse();
    if (skins > 0) {
      assertThat(divided.cells.region("core", divided.layer(skins)).isEmpty()).isTrue();
    }
  }

  @Property(tries = 8)
  void theCoreOfACylinderIsTheCylinderLessItsDepths(
      @ForAll @DoubleRange(min = 4, max = 12) double radius,
      @ForAll @DoubleRange(min = 0.2, max = 2) double sideways,
      @ForAll @IntRange(min = 1, max = 5) int skins) {
    Divided divided =
        core(Shapes.cylinder(radius, 4), Depth.ofMm(sideways), Depth.ofMm(skins * HEIGHT));
    double r = radius - sideways;
    double height = 4 - 2 * skins * HEIGHT;
    // The outline is exact to a hundredth of a millimetre.
    double ring = 2 * Math.PI * r * 0.01 * height;
    assertThat(coreVolume(divided)).isCloseTo(Math.PI * r * r * height, within(ring));
  }

  /** Upright a sphere's surface counts where it faces up or down, so the core is a barrel. */
  @Test
  void theCoreOfASphereFollowsItLayerByLayer() {
    Divided divided = core(Shapes.sphere(10), Depth.ofMm(1), Depth.ofMm(0.6));
    for (PieceLayer layer : divided.stack.layers()) {
      double further = Math.abs(layer.middle() - 10) + 3 * HEIGHT;
      double r = further >= 10 ? 0 : Math.sqrt(100 - further * further) - 1;
      double expected = r <= WIDTH / 2 ? 0 : Math.PI * r * r;
      assertThat(divided.cells.region("core", layer).areaMm2())
          .isCloseTo(expected, within(0.003 * expected + 0.05));
    }
  }

  @Test
  void aCoreThatIsDeeperThanThePieceIsThickIsNowhere() {
    Divided divided = core(Shapes.bar(10, 3, 2), Depth.of(4), Depth.of(1));
    assertThat(coreVolume(divided)).isZero();
  }

  @Test
  void slabsAreTheOutermostLayersOfTheCore() {
    List<Region> regions =
        List.of(
            region("core", new Region.Core(Depth.of(2), Depth.of(3))),
            region("top", new Region.Slab("core", Region.Side.TOP, 2)),
            region("both", new Region.Slab("core", Region.Side.BOTH, 1)));
    Divided divided =
        Divided.of(Shapes.divided(regions), Shapes.source(Shapes.bar(20, 20, 20 * HEIGHT)));
    assertThat(filled(divided, "core"))
        .containsExactly(4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17);
    assertThat(filled(divided, "top")).containsExactly(16, 17);
    assertThat(filled(divided, "both")).containsExactly(4, 17);
  }

  private static List<Integer> filled(Divided divided, String region) {
    return divided.stack.layers().stream()
        .filter(layer -> !divided.cells.region(region, layer).isEmpty())
        .map(PieceLayer::index)
        .toList();
  }

  @Property(tries = 10)
  void aRegionIsMovedScaledAndTurnedWithItsPiece(
      @ForAll @DoubleRange(min = -50, max = 50) double dx,
      @ForAll @DoubleRange(min = 0.5, max = 2) double scale,
      @ForAll @IntRange(min = 0, max = 3) int quarters) {
    Region box = region("box", new Region.Box(new Vector(3, 0, 2), new Vector(4, 2, 4)));
    Plan plan = Shapes.divided(List.of(box));
    Piece piece = plan.pieces().getFirst();
    Placement placement =
        new Placement(
            new Vector(125 + dx, 105, 0),
            new Vector(0, 0, 90 * quarters),
            new Vector(scale, scale, 1));
    Divided divided =
        Divided.of(
            plan.withPiece(piece.withPlacement(placement)), Shapes.source(Shapes.bar(30, 30, 4)));
    double[] b = divided.cells.region("box", divided.layer(5)).boundsMm();
    double cx = 3 * scale * Math.cos(Math.PI / 2 * quarters);
    double cy = 3 * scale * Math.sin(Math.PI / 2 * quarters);
    assertThat((b[0] + b[2]) / 2).isCloseTo(125 + dx + cx, within(1e-3));
    assertThat((b[1] + b[3]) / 2).isCloseTo(105 + cy, within(1e-3));
    assertThat(b[2] - b[0]).isCloseTo((quarters % 2 == 0 ? 4 : 2) * scale, within(1e-3));
  }

  @Test
  void whatOutlinesAddWhenTheyAreMovedOutIsTheNearestBodys() {
    Plan base = Shapes.plan(List.of());
    Piece piece =
        base.pieces()
            .getFirst()
            .withBodies(List.of(new Body("left", "Left", "l"), new Body("right", "Right", "r")));
    Scope left =
        new Scope(List.of(), List.of("left"), List.of(), List.of(), List.of(), Optional.empty());
    Rule out = Shapes.everywhere(Map.of(Setting.OUTLINE_OUT, Value.of(0.3)));
    Plan plan =
        base.withPiece(piece)
            .withRules(List.of(new Rule(left, Map.of(Setting.FILAMENT, Value.of(2))), out));
    MeshSource meshes = reference -> reference.equals("l") ? block(0, 10) : block(10, 20);
    Divided divided = Divided.of(plan, meshes);
    List<Cell> cells = divided.cells.of(divided.layer(5));
    assertThat(cells).hasSize(2);
    for (Cell cell : cells) {
      double[] b = cell.area().boundsMm();
      assertThat(b[2] - b[0]).isCloseTo(10.3, within(0.31));
      assertThat(b[3] - b[1]).isCloseTo(8.6, within(1e-3));
      assertThat(cell.settings().all().slot()).isEqualTo(b[0] < 120 ? 2 : 1);
    }
  }

  private static Mesh block(double from, double to) {
    TriangleSoup soup = new TriangleSoup(12);
    Shapes.addBar(soup, from, 0, 0, to, 8, 2);
    return MeshBuilder.build("block", soup);
  }

  @Test
  void whereBodiesOverlapTheFirstOwnsThePlace() {
    Plan base = Shapes.plan(List.of());
    Piece piece =
        base.pieces()
            .getFirst()
            .withBodies(List.of(new Body("small", "Small", "s"), new Body("large", "Large", "l")));
    Scope small =
        new Scope(List.of(), List.of("small"), List.of(), List.of(), List.of(), Optional.empty());
    Plan plan =
        base.withPiece(piece)
            .withRules(List.of(new Rule(small, Map.of(Setting.FILAMENT, Value.of(2)))));
    MeshSource meshes =
        reference -> reference.equals("s") ? Shapes.bar(6, 6, 2) : Shapes.bar(10, 10, 2);
    Divided divided = Divided.of(plan, meshes);
    List<Cell> cells = divided.cells.of(divided.layer(5));
    assertThat(cells).hasSize(2);
    assertThat(cells.get(0).settings().all().slot()).isEqualTo(2);
    assertThat(cells.get(0).area().areaMm2()).isCloseTo(36, within(1e-3));
    assertThat(cells.get(1).area().areaMm2()).isCloseTo(64, within(1e-3));
  }

  @Test
  void layersAreCountedFromTheBedOrFromTheStartOfAStratum() {
    Scope first =
        new Scope(
            List.of(),
            List.of(),
            List.of("s2"),
            List.of(),
            List.of(),
            Optional.of(new Scope.Layers(Scope.Layers.From.STRATUM, 1, 2)));
    Scope above =
        new Scope(
            List.of(),
            List.of(),
            List.of(),
            List.of(),
            List.of(),
            Optional.of(new Scope.Layers(Scope.Layers.From.PIECE, 9, Scope.Layers.OPEN)));
    Plan plan =
        Shapes.plan(
            List.of(1.0),
            new Rule(first, Map.of(Setting.FAN, Value.of(10))),
            new Rule(above, Map.of(Setting.FAN, Value.of(20))),
            Shapes.everywhere(Map.of(Setting.FAN, Value.of(30))));
    Divided divided = Divided.of(plan, Shapes.source(Shapes.bar(10, 10, 2)));
    List<Double> fans =
        divided.stack.layers().stream()
            .map(layer -> divided.cells.of(layer).getFirst().settings().all().number(Setting.FAN))
            .toList();
    assertThat(fans).containsExactly(30.0, 30.0, 30.0, 30.0, 30.0, 10.0, 10.0, 30.0, 20.0, 20.0);
  }
}

package org.stratonomy.engine.place;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.document.ShelfFormat;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.edit.Alignment;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshSource;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.PlanChecker;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Strata;
import org.stratonomy.engine.plan.Triangles;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.strata.PlacedPiece;

class PlacerTest {
  private static final Offset<Double> EXACT = within(1e-4);
  private static final Machine MACHINE = ShelfReader.standard().machine("workshop-one");

  private static final Machine ROUND =
      ShelfFormat.machine(
          ShelfFormat.write(MACHINE)
              .put("bedShape", "round")
              .put("parkX", MACHINE.bedX() / 2)
              .put("parkY", MACHINE.bedY() / 2));

  private static final Map<String, Mesh> MESHES =
      Map.of("small", Shapes.bar(10, 20, 5), "large", Shapes.bar(40, 30, 20));
  private static final MeshSource SOURCE = MESHES::get;

  private static Piece piece(String id, String mesh, double x, double y) {
    return new Piece(
        id, id, List.of(new Body("body", "Body", mesh)), Placement.at(x, y), List.of());
  }

  private static Plan plan(Piece... pieces) {
    return Shapes.plan(List.of()).withPieces(List.of(pieces));
  }

  private static PlacedPiece placed(Plan plan, String id) {
    return PlacedPiece.of(plan.piece(id).orElseThrow(), SOURCE);
  }

  private static double gap(Bounds a, Bounds b) {
    double x = Math.max(a.minX() - b.maxX(), b.minX() - a.maxX());
    double y = Math.max(a.minY() - b.maxY(), b.minY() - a.maxY());
    return Math.max(x, y);
  }

  @Property(tries = 60)
  void arrangedPiecesLieOnTheBedAndApart(
      @ForAll @Size(min = 2, max = 7) List<@DoubleRange(min = -40, max = 300) Double> xs,
      @ForAll @DoubleRange(min = 0, max = 12) double spacing,
      @ForAll boolean round) {
    Machine machine = round ? ROUND : MACHINE;
    List<Piece> pieces = new ArrayList<>();
    for (int i = 0; i < xs.size(); i++) {
      pieces.add(piece("p" + i, i % 3 == 0 ? "large" : "small", xs.get(i), 100 + 3 * i));
    }
    Plan plan = plan(pieces.toArray(Piece[]::new));
    Plan arranged = new Placer(plan, SOURCE).arrange(spacing, machine);
    for (int i = 0; i < pieces.size(); i++) {
      Bounds b = placed(arranged, "p" + i).bounds();
      assertThat(machine.hasOnBed(b, -1e-3)).isTrue();
      for (int j = 0; j < i; j++) {
        assertThat(gap(b, placed(arranged, "p" + j).bounds())).isGreaterThan(spacing - 1e-3);
      }
    }
    assertThat(new Placer(arranged, SOURCE).arrange(spacing, machine)).isEqualTo(arranged);
  }

  @Test
  void whatIsFixedOrInNobodysWayStays() {
    Piece fixed = piece("fixed", "large", 100, 100);
    Plan plan =
        plan(
            new Piece(
                "fixed",
                "fixed",
                fixed.bodies(),
                fixed.placement(),
                Strata.UNDIVIDED,
                List.of(),
                true),
            piece("alone", "small", 200, 180),
            piece("in the way", "large", 110, 100));
    Plan arranged = new Placer(plan, SOURCE).arrange(5, MACHINE);
    assertThat(arranged.piece("fixed")).isEqualTo(plan.piece("fixed"));
    assertThat(arranged.piece("alone")).isEqualTo(plan.piece("alone"));
    // 30 deep and 5 between: the nearest free place is straight along Y, 35 away.
    Vector to = arranged.piece("in the way").orElseThrow().placement().position();
    assertThat(to.x()).isCloseTo(110, EXACT);
    assertThat(Math.abs(to.y() - 100)).isCloseTo(35, EXACT);
  }

  @Test
  void whatDoesNotFitIsNamed() {
    List<Piece> pieces = new ArrayList<>();
    for (int i = 0; i < 50; i++) {
      pieces.add(piece("p" + i, "large", 100, 100));
    }
    Placer placer = new Placer(plan(pieces.toArray(Piece[]::new)), SOURCE);
    assertThatThrownBy(() -> placer.arrange(5, MACHINE))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("no room for the 50 pieces");
  }

  @Test
  void whatStandsInTheMiddleMakesRoomWhereNothingElseHelps() {
    // 40 wide, with 50 between and to the edges of 250 mm: none may stand in the middle.
    Plan plan = plan(piece("a", "large", 125, 105), piece("b", "large", 200, 105));
    Plan arranged = new Placer(plan, SOURCE).arrange(50, MACHINE);
    Bounds a = placed(arranged, "a").bounds();
    assertThat(gap(a, placed(arranged, "b").bounds())).isGreaterThan(50 - 1e-3);
    assertThat(a.minX()).isGreaterThan(0);
  }

  @Test
  void piecesAreAlignedByMiddlesSidesAndOrigins() {
    Plan plan = plan(piece("a", "small", 50, 60), piece("b", "large", 150, 100));
    Placer placer = new Placer(plan, SOURCE);
    Bounds b = placed(plan, "b").bounds();
    assertThat(placed(placer.align("a", "b", 0, Alignment.LOW), "a").bounds().minX())
        .isCloseTo(b.minX(), EXACT);
    assertThat(placed(placer.align("a", "b", 1, Alignment.HIGH), "a").bounds().maxY())
        .isCloseTo(b.maxY(), EXACT);
    assertThat(placed(placer.align("a", "b", 2, Alignment.AFTER), "a").bounds().minZ())
        .isCloseTo(b.maxZ(), EXACT);
    assertThat(placed(placer.align("a", "b", 0, Alignment.BEFORE), "a").bounds().maxX())
        .isCloseTo(b.minX(), EXACT);
    Bounds middle = placed(placer.align("a", "b", 0, Alignment.MIDDLE), "a").bounds();
    assertThat(middle.minX() + middle.maxX()).isCloseTo(b.minX() + b.maxX(), EXACT);
    Plan origin = placer.align("a", "b", 1, Alignment.ORIGIN);
    assertThat(placed(origin, "a").machine(Vector.ZERO).y())
        .isCloseTo(placed(origin, "b").machine(Vector.ZERO).y(), EXACT);
  }

  @Property(tries = 100)
  void theChosenFaceComesToLieOnTheBed(
      @ForAll @IntRange(min = 0, max = 5) int face,
      @ForAll @DoubleRange(min = -180, max = 180) double x,
      @ForAll @DoubleRange(min = -180, max = 180) double y,
      @ForAll @DoubleRange(min = -180, max = 180) double z) {
    Piece turned = piece("a", "large", 100, 100);
    Placement at = new Placement(new Vector(100, 100, 0), new Vector(x, y, z), new Vector(1, 1, 1));
    Plan plan = plan(turned.withPlacement(at));
    PlacedPiece before = placed(plan, "a");
    double sign = face % 2 == 0 ? 1 : -1;
    Vector inModel =
        new Vector(face / 2 == 0 ? sign : 0, face / 2 == 1 ? sign : 0, face / 2 == 2 ? sign : 0);
    Vector normal = before.machine(inModel).minus(before.machine(Vector.ZERO));
    PlacedPiece after = placed(new Placer(plan, SOURCE).layDown("a", normal), "a");
    double[] sizes = {40, 30, 20};
    assertThat(after.bounds().sizeZ()).isCloseTo(sizes[face / 2], within(1e-3));
    assertThat(after.bounds().minZ()).isCloseTo(0, EXACT);
    Vector down = after.machine(inModel).minus(after.machine(Vector.ZERO));
    assertThat(down.z()).isCloseTo(-1, EXACT);
  }

  private static Plan twoBodies(Placement at) {
    Piece piece =
        new Piece(
            "pair",
            "Pair",
            List.of(new Body("one", "One", "large"), new Body("two", "Two", "small")),
            at,
            List.of(2.0),
            List.of(
                new Region("box", "Box", new Region.Box(Vector.ZERO, new Vector(2, 2, 2))),
                new Region(
                    "patch",
                    "Patch",
                    new Region.Patch(
                        "two", new Triangles("0-1"), Region.Depth.of(1), Region.Depth.of(1)))));
    Rule ofBody =
        new Rule(
            new Scope(
                List.of("pair"), List.of("two"), List.of(), List.of(), List.of(), Optional.empty()),
            Map.of(Setting.FILAMENT, Value.of(2)));
    Rule ofPatch =
        new Rule(
            new Scope(
                List.of("pair"),
                List.of(),
                List.of(),
                List.of("patch"),
                List.of(),
                Optional.empty()),
            Map.of(Setting.WALLS, Value.of(5)));
    Plan plan = plan(piece, piece("other", "large", 60, 150));
    return plan.withRules(List.of(ofPatch, ofBody));
  }

  private static final Placement TURNED =
      new Placement(new Vector(150, 100, 1), new Vector(0, 0, 30), new Vector(1, 2, 1.5));

  @Test
  void aBodyThatBecomesAPieceStaysWhereItStandsAndKeepsItsRules() {
    Plan plan = twoBodies(TURNED);
    Plan moved = new Placer(plan, SOURCE).moveBody("pair", "two", "");
    PlacedPiece before = placed(plan, "pair");
    assertThat(placed(moved, "two").vertices(0)).containsExactly(before.vertices(1), EXACT);
    assertThat(placed(moved, "pair").vertices(0)).containsExactly(before.vertices(0), EXACT);
    assertThat(moved.piece("two").orElseThrow().regions())
        .extracting(Region::id)
        .containsExactly("patch");
    assertThat(moved.rules()).allMatch(rule -> rule.where().pieces().equals(List.of("two")));
    assertThat(moved.rules().getFirst().where().regions()).containsExactly("patch");
    assertThat(new Placer(moved, SOURCE).join("pair", "other").pieces()).hasSize(2);
  }

  @Test
  void aBodyThatGoesIntoAnotherPieceStaysWhereItStands() {
    Plan plan = twoBodies(Placement.at(150, 100));
    Plan moved = new Placer(plan, SOURCE).moveBody("pair", "two", "other");
    PlacedPiece before = placed(plan, "pair");
    PlacedPiece other = placed(plan, "other");
    assertThat(placed(moved, "other").vertices(1)).containsExactly(before.vertices(1), EXACT);
    assertThat(placed(moved, "other").vertices(0)).containsExactly(other.vertices(0), EXACT);
    assertThat(moved.piece("pair").orElseThrow().bodies()).hasSize(1);
    assertThatThrownBy(() -> new Placer(moved, SOURCE).moveBody("pair", "one", ""))
        .hasMessageContaining("only body");
  }

  @Test
  void rulesForSeveralBodiesAreDividedWhenOneOfThemGoes() {
    Scope both =
        new Scope(
            List.of("pair"),
            List.of("one", "two"),
            List.of(),
            List.of(),
            List.of(),
            Optional.empty());
    Plan plan = twoBodies(TURNED);
    Piece other = plan.piece("other").orElseThrow();
    // The other piece has a body of the same name, so that the moved one is renamed.
    plan =
        plan.withPiece(other.withBodies(List.of(new Body("two", "Two", "large"))))
            .withRules(List.of(new Rule(both, Map.of(Setting.FILAMENT, Value.of(2)))));
    Plan moved = new Placer(plan, SOURCE).moveBody("pair", "two", "other");
    assertThat(moved.rules())
        .extracting(rule -> rule.where().bodies())
        .containsExactly(List.of("one"), List.of("two-2"));
    assertThat(moved.rules())
        .extracting(rule -> rule.where().pieces())
        .containsExactly(List.of("pair"), List.of("other"));
    PlanChecker.check(new Job(moved, ShelfReader.standard()));
  }

  @Test
  void shiftingABodyLeavesTheOthersAndTheRegionsWhereTheyStand() {
    Plan plan = twoBodies(TURNED);
    Plan moved = new Placer(plan, SOURCE).alignBody("pair", "two", "one", 0, Alignment.AFTER);
    PlacedPiece before = placed(plan, "pair");
    PlacedPiece after = placed(moved, "pair");
    assertThat(after.vertices(0)).containsExactly(before.vertices(0), EXACT);
    Body two = after.piece().bodies().getLast();
    assertThat(PlacedPiece.model(two, SOURCE).minX()).isCloseTo(40, EXACT);
    Region.Box was = (Region.Box) before.piece().region("box").orElseThrow().shape();
    Region.Box is = (Region.Box) after.piece().region("box").orElseThrow().shape();
    Vector wasAt = before.machine(before.origin().plus(was.middle()));
    Vector isAt = after.machine(after.origin().plus(is.middle()));
    assertThat(isAt.x()).isCloseTo(wasAt.x(), EXACT);
    assertThat(isAt.y()).isCloseTo(wasAt.y(), EXACT);
    assertThat(isAt.z()).isCloseTo(wasAt.z(), EXACT);
  }

  @Test
  void aSeparatedPieceIsOnePieceForEachBody() {
    Plan separated = new Placer(twoBodies(TURNED), SOURCE).separate("pair");
    assertThat(separated.pieces()).extracting(Piece::id).containsExactly("pair", "other", "two");
    assertThat(separated.pieces()).allMatch(piece -> piece.bodies().size() == 1);
  }

  @Test
  void aMeshRegionIsAlignedWithItsPiece() {
    Piece piece = piece("a", "large", 100, 100);
    Region region = new Region("r", "R", new Region.Solid("small", new Vector(70, 0, -3)));
    Plan plan = plan(piece.withRegions(List.of(region)));
    Plan aligned = new Placer(plan, SOURCE).alignRegion("a", "r", 0, Alignment.MIDDLE);
    aligned = new Placer(aligned, SOURCE).alignRegion("a", "r", 2, Alignment.HIGH);
    Region.Solid is = (Region.Solid) aligned.piece("a").orElseThrow().regions().getFirst().shape();
    assertThat(is.shift()).isEqualTo(new Vector(15, 0, 15));
    Plan back = new Placer(aligned, SOURCE).alignRegion("a", "r", 0, Alignment.ORIGIN);
    is = (Region.Solid) back.piece("a").orElseThrow().regions().getFirst().shape();
    assertThat(is.shift().x()).isZero();
    Placer placer = new Placer(plan(piece), SOURCE);
    assertThatThrownBy(() -> placer.alignRegion("a", "r", 0, Alignment.LOW))
        .isInstanceOf(Problem.class);
  }
}

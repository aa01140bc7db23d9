package org.stratonomy.engine.edit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.PlanChecker;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Region.Depth;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plan.Strata;
import org.stratonomy.engine.plan.Triangles;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.ScopeSpot;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.CieLab;

/** Regions, bodies and pieces are added, divided and removed, and rules go with them. */
class PartEditorsTest {
  private static final Scope WHOLE = new Scope(List.of("piece"), List.of());
  private static final Vector SIZE = new Vector(20, 10, 5);
  private static final Map<Setting, Value> SECOND = Map.of(Setting.FILAMENT, Value.of(2));

  private static Scope bodies(String... ids) {
    return new Scope(List.of(), List.of(ids), List.of(), List.of(), List.of(), Optional.empty());
  }

  private static Piece only(Plan plan) {
    return plan.pieces().getFirst();
  }

  @ParameterizedTest
  @EnumSource(RegionEditor.Kind.class)
  void aNewRegionHasANameOfItsOwnAndIsPossible(RegionEditor.Kind kind) {
    Plan plan = new RegionEditor(Shapes.plan(List.of()), "piece").add(RegionEditor.Kind.CORE, SIZE);
    plan = new RegionEditor(plan, "piece").add(kind, SIZE);
    plan = new RegionEditor(plan, "piece").add(kind, SIZE);
    List<String> names = only(plan).regions().stream().map(Region::name).toList();
    assertThat(names).hasSize(3).doesNotHaveDuplicates();
    PlanChecker.check(new Job(plan, ShelfReader.standard()));
  }

  @Test
  void aSlabNeedsACore() {
    RegionEditor editor = new RegionEditor(Shapes.plan(List.of()), "piece");
    assertThatThrownBy(() -> editor.add(RegionEditor.Kind.SLAB, SIZE))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("core");
  }

  @Test
  void withACoreGoItsSlabsAndTheRulesThatHoldForNothingElse() {
    List<Region> regions =
        List.of(
            new Region("core", "Core", new Region.Core(Depth.of(2), Depth.of(3))),
            new Region("slab", "Slab", new Region.Slab("core", Region.Side.TOP, 2)),
            new Region("ball", "Ball", new Region.Sphere(new Vector(0, 0, 2), 3)));
    Scope both =
        new Scope(
            List.of(), List.of(), List.of(), List.of("slab", "ball"), List.of(), Optional.empty());
    Plan plan =
        Shapes.divided(
            regions,
            Shapes.region("core", SECOND),
            new Rule(both, SECOND),
            Shapes.everywhere(Map.of(Setting.WALLS, Value.of(3))));
    Plan without = new RegionEditor(plan, "piece").remove("core");
    assertThat(only(without).regions()).extracting(Region::id).containsExactly("ball");
    assertThat(without.rules()).hasSize(2);
    assertThat(without.rules().getFirst().where().regions()).containsExactly("ball");
  }

  @Test
  void rulesForABodyHoldForAllThatItIsSplitInto() {
    Plan plan = Shapes.plan(List.of(), new Rule(bodies("body"), SECOND));
    Plan split =
        new BodyEditor(plan, "piece").split("body", (mesh, name) -> List.of("a", "b", "c"));
    assertThat(only(split).bodies())
        .extracting(Body::id)
        .containsExactly("body-1", "body-2", "body-3");
    assertThat(only(split).bodies()).extracting(Body::mesh).containsExactly("a", "b", "c");
    assertThat(split.rules().getFirst().where().bodies())
        .containsExactly("body-1", "body-2", "body-3");
    assertThatThrownBy(
            () -> new BodyEditor(plan, "piece").split("body", (mesh, name) -> List.of("a")))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("one shell");
  }

  @Test
  void filamentsTakeTurnsAlongAChainWhateverTheOrderOfItsLinks() {
    List<Integer> places = List.of(3, 0, 4, 1, 2);
    List<Body> links = new ArrayList<>();
    List<Vector> middles = new ArrayList<>();
    for (int at : places) {
      links.add(new Body("link" + at, "Link", "mesh" + at));
      middles.add(new Vector(10 * at, at % 2, 0));
    }
    Plan plan = Shapes.plan(List.of());
    plan = plan.withPiece(only(plan).withBodies(links));
    Plan turned = new BodyEditor(plan, "piece").alternate(middles, List.of(1, 2));
    Resolver resolver = new Resolver(new Job(turned, ShelfReader.standard()));
    List<Integer> slots = new ArrayList<>();
    for (int at = 0; at < 5; at++) {
      ScopeSpot spot = new ScopeSpot("piece", "link" + at, "s1", Set.of(), 1, 1, "s1");
      slots.add(resolver.at(spot).all().slot());
    }
    assertThat(slots).isIn(List.of(1, 2, 1, 2, 1), List.of(2, 1, 2, 1, 2));
  }

  @Test
  void coloursOfAFileBecomeTheFilamentsThatLookMostLikeThem() {
    Plan plan = Shapes.plan(List.of());
    List<Body> two = List.of(new Body("a", "A", "m"), new Body("b", "B", "n"));
    plan = plan.withPiece(only(plan).withBodies(two));
    List<String> slots = List.of("#ece7da", "#c0392f", "#24618e");
    Plan coloured =
        new BodyEditor(plan, "piece")
            .coloured(List.of(Optional.of("#0000ff"), Optional.empty()), slots);
    assertThat(coloured.rules()).hasSize(1);
    assertThat(coloured.rules().getFirst().where().bodies()).containsExactly("a");
    assertThat(coloured.rules().getFirst().set()).containsEntry(Setting.FILAMENT, Value.of(3));
  }

  @Test
  void whatTheEyeSeesAsEqualIsNear() {
    assertThat(CieLab.of("#ffffff").l()).isBetween(99.99, 100.01);
    assertThat(CieLab.of("#000000").l()).isBetween(-0.01, 0.01);
    assertThat(CieLab.of("#808080").distance(CieLab.of("#828282"))).isLessThan(1);
    // The published difference of sRGB red and green.
    assertThat(CieLab.of("#ff0000").distance(CieLab.of("#00ff00"))).isBetween(170.0, 171.0);
  }

  @Test
  void boundariesGoWithAPieceThatIsMovedOrScaled() {
    Plan plan = Shapes.plan(List.of(1.0, 2.5));
    Placement moved =
        new Placement(new Vector(50, 50, 3), new Vector(0, 0, 90), new Vector(1, 1, 2));
    assertThat(only(new PieceEditor(plan, "piece").place(moved)).boundaries())
        .containsExactly(5.0, 8.0);
    Placement mirrored =
        new Placement(new Vector(50, 50, 0), new Vector(0, 0, 0), new Vector(-1, 1, 1));
    assertThat(only(new PieceEditor(plan, "piece").place(mirrored)).boundaries())
        .containsExactly(1.0, 2.5);
  }

  @Test
  void aCopyFollowsTheRulesOfItsOriginalAndARemovedPieceTakesItsOwnAlong() {
    Scope here = new Scope(List.of("piece"), List.of("s1"));
    Plan plan = Shapes.plan(List.of(1.0), new Rule(here, SECOND), Shapes.everywhere(SECOND));
    Plan copied = new PieceEditor(plan, "piece").copy(30);
    assertThat(copied.pieces()).extracting(Piece::id).containsExactly("piece", "piece-2");
    assertThat(copied.pieces().getLast().placement().position().x()).isEqualTo(155);
    assertThat(copied.rules().getFirst().where().pieces()).containsExactly("piece", "piece-2");
    Plan left = new PieceEditor(copied, "piece-2").remove();
    assertThat(left).isEqualTo(plan);
    Plan other =
        new PieceEditor(
                copied.withRules(List.of(new Rule(new Scope(List.of("piece"), List.of()), SECOND))),
                "piece")
            .remove();
    assertThat(other.rules()).isEmpty();
    assertThatThrownBy(() -> new PieceEditor(plan, "piece").remove())
        .isInstanceOf(Problem.class)
        .hasMessageContaining("only one");
  }

  @Test
  void aJoinedPieceKeepsItsRulesAsABody() {
    Plan copied = new PieceEditor(Shapes.plan(List.of()), "piece").copy(30);
    Scope both = new Scope(List.of("piece", "piece-2"), List.of());
    Scope second = new Scope(List.of("piece-2"), List.of());
    Plan plan = copied.withRules(List.of(new Rule(both, SECOND), new Rule(second, SECOND)));
    Plan joined = new PieceEditor(plan, "piece").join("piece-2");
    assertThat(joined.pieces()).hasSize(1);
    assertThat(only(joined).bodies()).extracting(Body::id).containsExactly("body", "body-2");
    assertThat(joined.rules())
        .extracting(rule -> rule.where().bodies())
        .containsExactly(List.of(), List.of("body-2"), List.of("body-2"));
    assertThat(joined.rules()).allMatch(rule -> rule.where().pieces().equals(List.of("piece")));
    Plan divided = copied.withPiece(copied.pieces().getLast().withStrata(Strata.of(List.of(1.0))));
    assertThatThrownBy(() -> new PieceEditor(divided, "piece").join("piece-2"))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("divided already");
  }

  @Test
  void whatIsSetForAPieceLeavesTheRulesForItsPartsOnTop() {
    Scope core = WHOLE.withRegions(List.of("core"));
    Rule ofCore = new Rule(core, SECOND).withId("of core");
    Rule ofStratum =
        new Rule(new Scope(List.of("piece"), List.of("s2")), SECOND).withId("of stratum");
    Plan plan = Shapes.plan(List.of(1.0), ofCore, ofStratum, new Rule(Scope.EVERYWHERE, SECOND));
    Plan set = RuleEditor.set(plan, WHOLE, Setting.FILAMENT, Value.of(1));
    assertThat(set.rules().subList(0, 2)).containsExactly(ofCore, ofStratum);
    Resolver resolver = new Resolver(new Job(set, ShelfReader.standard()));
    assertThat(resolver.stratum("piece", 1).slot()).isOne();
    assertThat(resolver.stratum("piece", 2).slot()).isEqualTo(2);
    Plan again = RuleEditor.set(set, WHOLE, Setting.FILAMENT, Value.of(2));
    assertThat(again.rules()).hasSameSizeAs(set.rules());
    assertThat(new Resolver(new Job(again, ShelfReader.standard())).stratum("piece", 1).slot())
        .isEqualTo(2);
  }

  @Test
  void aRuleForAPlaceThatOverlapsIsOvertaken() {
    Rule both = new Rule(new Scope(List.of("piece"), List.of("s1", "s2")), SECOND).withId("both");
    Plan set =
        RuleEditor.set(
            Shapes.plan(List.of(1.0, 2.0), both),
            new Scope(List.of("piece"), List.of("s2", "s3")),
            Setting.FILAMENT,
            Value.of(1));
    assertThat(set.rules().getLast()).isEqualTo(both);
    assertThat(new Resolver(new Job(set, ShelfReader.standard())).stratum("piece", 2).slot())
        .isOne();
  }

  @Test
  void aRuleThatIsSwitchedOffCountsForNothing() {
    Rule off = new Rule("off", Scope.EVERYWHERE, SECOND, false, "");
    Plan plan = Shapes.plan(List.of(), off);
    Resolver resolver = new Resolver(new Job(plan, ShelfReader.standard()));
    assertThat(resolver.stratum("piece", 1).slot()).isEqualTo(1);
    Plan set = RuleEditor.set(plan, Scope.EVERYWHERE, Setting.FILAMENT, Value.of(2));
    assertThat(new Resolver(new Job(set, ShelfReader.standard())).stratum("piece", 1).slot())
        .isEqualTo(2);
    assertThat(set.rules()).contains(off);
  }

  @ParameterizedTest
  @org.junit.jupiter.params.provider.MethodSource("impossible")
  void impossibleRegionsAreRefusedByName(Region.Shape shape, String reason) {
    Plan plan = Shapes.divided(List.of(new Region("r", "R", shape)));
    assertThatThrownBy(() -> PlanChecker.check(new Job(plan, ShelfReader.standard())))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("region 'r'")
        .hasMessageContaining(reason);
  }

  static List<Object[]> impossible() {
    Vector zero = new Vector(0, 0, 0);
    return List.of(
        new Object[] {new Region.Box(zero, new Vector(1, 0, 1)), "size of 0"},
        new Object[] {new Region.Sphere(zero, Double.NaN), "diameter of NaN"},
        new Object[] {new Region.Cylinder(new Vector(1e9, 0, 0), 1, 1), "away"},
        new Object[] {new Region.Core(new Depth(1.5, false), Depth.of(1)), "depth of 1.5 walls"},
        new Object[] {new Region.Core(Depth.of(1), Depth.ofMm(-1)), "depth of -1 mm"},
        new Object[] {new Region.Slab("core", Region.Side.BOTH, 2), "no core"});
  }

  @Test
  void aRuleThatNamesWhatIsNotThereIsRefused() {
    Plan body = Shapes.plan(List.of(), new Rule(bodies("lid"), SECOND));
    assertThatThrownBy(() -> PlanChecker.check(new Job(body, ShelfReader.standard())))
        .hasMessageContaining("'lid'");
    Plan region = Shapes.plan(List.of(), Shapes.region("core", SECOND));
    assertThatThrownBy(() -> PlanChecker.check(new Job(region, ShelfReader.standard())))
        .hasMessageContaining("'core'");
  }

  @Test
  void coloursOfTrianglesBecomePatchesOfTheFilamentsThatLookMostLikeThem() {
    BitSet red = new BitSet();
    red.set(2, 5);
    BitSet white = new BitSet();
    white.set(7);
    Plan painted =
        new BodyEditor(Shapes.plan(List.of()), "piece")
            .painted(
                "body",
                Optional.of("#f0f0e8"),
                Map.of("#c02020", red, "#ffffff", white),
                List.of("#ece7da", "#c4372c"),
                List.of("Chalk", "Buoy Red"));
    Region patch = only(painted).regions().getFirst();
    assertThat(only(painted).regions()).hasSize(1);
    assertThat(patch.name()).isEqualTo("Buoy Red");
    assertThat(((Region.Patch) patch.shape()).triangles()).isEqualTo(new Triangles("2-4"));
    Resolver resolver = new Resolver(new Job(painted, ShelfReader.standard()));
    ScopeSpot spot = new ScopeSpot("piece", "body", "s1", Set.of(patch.id()), 1, 1, "s1");
    assertThat(resolver.at(spot).all().slot()).isEqualTo(2);
  }
}

package org.stratonomy.engine.check;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.Planner;
import org.stratonomy.engine.Progress;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Region.Depth;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.plan.Triangles;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;

class ChecksTest {
  private static List<Finding> findings(Plan plan, Mesh mesh) {
    try (Planner planner = new Planner(1 << 24, 1)) {
      PlanResult result = planner.compute(Shapes.job(plan), Shapes.source(mesh), Progress.NONE);
      return result.findings();
    }
  }

  private static Optional<Finding> finding(Plan plan, Mesh mesh, String kind) {
    return findings(plan, mesh).stream().filter(f -> f.id().startsWith(kind)).findFirst();
  }

  private static Plan at(Vector position) {
    Plan plan = Shapes.plan(List.of());
    Piece piece = plan.pieces().getFirst();
    return plan.withPiece(piece.withPlacement(piece.placement().withPosition(position)));
  }

  /** The remedy must make the finding go away. */
  private static void mends(Finding finding, Mesh mesh, String kind) {
    assertThat(finding.remedies()).isNotEmpty();
    for (Finding.Remedy remedy : finding.remedies()) {
      assertThat(finding(remedy.plan(), mesh, kind)).as(remedy.label()).isEmpty();
    }
  }

  @Test
  void aSoundPlanHasNoFindings() {
    assertThat(findings(Shapes.plan(List.of(2.0)), Shapes.bar(20, 20, 5))).isEmpty();
  }

  @Test
  void aPieceOffTheBedCanBeMovedOntoIt() {
    Mesh bar = Shapes.bar(20, 20, 2);
    Finding off = finding(at(new Vector(5, 100, 0)), bar, "off-bed").orElseThrow();
    assertThat(off.severity()).isEqualTo(Finding.Severity.ERROR);
    mends(off, bar, "off-bed");
    assertThat(finding(off.remedies().getFirst().plan(), bar, "skirt")).isEmpty();
  }

  @Test
  void aWarningCanBeAcceptedAndAnErrorCannot() {
    Mesh bar = Shapes.bar(20, 20, 2);
    Plan floating = at(new Vector(100, 100, 3));
    Plan off = at(new Vector(5, 100, 0));
    for (Plan plan : List.of(floating, off)) {
      Plan accepting =
          plan.withAccepted(
              List.of(
                  new Plan.Accepted("floating:piece", "on purpose"),
                  new Plan.Accepted("off-bed:piece", "never mind")));
      PlanResult result = Shapes.compute(accepting, bar);
      assertThat(result.findings()).isNotEmpty();
      for (Finding finding : result.findings()) {
        assertThat(result.accepted(finding))
            .isEqualTo(
                finding.id().startsWith("floating") ? Optional.of("on purpose") : Optional.empty());
      }
    }
  }

  @Test
  void aPieceInTheAirCanBePutDown() {
    Mesh bar = Shapes.bar(20, 20, 2);
    mends(finding(at(new Vector(100, 100, 3)), bar, "floating").orElseThrow(), bar, "floating");
  }

  @Test
  void aModelInInchesOrMetresIsOfferedScaling() {
    Mesh inches = Shapes.bar(2, 1, 0.5);
    Finding unit = finding(Shapes.plan(List.of()), inches, "unit").orElseThrow();
    assertThat(unit.remedies()).extracting(Finding.Remedy::label).contains("From inches: 50.8 mm");
    mends(unit, inches, "unit");
    Mesh metres = Shapes.bar(0.15, 0.1, 0.12);
    Finding metre = finding(Shapes.plan(List.of()), metres, "unit").orElseThrow();
    assertThat(metre.remedies())
        .extracting(Finding.Remedy::label)
        .contains("From metres: 150.0 mm");
  }

  @Test
  void aModelInMetresThinnerThanALayerIsNotRefusedButOfferedScaling() {
    Mesh metres = Shapes.bar(0.12, 0.1, 0.05);
    assertThat(finding(Shapes.plan(List.of()), metres, "too-thin")).isPresent();
    Finding unit = finding(Shapes.plan(List.of()), metres, "unit").orElseThrow();
    assertThat(unit.remedies().getLast().label()).isEqualTo("From metres: 120.0 mm");
    assertThat(finding(unit.remedies().getLast().plan(), metres, "too-thin")).isEmpty();
  }

  @Test
  void aSkirtWithoutRoomCanBeLeftOut() {
    Mesh bar = Shapes.bar(20, 20, 2);
    mends(finding(at(new Vector(13, 100, 0)), bar, "skirt").orElseThrow(), bar, "skirt");
    assertThat(finding(at(new Vector(20, 100, 0)), bar, "skirt")).isEmpty();
  }

  @Test
  void aPieceTooHighCanBeScaled() {
    Mesh tower = Shapes.bar(20, 20, 230);
    mends(finding(Shapes.plan(List.of()), tower, "too-high").orElseThrow(), tower, "too-high");
  }

  @Test
  void outlinesThatAreWidenedCountWhereTheBedEnds() {
    Mesh bar = Shapes.bar(20, 20, 2);
    Map<Setting, Value> bare = Map.of(Setting.SKIRT_LINES, Value.of(0));
    Map<Setting, Value> wide =
        Map.of(Setting.SKIRT_LINES, Value.of(0), Setting.OUTLINE_OUT, Value.of(0.5));
    Placement atEdge = Placement.at(10.2, 100);
    Plan plan = Shapes.plan(List.of(), Shapes.everywhere(bare));
    plan = plan.withPiece(plan.pieces().getFirst().withPlacement(atEdge));
    assertThat(finding(plan, bar, "off-bed")).isEmpty();
    Plan widened = plan.withRules(List.of(Shapes.everywhere(wide)));
    Finding off = finding(widened, bar, "off-bed").orElseThrow();
    assertThat(off.reason()).contains("X -0.3 to 20.7");
    mends(off, bar, "off-bed");
    assertThat(finding(widened, bar, "skirt")).isEmpty();
  }

  @Test
  void aBrimNearTheEdgeOfTheBedIsSaidAndCanBeLeftOut() {
    Plan plan =
        Shapes.plan(
            List.of(),
            Shapes.everywhere(
                Map.of(Setting.BRIM_LINES, Value.of(20), Setting.SKIRT_LINES, Value.of(0))));
    plan = plan.withPiece(plan.pieces().getFirst().withPlacement(Placement.at(15, 15)));
    Mesh bar = Shapes.bar(20, 20, 2);
    Finding finding = finding(plan, bar, "skirt-off-bed").orElseThrow();
    assertThat(finding.title()).contains("brim");
    Plan mended = finding.remedies().getFirst().plan();
    assertThat(finding(mended, bar, "skirt-off-bed")).isEmpty();
  }

  @Test
  void anInterfaceOfAnotherFilamentMeansChangesWithinLayers() {
    TriangleSoup soup = new TriangleSoup(24);
    Shapes.addBar(soup, 0, 0, 0, 8, 12, 6);
    Shapes.addBar(soup, 0, 0, 4, 30, 12, 6);
    Mesh gallows = MeshBuilder.build("gallows", soup);
    Plan plan =
        Shapes.plan(
            List.of(),
            Shapes.everywhere(
                Map.of(
                    Setting.SUPPORT,
                    Value.of("everywhere"),
                    Setting.INTERFACE_FILAMENT,
                    Value.of(2))));
    assertThat(finding(plan, gallows, "mixed-layers").orElseThrow().title()).contains("2 layers");
  }

  @Test
  void anOpenMeshIsSaid() {
    assertThat(finding(Shapes.plan(List.of()), Shapes.openBar(20, 20, 5), "open-mesh")).isPresent();
  }

  @Test
  void rulesAndStopsWithoutEffectCanBeRemoved() {
    Mesh bar = Shapes.bar(20, 20, 5);
    Plan plan = Shapes.plan(List.of(), Shapes.stratum(4, Map.of(Setting.WALLS, Value.of(3))));
    mends(finding(plan, bar, "rule-empty").orElseThrow(), bar, "rule-empty");
    Plan stopped =
        new Plan(
            plan.name(),
            plan.machine(),
            plan.slots(),
            plan.pieces(),
            List.of(),
            List.of(new Stop("s", 9, "")));
    mends(finding(stopped, bar, "stop-outside").orElseThrow(), bar, "stop-outside");
  }

  @Test
  void aValueForTheWholePlanInARuleForAPartIsSaid() {
    Plan plan =
        Shapes.plan(List.of(), Shapes.stratum(1, Map.of(Setting.BED_TEMPERATURE, Value.of(50))));
    assertThat(finding(plan, Shapes.bar(20, 20, 5), "rule-scope")).isPresent();
  }

  @Test
  void aValueThatCannotDifferByRegionOrRoleIsSaid() {
    Region ball = new Region("ball", "Ball", new Region.Sphere(new Vector(0, 0, 2), 3));
    Plan plan =
        Shapes.divided(
            List.of(ball), Shapes.region("ball", Map.of(Setting.LAYER_HEIGHT, Value.of(0.1))));
    assertThat(finding(plan, Shapes.bar(20, 20, 5), "rule-scope").orElseThrow().reason())
        .contains("all of a piece at a height");
    Plan hot =
        Shapes.divided(
            List.of(ball),
            Shapes.region("ball", Map.of(Setting.NOZZLE_TEMPERATURE, Value.of(220))));
    assertThat(finding(hot, Shapes.bar(20, 20, 5), "rule-scope")).isEmpty();
  }

  @Test
  void aCoreThatIsInterruptedIsSaidWithItsHeights() {
    Mesh waisted =
        Shapes.turned(
            new double[] {8, 0},
            new double[] {8, 4},
            new double[] {1, 4.01},
            new double[] {1, 6},
            new double[] {8, 6.01},
            new double[] {8, 10});
    Region core = new Region("core", "Core", new Region.Core(Depth.ofMm(2), Depth.ofMm(0.4)));
    Rule fan = Shapes.region("core", Map.of(Setting.FAN, Value.of(20)));
    Finding gap = finding(Shapes.divided(List.of(core), fan), waisted, "core-gap").orElseThrow();
    // 0.4 mm below and above the waist are kept for the shell.
    assertThat(gap.reason()).contains("Between 3.60 and 6.40 mm");
    assertThat(finding(Shapes.divided(List.of(core), fan), Shapes.bar(20, 20, 5), "core-gap"))
        .isEmpty();
  }

  @Test
  void aPatchWithoutAnythingMarkedIsSaid() {
    Region patch =
        new Region(
            "p", "Badge", new Region.Patch("body", Triangles.NONE, Depth.of(2), Depth.of(2)));
    Plan plan =
        Shapes.divided(List.of(patch), Shapes.region("p", Map.of(Setting.FAN, Value.of(20))));
    assertThat(finding(plan, Shapes.bar(20, 20, 5), "region-empty").orElseThrow().title())
        .isEqualTo("Nothing is marked for Badge");
  }

  @Test
  void regionsThatAreNowhereAreSaidAndCanBeRemoved() {
    Mesh bar = Shapes.bar(20, 3, 5);
    Map<Setting, Value> fan = Map.of(Setting.FAN, Value.of(20));
    Plan thick =
        Shapes.divided(
            List.of(new Region("core", "Core", new Region.Core(Depth.ofMm(2), Depth.of(1)))),
            Shapes.region("core", fan));
    Finding nothingLeft = finding(thick, bar, "region-empty").orElseThrow();
    assertThat(nothingLeft.title()).contains("Nothing is left of Core");
    mends(nothingLeft, bar, "region-empty");
    Plan outside =
        Shapes.divided(
            List.of(new Region("ball", "Ball", new Region.Sphere(new Vector(40, 0, 2), 3))),
            Shapes.region("ball", fan));
    assertThat(finding(outside, bar, "region-empty").orElseThrow().title()).contains("outside");
    assertThat(finding(outside, bar, "rule-empty")).isPresent();
    Plan inside =
        Shapes.divided(
            List.of(new Region("ball", "Ball", new Region.Sphere(new Vector(4, 0, 2), 3))),
            Shapes.region("ball", fan));
    assertThat(finding(inside, bar, "region-empty")).isEmpty();
    assertThat(finding(inside, bar, "rule-empty")).isEmpty();
  }

  @Test
  void anAcceptedFindingStaysWithItsRuleWhenAnotherIsPutAboveIt() {
    Mesh bar = Shapes.bar(20, 20, 5);
    Rule nowhere = new Rule(layersFrom(800), Map.of(Setting.FAN, Value.of(5)));
    Rule alsoNowhere = new Rule(layersFrom(900), Map.of(Setting.FAN, Value.of(5)));
    String id = finding(Shapes.plan(List.of(), nowhere), bar, "rule-empty").orElseThrow().id();
    List<String> both =
        Shapes.compute(Shapes.plan(List.of(), alsoNowhere, nowhere), bar).findings().stream()
            .map(Finding::id)
            .filter(one -> one.startsWith("rule-empty"))
            .toList();
    assertThat(both).hasSize(2).doesNotHaveDuplicates().contains(id);
  }

  private static Scope layersFrom(int first) {
    Scope.Layers layers = new Scope.Layers(Scope.Layers.From.PIECE, first, Scope.Layers.OPEN);
    return new Scope(List.of(), List.of(), List.of(), List.of(), List.of(), Optional.of(layers));
  }

  @Test
  void aStratumWithoutAnyLineIsSaidAndDecidesNothing() throws IOException {
    Map<Setting, Value> nothing =
        Map.of(
            Setting.WALLS, Value.of(0),
            Setting.INFILL_DENSITY, Value.of(0),
            Setting.TOP_LAYERS, Value.of(0),
            Setting.BOTTOM_LAYERS, Value.of(0),
            Setting.FILAMENT, Value.of(2));
    Plan plan =
        Shapes.plan(
            List.of(1.0),
            Shapes.stratum(1, nothing),
            Shapes.everywhere(Map.of(Setting.SKIRT_LINES, Value.of(0))));
    PlanResult result = Shapes.compute(plan, Shapes.bar(20, 20, 5));
    Finding empty = finding(plan, Shapes.bar(20, 20, 5), "stratum-empty").orElseThrow();
    assertThat(empty.heightMm()).hasValue(0.0);
    assertThat(result.schedule().firstSlot()).isEqualTo(1);
    assertThat(result.schedule().changeCount()).isZero();
    ByteArrayOutputStream program = new ByteArrayOutputStream();
    Planner.writeProgram(result, program);
    List<String> lines = program.toString(StandardCharsets.UTF_8).lines().toList();
    assertThat(lines).contains("; load Chalk before the start").noneMatch("M600"::equals);
    long marks = lines.stream().filter(line -> line.matches("; layer \\d+, z .*")).count();
    assertThat(lines).anyMatch(line -> line.startsWith("; layers: " + marks + ","));
  }

  @Test
  void aRegionWhoseMeshIsOpenIsSaid() {
    Plan plan =
        Shapes.divided(
            List.of(new Region("m", "Mould", new Region.Solid("mesh", new Vector(0, 0, 0)))));
    assertThat(finding(plan, Shapes.openBar(20, 20, 5), "region-open")).isPresent();
    assertThat(finding(plan, Shapes.bar(20, 20, 5), "region-open")).isEmpty();
  }

  @Test
  void aPieceBelowTheBedIsSaidToLoseItsFoot() {
    Mesh bar = Shapes.bar(20, 20, 4);
    Finding sunk = finding(at(new Vector(100, 100, -1)), bar, "sunk").orElseThrow();
    assertThat(sunk.severity()).isEqualTo(Finding.Severity.NOTE);
    mends(sunk, bar, "sunk");
  }

  private static Plan pair(double dx, double z) {
    Plan plan = Shapes.plan(List.of());
    Piece left = plan.pieces().getFirst();
    Placement beside = left.placement().withPosition(new Vector(125 + dx, 105, z));
    Piece right = new Piece("right", "Right", left.bodies(), beside, List.of());
    return plan.withPieces(List.of(left, right));
  }

  @Test
  void piecesInOnePlaceAreFoundAndPiecesThatTouchAreNot() {
    Mesh bar = Shapes.bar(20, 20, 4);
    Finding overlap = finding(pair(15, 0), bar, "overlap").orElseThrow();
    assertThat(overlap.title()).isEqualTo("Piece and Right overlap");
    assertThat(overlap.reason()).contains("100.0 mm²");
    assertThat(finding(pair(20, 0), bar, "overlap")).isEmpty();
    assertThat(finding(pair(0, 4), bar, "overlap")).isEmpty();
  }

  private static Plan patched(Mesh bar, double deep) {
    BitSet side = new BitSet();
    for (int t = 0; t < bar.triangleCount(); t++) {
      boolean right = true;
      for (int k = 0; k < 3; k++) {
        right &= bar.coordinate(bar.corner(t, k), 0) > 19.9;
      }
      side.set(t, right);
    }
    Region patch =
        new Region(
            "patch",
            "Patch",
            new Region.Patch("body", Triangles.of(side), Depth.ofMm(deep), Depth.of(1)));
    return Shapes.divided(
        List.of(patch), Shapes.region("patch", Map.of(Setting.FILAMENT, Value.of(2))));
  }

  @Test
  void aPatchThinnerThanALineIsFound() {
    Mesh bar = Shapes.bar(20, 20, 4);
    Finding thin = finding(patched(bar, 0.2), bar, "patch-thin").orElseThrow();
    assertThat(thin.heightMm()).contains(0.0);
    assertThat(finding(patched(bar, 0.6), bar, "patch-thin")).isEmpty();
  }

  private static Plan supported(double shift, String upper, String lower) {
    List<Region> regions =
        List.of(
            new Region("a", "A", new Region.Box(new Vector(0, 0, 2), new Vector(4, 4, 4))),
            new Region("b", "B", new Region.Box(new Vector(shift, 0, 2), new Vector(4, 4, 4))));
    return Shapes.divided(
        regions,
        Shapes.region("a", Map.of(Setting.SUPPORT, Value.of(upper))),
        Shapes.region("b", Map.of(Setting.SUPPORT, Value.of(lower))));
  }

  @Test
  void supportThatIsForcedAndForbiddenInOnePlaceIsFound() {
    Mesh bar = Shapes.bar(20, 20, 4);
    Finding conflict =
        finding(supported(3, "forced", "none"), bar, "support-conflict").orElseThrow();
    assertThat(conflict.reason()).contains("rule 1 says 'forced' and rule 2 'none'");
    assertThat(finding(supported(6, "forced", "none"), bar, "support-conflict")).isEmpty();
    assertThat(finding(supported(3, "none", "none"), bar, "support-conflict")).isEmpty();
  }
}

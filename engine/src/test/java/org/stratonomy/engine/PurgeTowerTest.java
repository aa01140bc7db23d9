package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.stratonomy.engine.check.Finding;
import org.stratonomy.engine.check.Finding.Severity;
import org.stratonomy.engine.melt.PurgeVolumes;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Purging;
import org.stratonomy.engine.purge.Tower;
import org.stratonomy.engine.schedule.Halt;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.BedPoint;

/** The purge tower, as a machine with a feeder prints it. */
class PurgeTowerTest {
  private static final double STRAND_MM2 = Math.PI * 1.75 * 1.75 / 4;

  /** A block with a box of another filament in it, for a machine with a feeder. */
  private static Plan plan(Rule... more) {
    return Shapes.withPart(more).withMachine("workshop-four");
  }

  private static PlanResult compute(Plan plan) {
    Mesh bar = Shapes.bar(20, 16, 6);
    return Shapes.compute(plan, bar);
  }

  private static boolean isInside(Tower tower, double x, double y) {
    Bounds b = tower.footprint();
    return x > b.minX() && y > b.minY() && x < b.maxX() && y < b.maxY();
  }

  /** Volumes that go into the tower after each change, before anything else is printed. */
  private static List<Double> purged(PlanResult result) throws IOException {
    Tower tower = result.schedule().tower().orElseThrow();
    return GcodeReader.of(result).afterChanges(e -> isInside(tower, e.x1(), e.y1()));
  }

  /** Whatever is laid around the piece, the tower and its brim keep clear of it. */
  @ParameterizedTest
  @CsvSource({"BRIM_LINES, 30", "RAFT_LAYERS, 3", "SKIRT_LINES, 0"})
  void theTowerKeepsItsDistanceFromWhatIsLaidAroundThePiece(Setting setting, int value)
      throws IOException {
    Rule ofPiece = new Rule(Scope.ofPiece("piece"), Map.of(setting, Value.of(value)));
    Rule ofAll =
        Shapes.everywhere(Map.of(setting, Value.of(value), Setting.RAFT_MARGIN, Value.of(20)));
    PlanResult result = compute(plan(setting == Setting.BRIM_LINES ? ofPiece : ofAll));
    double left = result.schedule().tower().orElseThrow().footprint().minX();
    assertThat(GcodeReader.of(result).extrusions)
        .filteredOn(e -> !e.role().equals("purge"))
        .isNotEmpty()
        .allMatch(e -> Math.max(e.x0(), e.x1()) < left - 4);
  }

  @Test
  void aTowerInTheBrimOfAPieceIsSaid() {
    Rule brim = new Rule(Scope.ofPiece("piece"), Map.of(Setting.BRIM_LINES, Value.of(30)));
    Plan plan = plan(brim);
    Plan placed =
        plan.withPurging(
            new Purging(Optional.of(new BedPoint(150, 105)), plan.purging().volumes()));
    Finding finding =
        compute(placed).findings().stream()
            .filter(f -> f.id().startsWith("tower-in-piece"))
            .findFirst()
            .orElseThrow();
    assertThat(finding.title()).contains("overlaps the brim or raft of");
    Plan mended = finding.remedies().getFirst().plan();
    assertThat(compute(mended).findings()).noneMatch(f -> f.id().startsWith("tower-in-piece"));
  }

  @Test
  void eachChangePurgesAtLeastWhatItTakesBeforeAnythingElseIsPrinted() throws IOException {
    PlanResult result = compute(plan());
    PurgeVolumes volumes = new PurgeVolumes(result.plan(), result.resolver());
    double least = Math.min(volumes.mm3(1, 2), volumes.mm3(2, 1));
    List<Double> purged = purged(result);
    assertThat(purged).hasSize((int) result.schedule().changeCount()).hasSizeGreaterThan(8);
    assertThat(purged).allMatch(volume -> volume > least - 0.01);
    assertThat(purged.stream().mapToDouble(v -> v).max().orElse(0))
        .isGreaterThanOrEqualTo(Math.max(volumes.mm3(1, 2), volumes.mm3(2, 1)) - 0.01);
  }

  @Property(tries = 12)
  void aGivenVolumeIsPurged(
      @ForAll @DoubleRange(min = 1, max = 400) double there,
      @ForAll @DoubleRange(min = 0, max = 400) double back)
      throws IOException {
    Purging purging =
        new Purging(
            Optional.empty(),
            List.of(new Purging.Volume(1, 2, there), new Purging.Volume(2, 1, back)));
    PlanResult result = compute(plan().withPurging(purging));
    assertThat(purged(result)).allMatch(volume -> volume > Math.min(there, back) - 0.01);
    double sum = purged(result).stream().mapToDouble(v -> v).sum();
    long changes = result.schedule().changeCount();
    assertThat(sum).isGreaterThanOrEqualTo(changes / 2 * (there + back) - 0.1);
  }

  @Property(tries = 10)
  void theTowerHoldsAllThatIsPurgedAndNothingElse(@ForAll @IntRange(min = 30, max = 220) int x)
      throws IOException {
    Purging purging = new Purging(Optional.of(new BedPoint(x, 40)), List.of());
    PlanResult result = compute(plan().withPurging(purging));
    Tower tower = result.schedule().tower().orElseThrow();
    assertThat((tower.bounds().minX() + tower.bounds().maxX()) / 2).isCloseTo(x, within(1e-9));
    double inside = 0;
    double last = 0;
    for (GcodeReader.Extrusion e : GcodeReader.of(result).extrusions) {
      if (isInside(tower, e.x1(), e.y1())) {
        inside += e.e() * STRAND_MM2;
        assertThat(isInside(tower, e.x0(), e.y0())).isTrue();
        last = Math.max(last, e.z());
      }
    }
    assertThat(last).isCloseTo(tower.bounds().maxZ(), within(1e-6));
    double purge =
        result.schedule().layers().stream()
            .flatMap(layer -> layer.strokes().stream())
            .filter(stroke -> stroke.role() == Role.PURGE)
            .mapToDouble(stroke -> stroke.volumeMm3())
            .sum();
    assertThat(inside).isCloseTo(purge, within(0.001 * purge));
  }

  @Test
  void theTowerEndsWithTheLastChangeAndStandsBesideThePieces() {
    PlanResult result = compute(plan());
    Tower tower = result.schedule().tower().orElseThrow();
    double lastChange =
        result.schedule().layers().stream()
            .filter(layer -> layer.halts().stream().anyMatch(Halt::isColourChange))
            .mapToDouble(layer -> layer.layer().top())
            .max()
            .orElseThrow();
    assertThat(tower.bounds().maxZ()).isEqualTo(lastChange).isLessThan(4.3);
    assertThat(result.resolver().machine().hasOnBed(tower.bounds(), 0)).isTrue();
    assertThat(tower.bounds().sizeZ() / tower.bounds().sizeX()).isLessThanOrEqualTo(8);
    assertThat(result.findings()).noneMatch(f -> f.id().startsWith("tower"));
  }

  /** What each change extrudes where nobody sees it, before anything that is seen. */
  private static List<Double> hidden(PlanResult result) throws IOException {
    List<String> roles = List.of("purge", "infill", "support");
    return GcodeReader.of(result).afterChanges(e -> roles.contains(e.role()));
  }

  @Property(tries = 8)
  void infillTakesWhatItHoldsAndTheTowerTheRest(@ForAll @IntRange(min = 25, max = 60) int density)
      throws IOException {
    Rule infill =
        Shapes.everywhere(
            Map.of(
                Setting.INFILL_DENSITY, Value.of(density),
                Setting.PURGE_INTO, Value.of("infill, support, tower")));
    PlanResult result = compute(plan(infill));
    PurgeVolumes volumes = new PurgeVolumes(result.plan(), result.resolver());
    double least = Math.min(volumes.mm3(1, 2), volumes.mm3(2, 1));
    assertThat(hidden(result))
        .hasSize((int) result.schedule().changeCount())
        .allMatch(volume -> volume > least - 0.01);
    Rule tower = Shapes.everywhere(Map.of(Setting.INFILL_DENSITY, Value.of(density)));
    assertThat(purge(result)).isLessThan(purge(compute(plan(tower))));
  }

  private static double purge(PlanResult result) {
    return result.ledger().roles().stream()
        .filter(entry -> entry.role() == Role.PURGE)
        .mapToDouble(entry -> entry.volumeMm3())
        .sum();
  }

  @Test
  void whereInfillHoldsAllThereIsNoTower() throws IOException {
    Rule infill =
        Shapes.everywhere(
            Map.of(
                Setting.TOP_LAYERS, Value.of(0),
                Setting.BOTTOM_LAYERS, Value.of(0),
                Setting.WALLS, Value.of(1),
                Setting.INFILL_DENSITY, Value.of(60),
                Setting.PURGE_INTO, Value.of("infill, support, tower")));
    Purging little =
        new Purging(
            Optional.empty(), List.of(new Purging.Volume(1, 2, 2), new Purging.Volume(2, 1, 2)));
    PlanResult result = compute(plan(infill).withPurging(little));
    assertThat(result.schedule().tower()).isEmpty();
    assertThat(hidden(result)).hasSizeGreaterThan(8).allMatch(volume -> volume > 2 - 0.01);
  }

  @Test
  void withoutAFeederWithoutChangesOrIfThePlanSaysSoThereIsNone() {
    assertThat(compute(plan().withMachine("workshop-one")).schedule().tower()).isEmpty();
    Rule nothing = Shapes.everywhere(Map.of(Setting.PURGE_INTO, Value.of("nothing")));
    assertThat(compute(plan(nothing)).schedule().tower()).isEmpty();
    Rule one = Shapes.everywhere(Map.of(Setting.FILAMENT, Value.of(1)));
    assertThat(compute(plan(one)).schedule().tower()).isEmpty();
  }

  @Test
  void moreFilamentsThanTheFeederHoldsAreAnError() {
    Plan four = Shapes.plan(List.of(1.0, 2.0, 3.0, 4.0));
    List<Rule> rules = new ArrayList<>();
    for (int stratum = 1; stratum <= 5; stratum++) {
      rules.add(Shapes.stratum(stratum, Map.of(Setting.FILAMENT, Value.of(stratum))));
    }
    Plan five =
        new Plan(
            "Five",
            "workshop-four",
            List.of("chalk", "slate", "kelp", "fog", "sand"),
            four.pieces(),
            rules,
            List.of());
    assertThat(compute(five).findings())
        .anyMatch(f -> f.id().equals("too-many-filaments") && f.severity() == Severity.ERROR);
    assertThat(compute(five.withRules(rules.subList(0, 4))).findings())
        .noneMatch(f -> f.id().equals("too-many-filaments"));
    assertThat(compute(five.withMachine("workshop-one")).findings())
        .noneMatch(f -> f.id().equals("too-many-filaments"));
  }

  @Test
  void theTowerGoesOnThroughAirUnderARaisedPiece() {
    Plan plan = plan();
    Piece below = plan.pieces().getFirst();
    Piece above =
        new Piece(
            "above",
            "Above",
            below.bodies(),
            below.placement().withPosition(new Vector(180, 105, 10)),
            List.of());
    Rule red =
        new Rule(new Scope(List.of("above"), List.of()), Map.of(Setting.FILAMENT, Value.of(2)));
    List<Rule> rules = new ArrayList<>(plan.rules());
    rules.add(red);
    PlanResult result = compute(plan.withPieces(List.of(below, above)).withRules(rules));
    assertThat(result.stack().layers())
        .hasSize(80)
        .allMatch(layer -> layer.top() - layer.bottom() < 0.2 + 1e-9);
    assertThat(result.schedule().layers())
        .allMatch(layer -> layer.strokes().stream().allMatch(s -> s.heightMm() < 0.2 + 1e-9));
    List<LayerSchedule> air = result.schedule().layers().subList(30, 50);
    assertThat(air)
        .allMatch(layer -> layer.strokes().stream().allMatch(s -> s.role() == Role.PURGE))
        .noneMatch(layer -> layer.strokes().isEmpty());
  }

  @Test
  void aTowerOffTheBedOrInAPieceIsFoundAndGoesBesideThePieces() {
    for (BedPoint place : List.of(new BedPoint(2, 100), new BedPoint(125, 105))) {
      PlanResult result = compute(plan().withPurging(new Purging(Optional.of(place), List.of())));
      Finding finding =
          result.findings().stream()
              .filter(f -> f.id().startsWith("tower"))
              .findFirst()
              .orElseThrow();
      assertThat(finding.severity()).isEqualTo(Finding.Severity.ERROR);
      Plan mended = finding.remedies().getFirst().plan();
      assertThat(compute(mended).findings()).noneMatch(f -> f.id().startsWith("tower"));
    }
  }

  @Test
  void aBrimHoldsTheTowerOnTheBed() throws IOException {
    for (int lines : new int[] {0, 3}) {
      Rule brim = Shapes.everywhere(Map.of(Setting.TOWER_BRIM, Value.of(lines)));
      PlanResult result = compute(plan(brim));
      Bounds block = result.schedule().tower().orElseThrow().bounds();
      double first = result.stack().layers().getFirst().top();
      long outside =
          GcodeReader.of(result).extrusions.stream()
              .filter(e -> e.role().equals("purge"))
              .filter(e -> e.x1() < block.minX() || e.x1() > block.maxX())
              .peek(e -> assertThat(e.z()).isEqualTo(first))
              .count();
      // All four corners of a line of the brim lie beside the block.
      assertThat(outside).isEqualTo(4L * lines);
    }
  }
}

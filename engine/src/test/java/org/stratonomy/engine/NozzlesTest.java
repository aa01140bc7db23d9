package org.stratonomy.engine;

import static java.util.stream.Collectors.groupingBy;
import static java.util.stream.Collectors.mapping;
import static java.util.stream.Collectors.toSet;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.check.Finding;
import org.stratonomy.engine.check.Finding.Severity;
import org.stratonomy.engine.document.ShelfFormat;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Purging;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.schedule.NozzleHeat;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.BedPoint;
import org.stratonomy.engine.shelf.Changer;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.shelf.Shelf;
import org.stratonomy.engine.stroke.Stroke;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Machines with a nozzle for each filament, side by side on one carriage. */
class NozzlesTest {
  private static final double STRAND_MM2 = Math.PI * 1.75 * 1.75 / 4;
  private static final double STEP_MM = 24;

  /** A block with a box of another filament in it. */
  private static Plan mixed(Rule... more) {
    return Shapes.withPart(more).withMachine("pair");
  }

  /** A tall block whose upper part has the second filament. */
  private static Plan upperPart() {
    return Shapes.plan(List.of(12.0), Shapes.stratum(2, Map.of(Setting.FILAMENT, Value.of(2))))
        .withMachine("pair");
  }

  private static PlanResult compute(Plan plan) {
    return Shapes.compute(plan, Shapes.bar(20, 16, 6));
  }

  private static PlanResult tall() {
    Mesh bar = Shapes.bar(20, 16, 14);
    return Shapes.compute(upperPart(), bar);
  }

  private static String text(PlanResult result) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    Planner.writeProgram(result, bytes);
    return bytes.toString(StandardCharsets.UTF_8);
  }

  private static GcodeReader program(PlanResult result) throws IOException {
    return GcodeReader.read(text(result), STEP_MM);
  }

  private static List<Stroke> strokes(PlanResult result) {
    return result.schedule().layers().stream().flatMap(l -> l.strokes().stream()).toList();
  }

  @Test
  void eachNozzlePrintsWhereItsLinesAre() throws IOException {
    PlanResult result = compute(mixed());
    GcodeReader program = program(result);
    assertThat(program.faults).isEmpty();
    for (int slot = 1; slot <= 2; slot++) {
      int tool = slot - 1;
      Bounds wanted = null;
      double volume = 0;
      for (Stroke stroke : strokes(result)) {
        if (stroke.slot() == slot) {
          volume += stroke.volumeMm3();
          for (int i = 0; i < stroke.path().size(); i++) {
            double x = stroke.path().x(i);
            double y = stroke.path().y(i);
            Bounds point = new Bounds(x, y, 0, x, y, 0);
            wanted = wanted == null ? point : wanted.with(point);
          }
        }
      }
      List<GcodeReader.Extrusion> own =
          program.extrusions.stream().filter(e -> e.tool() == tool).toList();
      assertThat(own.stream().mapToDouble(e -> Math.max(e.x0(), e.x1())).max().orElse(0))
          .isCloseTo(wanted.maxX(), within(0.001));
      assertThat(own.stream().mapToDouble(e -> Math.min(e.x0(), e.x1())).min().orElse(0))
          .isCloseTo(wanted.minX(), within(0.001));
      assertThat(own.stream().mapToDouble(e -> Math.max(e.y0(), e.y1())).max().orElse(0))
          .isCloseTo(wanted.maxY(), within(0.001));
      assertThat(own.stream().mapToDouble(GcodeReader.Extrusion::e).sum() * STRAND_MM2)
          .isCloseTo(volume, within(0.001 * volume));
    }
  }

  @Test
  void noNozzlePrintsBelowItsTemperature() throws IOException {
    for (PlanResult result : List.of(compute(mixed()), tall())) {
      double wanted = strokes(result).getFirst().nozzleC();
      assertThat(strokes(result)).allMatch(stroke -> stroke.nozzleC() == wanted);
      assertThat(program(result).extrusions).hasSizeGreaterThan(100);
      assertThat(program(result).extrusions).allMatch(e -> e.nozzleC() == wanted);
    }
  }

  @Test
  void aNozzleWaitsCoolerAndIsHotAgainWhenItsTurnComes() throws IOException {
    PlanResult result = tall();
    Machine machine = result.resolver().machine();
    Changer.Nozzles nozzles = (Changer.Nozzles) machine.changer();
    NozzleHeat heat = new NozzleHeat(result.schedule(), machine, nozzles);
    assertThat(heat.atStart()).isEqualTo(Map.of(1, 210.0, 2, 160.0));
    int number = 0;
    double heated = -1;
    double turn = -1;
    double off = -1;
    double now = 0;
    for (LayerSchedule layer : result.schedule().layers()) {
      double share = layer.time().seconds() / layer.strokes().size();
      for (Stroke stroke : layer.strokes()) {
        for (NozzleHeat.Change change : heat.before(number)) {
          heated = change.slot() == 2 ? now : heated;
          off = change.slot() == 1 ? change.celsius() : off;
          assertThat(change.slot() == 2 ? change.celsius() : 210).isEqualTo(210);
        }
        turn = turn < 0 && stroke.slot() == 2 ? now : turn;
        now += share;
        number++;
      }
    }
    assertThat(off).isZero();
    // Within a layer the test spreads the time evenly, so it is some seconds off.
    double heating = nozzles.standbyC() / machine.heating().nozzleCPerS();
    assertThat(turn - heated).isBetween(heating - 6, heating + 16);
    assertThat(text(result)).contains("M104 T1 S160\n").contains("M104 T1 S210\n");
    assertThat(text(result).indexOf("M104 T1 S210\n")).isLessThan(text(result).indexOf("\nT1\n"));
  }

  @Test
  void aNozzleThatIsNeededSoonStaysHot() throws IOException {
    String text = text(compute(mixed()));
    String alternating = text.substring(text.indexOf("\nT1\n"));
    assertThat(alternating).contains("M109 T1 S210").doesNotContain("S160");
  }

  @Test
  void aNozzleThatWaitedPushesOutWhatItLost() throws IOException {
    PlanResult result = compute(mixed());
    double prime = ((Changer.Nozzles) result.resolver().machine().changer()).primeMm3();
    Bounds tower = result.schedule().tower().orElseThrow().bounds();
    List<Double> primed =
        program(result).afterChanges(e -> e.x1() > tower.minX() && e.x1() < tower.maxX());
    assertThat(primed).hasSize((int) result.schedule().changeCount()).hasSizeGreaterThan(8);
    assertThat(primed).allMatch(volume -> volume > prime - 0.01);
    Rule nothing = Shapes.everywhere(Map.of(Setting.PURGE_INTO, Value.of("nothing")));
    assertThat(strokes(compute(mixed(nothing)))).noneMatch(s -> s.role() == Role.PURGE);
  }

  @Test
  void whatANozzleDoesNotReachIsFoundAndMoved() {
    Plan plan = mixed();
    assertThat(compute(plan).findings()).noneMatch(f -> f.id().startsWith("nozzle-reach"));
    Plan aside = at(plan, 20, 100);
    Purging tower = new Purging(Optional.of(new BedPoint(150, 100)), List.of());
    List<Finding> found =
        compute(aside.withPurging(tower)).findings().stream()
            .filter(f -> f.id().startsWith("nozzle-reach"))
            .toList();
    assertThat(found).hasSize(1);
    assertThat(found.getFirst().severity()).isEqualTo(Severity.ERROR);
    assertThat(found.getFirst().title()).contains("Nozzle 2");
    Finding.Remedy remedy = found.getFirst().remedies().getFirst();
    assertThat(remedy.label()).matches("Move it by [0-9.]+ mm in X");
    assertThat(compute(remedy.plan()).findings()).noneMatch(f -> f.id().startsWith("nozzle-reach"));
  }

  @Test
  void whatANozzleDoesNotReachOfARoundBedIsFoundAndMoved() {
    ObjectNode round =
        ShelfFormat.write(ShelfReader.standard().machine("pair"))
            .put("bedShape", "round")
            .put("bedX", 200)
            .put("bedY", 200)
            .put("parkX", 100)
            .put("parkY", 190);
    Shelf shelf = ShelfReader.standard().with(ShelfFormat.machine(round));
    Mesh bar = Shapes.bar(20, 16, 6);
    Purging tower = new Purging(Optional.of(new BedPoint(130, 130)), List.of());
    Plan inside = at(mixed(), 100, 100).withPurging(tower);
    assertThat(Shapes.compute(inside, bar, shelf).findings())
        .noneMatch(f -> f.id().startsWith("nozzle-reach"));
    // In the box around what it reaches, but not in the round.
    List<Finding> found =
        Shapes.compute(at(inside, 62, 28), bar, shelf).findings().stream()
            .filter(f -> f.id().startsWith("nozzle-reach"))
            .toList();
    assertThat(found).hasSize(1);
    assertThat(found.getFirst().reason()).contains("the round of");
    Plan moved = found.getFirst().remedies().getFirst().plan();
    assertThat(Shapes.compute(moved, bar, shelf).findings())
        .noneMatch(f -> f.id().startsWith("nozzle-reach"));
  }

  private static Plan at(Plan plan, double x, double y) {
    Piece piece = plan.pieces().getFirst();
    return plan.withPiece(piece.withPlacement(piece.placement().withPosition(new Vector(x, y, 0))));
  }

  /** The pair with nozzles as they are given, side by side. */
  private static Shelf pairWith(double... diametersAndHeat) {
    Shelf standard = ShelfReader.standard();
    List<Machine.Nozzle> nozzles = new ArrayList<>();
    for (int i = 0; i < diametersAndHeat.length; i += 3) {
      nozzles.add(
          new Machine.Nozzle(
              diametersAndHeat[i],
              diametersAndHeat[i + 1],
              diametersAndHeat[i + 2],
              i / 3 * STEP_MM,
              0));
    }
    ObjectNode machine = ShelfFormat.write(standard.machine("pair"));
    machine.set("nozzles", JsonMapper.shared().valueToTree(nozzles));
    return standard.with(ShelfFormat.machine(machine));
  }

  private static PlanResult tall(Shelf shelf, Rule... more) {
    Plan plan =
        Shapes.plan(
                List.of(12.0),
                Stream.concat(
                        Stream.of(Shapes.stratum(2, Map.of(Setting.FILAMENT, Value.of(2)))),
                        Stream.of(more))
                    .toArray(Rule[]::new))
            .withMachine("pair");
    return Shapes.compute(plan, Shapes.bar(20, 16, 14), shelf);
  }

  @Test
  void linesAreAsWideAsTheNozzleOfTheirFilamentLays() {
    Rule thick =
        Shapes.everywhere(
            Map.of(
                Setting.LAYER_HEIGHT, Value.of(0.25), Setting.FIRST_LAYER_HEIGHT, Value.of(0.3)));
    PlanResult result = tall(pairWith(0.4, 300, 20, 0.8, 300, 4), thick);
    assertThat(result.findings()).noneMatch(f -> f.id().startsWith("nozzle"));
    for (int slot = 1; slot <= 2; slot++) {
      double width = slot == 1 ? 0.44 : 0.88;
      int of = slot;
      assertThat(strokes(result).stream().filter(s -> s.slot() == of && s.role() == Role.INFILL))
          .isNotEmpty()
          .allMatch(s -> Math.abs(s.widthMm() - width) < 1e-9);
    }
    assertThat(strokes(result).stream().filter(s -> s.slot() == 2))
        .allMatch(s -> s.speed() * s.widthMm() * s.heightMm() <= 4 + 1e-9);
  }

  @Test
  void infillAndSupportFromAnotherNozzleAreAsWideAsThatLaysThem() {
    List<Role> coarse = List.of(Role.INFILL, Role.SUPPORT, Role.INTERFACE);
    List<Rule> rules = new ArrayList<>();
    for (Role role : coarse) {
      Scope only = Scope.EVERYWHERE.withRole(role);
      rules.add(new Rule(only, Map.of(Setting.FILAMENT, Value.of(2))));
    }
    rules.add(Shapes.everywhere(Map.of(Setting.SUPPORT, Value.of("everywhere"))));
    PlanResult result =
        Shapes.compute(
            Shapes.plan(List.of(), rules.toArray(Rule[]::new)).withMachine("pair"),
            Shapes.table(),
            pairWith(0.4, 300, 20, 0.6, 300, 20));
    assertThat(result.findings()).noneMatch(f -> f.id().startsWith("nozzle"));
    Map<Role, Set<Double>> widths =
        strokes(result).stream()
            .collect(groupingBy(Stroke::role, mapping(Stroke::widthMm, toSet())));
    assertThat(widths.get(Role.OUTER_WALL)).contains(0.44);
    assertThat(coarse).allSatisfy(role -> assertThat(widths.get(role)).containsExactly(0.66));
  }

  @Test
  void whatANozzleCannotLayIsFound() {
    List<Finding> found = tall(pairWith(0.4, 300, 20, 0.8, 200, 20)).findings();
    assertThat(found)
        .filteredOn(f -> f.id().startsWith("nozzle"))
        .allMatch(f -> f.severity() == Severity.ERROR)
        .extracting(Finding::title)
        .containsExactly("Slate is printed hotter than its nozzle may get");
    Rule thin = Shapes.stratum(2, Map.of(Setting.LAYER_HEIGHT, Value.of(0.1)));
    Rule narrow = Shapes.everywhere(Map.of(Setting.LINE_WIDTH, Value.of(0.4)));
    assertThat(tall(pairWith(0.4, 300, 20, 0.8, 300, 20), thin, narrow).findings())
        .extracting(Finding::title)
        .contains("Nozzle 2 would lay lines 0.10 mm high", "Nozzle 2 would lay lines 0.40 mm wide");
    assertThat(tall().findings()).noneMatch(f -> f.id().startsWith("nozzle"));
  }

  @Test
  void moreFilamentsThanNozzlesAreAnError() {
    Plan two = upperPart();
    Plan three =
        new Plan(
            "Three",
            "pair",
            List.of("chalk", "slate", "kelp"),
            Shapes.plan(List.of(2.0, 4.0)).pieces(),
            List.of(
                Shapes.stratum(2, Map.of(Setting.FILAMENT, Value.of(2))),
                Shapes.stratum(3, Map.of(Setting.FILAMENT, Value.of(3)))),
            List.of());
    assertThat(compute(three).findings()).anyMatch(f -> f.id().equals("too-many-filaments"));
    assertThat(compute(two.withPieces(three.pieces())).findings())
        .noneMatch(f -> f.id().equals("too-many-filaments"));
  }
}

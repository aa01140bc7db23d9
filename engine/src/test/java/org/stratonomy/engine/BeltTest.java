package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.GcodeReader.Extrusion;
import org.stratonomy.engine.check.Finding;
import org.stratonomy.engine.document.ShelfFormat;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.edit.PieceEditor;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.path.LayerFlaws;
import org.stratonomy.engine.place.BeltStrata;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.strata.PlacedPiece;
import tools.jackson.databind.node.ObjectNode;

/** Layers that are tilted over a belt, read back from the program as the machine moves. */
class BeltTest {
  private static final double SLANT = Math.sqrt(0.5);
  private static final double STRAND_MM = 1.75;

  private static final Rule SOLID =
      Shapes.everywhere(
          Map.of(Setting.INFILL_DENSITY, Value.of(100), Setting.LAYER_HEIGHT, Value.of(0.2)));

  private static Plan plan(Rule... rules) {
    return Shapes.plan(List.of(), rules).withMachine("longbelt");
  }

  private static PlanResult bar(Rule... rules) {
    return Shapes.compute(plan(rules), Shapes.bar(20, 30, 8));
  }

  private static List<Extrusion> read(PlanResult result) throws IOException {
    GcodeReader reader = GcodeReader.of(result);
    assertThat(reader.faults).isEmpty();
    return reader.extrusions;
  }

  /** Where an extrusion ends, along the belt: the machine's Z is the way of the belt. */
  private static double along(Extrusion e) {
    return e.z() - e.y1() * SLANT;
  }

  /** How far above the belt it ends. */
  private static double above(Extrusion e) {
    return e.y1() * SLANT;
  }

  private static double least(List<Extrusion> of, ToDoubleFunction<Extrusion> value) {
    return of.stream().mapToDouble(value).min().orElseThrow();
  }

  private static double most(List<Extrusion> of, ToDoubleFunction<Extrusion> value) {
    return of.stream().mapToDouble(value).max().orElseThrow();
  }

  @Test
  void theProgramPrintsThePieceWhereItLiesOnTheBelt() throws IOException {
    List<Extrusion> read = read(bar(SOLID));
    // A layer is 0.2 mm thick and cut in its middle, the nozzle half a layer above; lines are at
    // most half a line within the outline, and less in the slivers along the edges.
    double within = 0.45 / 2 + 0.2;
    assertThat(least(read, Extrusion::x1)).isBetween(115.0, 115.26);
    assertThat(most(read, Extrusion::x1)).isBetween(134.74, 135.0);
    assertThat(least(read, BeltTest::along)).isBetween(90.0, 90 + 2 * within);
    assertThat(most(read, BeltTest::along)).isBetween(120 - 2 * within, 120 + within);
    assertThat(least(read, BeltTest::above)).isBetween(0.1, within);
    assertThat(most(read, BeltTest::above)).isBetween(8 - 2 * within, 8 + within);
  }

  @Test
  void theVolumeIsThePieces() throws IOException {
    PlanResult result = bar(SOLID);
    double volume =
        read(result).stream().mapToDouble(Extrusion::e).sum() * Math.PI * STRAND_MM * STRAND_MM / 4;
    assertThat(volume).isCloseTo(20 * 30 * 8, within(0.02 * 20 * 30 * 8));
    assertThat(result.ledger().seconds()).isPositive();
  }

  @Test
  void layersAreAcrossTheTilt() throws IOException {
    PlanResult result = bar(SOLID);
    // From the front edge on the belt to the upper edge at the back.
    assertThat(result.placed().getFirst().bottom()).isCloseTo(90 * SLANT, within(1e-9));
    assertThat(result.placed().getFirst().top()).isCloseTo((120 + 8) * SLANT, within(1e-9));
    List<Double> ways = read(result).stream().map(Extrusion::z).distinct().toList();
    // Of the lowest and the topmost layer hardly anything may be there.
    assertThat(ways).isSorted().hasSizeBetween(result.stack().size() - 2, result.stack().size());
    for (int i = 1; i + 1 < ways.size(); i++) {
      assertThat(ways.get(i) - ways.get(i - 1)).isCloseTo(0.2 / SLANT, within(0.004));
    }
  }

  @Test
  void arcsTurnAsTheyDoInTheLayer() throws IOException {
    Mesh ball = Shapes.sphere(8);
    Rule arcs = Shapes.everywhere(Map.of(Setting.ARC_TOLERANCE, Value.of(0.02)));
    double straight =
        read(Shapes.compute(plan(), ball)).stream().mapToDouble(Extrusion::length).sum();
    GcodeReader reader = GcodeReader.of(Shapes.compute(plan(arcs), ball));
    assertThat(reader.arcs).isPositive();
    assertThat(reader.faults).isEmpty();
    assertThat(reader.extrusions.stream().mapToDouble(Extrusion::length).sum())
        .isCloseTo(straight, within(0.01 * straight));
  }

  @Test
  void theBeltCarriesAndOnlyTheFrontHangsOver() {
    PlanResult result = bar();
    assertThat(result.flaws().getFirst()).allMatch(flaws -> flaws.startingMm2() == 0);
    // The upright front leans over by the tilt itself, 45°: by no more than what is supported.
    assertThat(result.flaws().getFirst()).extracting(LayerFlaws::hangingMm2).containsOnly(0.0);
    assertThat(result.findings()).noneMatch(f -> f.severity() == Finding.Severity.ERROR);
  }

  @Test
  void whatHangsOverIsSupportedFromTheBelt() throws IOException {
    Rule support =
        Shapes.everywhere(
            Map.of(
                Setting.SUPPORT, Value.of("everywhere"),
                Setting.SUPPORT_ANGLE, Value.of(10),
                Setting.SUPPORT_GAP, Value.of(0)));
    PlanResult result = bar(support);
    List<Extrusion> carrying =
        read(result).stream().filter(e -> e.role().startsWith("support")).toList();
    assertThat(carrying).isNotEmpty();
    // Before the upright front, down to the belt and not into it.
    assertThat(most(carrying, BeltTest::along)).isLessThan(90.5);
    assertThat(least(carrying, BeltTest::along)).isLessThan(86);
    assertThat(least(carrying, BeltTest::above)).isBetween(0.0, 0.8);
  }

  @Test
  void aStopLiftsAndWaitsUpTheTilt() throws IOException {
    double half = 105 * SLANT;
    Plan plan = plan().withStops(List.of(new Stop("stop", half, "Look")));
    String text = GcodeReader.text(Shapes.compute(plan, Shapes.bar(20, 30, 8)));
    List<String> lines = text.lines().toList();
    int pause = lines.indexOf("M117 Look");
    List<String> before = lines.subList(pause - 8, pause);
    assertThat(before).anyMatch(line -> line.matches("G0 Y[0-9.]+ Z[0-9.]+ F.*"));
    assertThat(before).anyMatch(line -> line.matches("G0 X5 Y60.*"));
    assertThat(text).contains("G92 Z0").doesNotContain("G28\n");
  }

  @Test
  void whatThereIsOverABedOnlyIsNotPrintedAndSaidSo() throws IOException {
    Rule bed =
        Shapes.everywhere(
            Map.of(
                Setting.SKIRT_LINES, Value.of(2),
                Setting.BRIM_LINES, Value.of(4),
                Setting.RAFT_LAYERS, Value.of(3)));
    PlanResult result = bar(bed);
    List<Finding> found =
        result.findings().stream().filter(f -> f.id().startsWith("belt:")).toList();
    assertThat(found)
        .extracting(Finding::id)
        .containsExactlyInAnyOrder("belt:skirtLines", "belt:brimLines", "belt:raftLayers");
    assertThat(read(result)).extracting(Extrusion::role).doesNotContain("skirt", "brim", "raft");
    assertThat(found.getFirst().remedies().getFirst().plan().rules().getFirst().set())
        .doesNotContainKey(Setting.SKIRT_LINES);
    assertThat(bar().findings()).noneMatch(f -> f.id().startsWith("belt:"));
  }

  @Test
  void whatReachesBelowTheBeltIsAnError() {
    Plan plan = plan();
    Plan sunk = plan.withPiece(Shapes.raised(-1));
    assertThat(Shapes.compute(sunk, Shapes.bar(20, 30, 8)).findings())
        .anyMatch(f -> f.id().equals("sunk:piece") && f.severity() == Finding.Severity.ERROR);
  }

  @Test
  void placesOfTheModelTurnWithItsVertices() {
    Mesh bar = Shapes.bar(20, 30, 8);
    Machine belt = ShelfReader.standard().machine("longbelt");
    PlacedPiece placed =
        PlacedPiece.of(plan().pieces().getFirst(), Shapes.source(bar), belt.belt());
    double[] again = placed.place(bar, Vector.ZERO);
    assertThat(again).containsExactly(placed.vertices(0), within(1e-9));
    Vector corner =
        placed.machine(
            new Vector(bar.coordinate(0, 0), bar.coordinate(0, 1), bar.coordinate(0, 2)));
    assertThat(corner.z()).isCloseTo(again[2], within(1e-9));
  }

  @Test
  void aBeltIsFedByHand() {
    ObjectNode belt = ShelfFormat.write(ShelfReader.standard().machine("longbelt"));
    assertThatThrownBy(
            () -> ShelfFormat.machine(belt.put("tools", "feeder").put("dialect", "feeder")))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("no purge tower stands");
  }

  @Test
  void strataGoAlongTheBeltWithTheirPiece() {
    Mesh bar = Shapes.bar(20, 30, 8);
    Plan divided = Shapes.plan(List.of(70.0, 80.0)).withMachine("longbelt");
    Piece piece = divided.pieces().getFirst();
    Machine belt = ShelfReader.standard().machine("longbelt");
    Vector further = piece.placement().position().plus(new Vector(5, 60, 0));
    Plan moved = new PieceEditor(divided, "piece").place(piece.placement().withPosition(further));
    Plan kept = BeltStrata.kept(divided, moved, belt.belt(), Shapes.source(bar));
    List<Double> boundaries = kept.pieces().getFirst().boundaries();
    assertThat(boundaries.get(0)).isCloseTo(70 + 60 * SLANT, within(1e-5));
    assertThat(boundaries.get(1)).isCloseTo(80 + 60 * SLANT, within(1e-5));
    assertThat(BeltStrata.kept(divided, moved, Optional.empty(), Shapes.source(bar)))
        .isEqualTo(moved);
  }
}

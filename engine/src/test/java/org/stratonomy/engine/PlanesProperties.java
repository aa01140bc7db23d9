package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.stream.DoubleStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.plan.Strata;
import org.stratonomy.engine.settings.Choice.PieceOrder;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.strata.PieceStack;
import org.stratonomy.engine.strata.PieceStack.MovedPlane;

/** Boundaries and stops of a plan happen in the program where the findings say. */
class PlanesProperties {
  private static final double HEIGHT = 3;
  private static final double BETWEEN_PIECES = 120;
  private static final String HERE = "M117 here";

  private static Rule of(String piece, double layerHeight) {
    return new Rule(
        new Scope(List.of(piece), List.of()),
        Map.of(Setting.LAYER_HEIGHT, Value.of(layerHeight), Setting.BRIM_LINES, Value.of(0)));
  }

  private static Plan plan(
      double pieceBoundary,
      double planBoundary,
      double stop,
      double leftLayers,
      double rightLayers,
      boolean apart) {
    Plan plan =
        Shapes.plan(
            List.of(pieceBoundary),
            of("piece", leftLayers),
            of("right", rightLayers),
            new Rule(
                Scope.EVERYWHERE.withPlanStrata(List.of("s2")),
                Map.of(Setting.FILAMENT, Value.of(2))),
            Shapes.everywhere(
                Map.of(
                    Setting.SKIRT_LINES,
                    Value.of(0),
                    Setting.PIECE_ORDER,
                    Value.of(apart ? PieceOrder.ONE_AT_A_TIME : PieceOrder.TOGETHER))));
    Piece left = plan.pieces().getFirst().withPlacement(Placement.at(60, 100));
    Piece right = new Piece("right", "Right", left.bodies(), Placement.at(180, 100), List.of());
    return plan.withMachine("workshop-four")
        .withPieces(List.of(left, right))
        .withStrata(Strata.of(List.of(planBoundary)))
        .withStops(List.of(new Stop("s", stop, "", new Stop.Commands(List.of(HERE)))));
  }

  private static double actual(PieceStack stack, MovedPlane.What what, double wanted) {
    return stack.moved().stream()
        .filter(moved -> moved.what() == what)
        .mapToDouble(MovedPlane::actual)
        .findFirst()
        .orElse(wanted);
  }

  private static double highest(DoubleStream heights) {
    return heights.max().orElse(0);
  }

  @Property(tries = 60)
  void aBoundaryAndAStopAreInTheProgramWhereTheFindingsSay(
      @ForAll @DoubleRange(min = 0.3, max = 2.7) double pieceBoundary,
      @ForAll @DoubleRange(min = 0.02, max = 2.98) double planBoundary,
      @ForAll @DoubleRange(min = 0.02, max = 2.98) double stop,
      @ForAll @DoubleRange(min = 0.1, max = 0.3) double leftLayers,
      @ForAll @DoubleRange(min = 0.1, max = 0.3) double rightLayers,
      @ForAll boolean apart)
      throws IOException {
    Plan plan = plan(pieceBoundary, planBoundary, stop, leftLayers, rightLayers, apart);
    PlanResult result = Shapes.compute(plan, Shapes.bar(12, 12, HEIGHT));
    String program = GcodeReader.text(result);
    for (int p = 0; p < 2; p++) {
      boolean isRight = p == 1;
      PieceStack stack = result.stack().pieces().get(p);
      double begins = actual(stack, MovedPlane.What.PLAN_BOUNDARY, planBoundary);
      double stops = actual(stack, MovedPlane.What.STOP, stop);
      List<GcodeReader.Extrusion> all =
          printed(program).stream().filter(e -> isRight(e) == isRight).toList();
      assertThat(highest(all.stream().filter(e -> e.tool() == 0).mapToDouble(e -> e.z())))
          .isCloseTo(begins, within(0.0006));
      assertThat(all).filteredOn(e -> e.tool() == 1).allMatch(e -> e.z() > begins);
      // What was printed of the piece when the stop came: all up to its plane, and nothing above.
      assertThat(standing(program, isRight)).isCloseTo(stops, within(0.0006));
    }
  }

  /** How high a piece stands when the stop comes that belongs to it, mm. */
  private static double standing(String program, boolean isRight) {
    List<GcodeReader.Extrusion> all = printed(program);
    int at = program.indexOf(HERE);
    int before = printed(program.substring(0, at)).size();
    // Of pieces that are printed one at a time each has a stop of its own.
    int second = program.indexOf(HERE, at + 1);
    if (second >= 0 && isRight(all.get(before)) != isRight) {
      before = printed(program.substring(0, second)).size();
    }
    return highest(
        all.stream().limit(before).filter(e -> isRight(e) == isRight).mapToDouble(e -> e.z()));
  }

  private static boolean isRight(GcodeReader.Extrusion extrusion) {
    return extrusion.x0() > BETWEEN_PIECES;
  }

  private static List<GcodeReader.Extrusion> printed(String program) {
    return GcodeReader.read(program).extrusions.stream()
        .filter(e -> !e.role().equals("purge"))
        .toList();
  }
}

package org.stratonomy.engine.strata;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.edit.Divider;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.plan.Strata;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.strata.PieceStack.MovedPlane;

class LayerStackProperties {
  private static PieceStack stack(Plan plan, double height) {
    PlacedPiece placed =
        PlacedPiece.of(plan.pieces().getFirst(), Shapes.source(Shapes.bar(10, 10, height)));
    return LayerStack.of(plan, List.of(placed), new Resolver(new Job(plan, ShelfReader.standard())))
        .pieces()
        .getFirst();
  }

  @Property(tries = 300)
  void everyBoundaryIsALayerPlaneAndLayersFillTheHeight(
      @ForAll @Size(max = 6) List<@IntRange(min = 2, max = 290) Integer> tenths,
      @ForAll @DoubleRange(min = 30.5, max = 40) double height,
      @ForAll @DoubleRange(min = 0.1, max = 0.3) double layerHeight) {
    List<Double> boundaries = new TreeSet<>(tenths).stream().map(t -> t / 10.0).toList();
    Plan plan =
        Shapes.plan(
            boundaries, Shapes.everywhere(Map.of(Setting.LAYER_HEIGHT, Value.of(layerHeight))));
    PieceStack stack = stack(plan, height);
    double at = 0;
    for (PieceLayer layer : stack.layers()) {
      assertThat(layer.bottom()).isEqualTo(at);
      assertThat(layer.height()).isBetween(0.0999, 0.3001);
      at = layer.top();
    }
    assertThat(at).isCloseTo(height, within(1e-9));
    assertThat(stack.layers().stream().map(PieceLayer::top)).containsAll(boundaries);
    for (PieceLayer layer : stack.layers()) {
      long below = boundaries.stream().filter(b -> b <= layer.bottom()).count();
      assertThat(layer.stratum()).isEqualTo((int) below + 1);
    }
  }

  @Test
  void anIntervalTakesTheNearestWholeNumberOfLayers() {
    PieceStack stack = stack(Shapes.plan(List.of(4.3)), 10);
    // 0.2 for the first layer, then 4.1 mm in 21 layers (4.1 / 0.2 = 20.5).
    assertThat(stack.stratum(1)).hasSize(22);
    assertThat(stack.stratum(1).get(1).height()).isCloseTo(4.1 / 21, within(1e-3));
    assertThat(stack.layers())
        .allSatisfy(l -> assertThat(l.top()).isEqualTo(Math.round(l.top() * 1000) / 1000.0));
  }

  @Test
  void aBoundaryAndAStopBesideABoundaryOfThePieceGoToTheNearestPlaneTogether() {
    Plan plan =
        Shapes.plan(List.of(5.0), Shapes.everywhere(Map.of(Setting.LAYER_HEIGHT, Value.of(0.15))))
            .withStrata(Strata.of(List.of(5.09)))
            .withStops(List.of(new Stop("s", 5.09, "")));
    PieceStack stack = stack(plan, 8);
    // Of 5.0 and 5.15 the latter is nearer, and the stratum of the plan begins there, too.
    assertThat(stack.moved()).extracting(MovedPlane::actual).containsExactly(5.15, 5.15);
    assertThat(stack.layers())
        .allSatisfy(l -> assertThat(stack.planStratum(l)).isEqualTo(l.bottom() >= 5.15 ? 2 : 1));
  }

  @Test
  void aboveTheLastBoundaryLayersKeepTheWantedHeightAndTheTopmostTakesTheRest() {
    PieceStack stack = stack(Shapes.plan(List.of()), 10.07);
    assertThat(stack.layers()).hasSize(50);
    assertThat(stack.layers().get(48).top()).isEqualTo(9.8);
    assertThat(stack.layers().getLast().height()).isCloseTo(0.27, within(1e-9));
  }

  @Test
  void boundariesOutsideArePassedOverAndThoseTooNearToEachOtherRefused() {
    Plan outside = Shapes.plan(List.of(-3.0, 0.02, 4.0, 12.0));
    PieceStack stack = stack(outside, 10);
    assertThat(stack.unprinted(outside.pieces().getFirst())).containsExactly(1, 2, 5);
    assertThat(stack.stratum(3).getLast().top()).isEqualTo(4);
    assertThatThrownBy(() -> stack(Shapes.plan(List.of(4.2, 4.25)), 10))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("0.050 mm above the one at 4.2 mm");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "12 | 12 mm lies outside the piece. Choose a height between 0.000 and 10.000 mm.",
        "-1 | -1 mm lies outside the piece",
        "0.03 | 0.030 mm above the bottom; no layer fits between",
        "9.98 | only 0.020 mm below the top",
        "4.25 | 0.050 mm above the one at 4.2 mm",
      })
  void aBoundaryThatSomebodyPutsWhereNoLayerFitsIsRefused(double height, String said) {
    Plan plan = Shapes.plan(List.of(4.2));
    Piece piece = new Divider(plan, "piece").divide(height).pieces().getFirst();
    PlacedPiece placed = PlacedPiece.of(piece, Shapes.source(Shapes.bar(10, 10, 10)));
    Machine machine = ShelfReader.standard().machine(plan.machine());
    assertThatThrownBy(() -> BoundaryCheck.check(placed, machine, List.of(4.2)))
        .isInstanceOf(Problem.class)
        .hasMessageContaining(said);
    BoundaryCheck.check(placed, machine, piece.boundaries());
  }

  @Test
  void aStopInsideALayerMovesToTheNearestPlaneAndSaysSo() {
    Plan plan = Shapes.plan(List.of(4.2));
    Plan stopped =
        new Plan(
            plan.name(),
            plan.machine(),
            plan.slots(),
            plan.pieces(),
            plan.rules(),
            List.of(new Stop("s", 4.25, ""), new Stop("t", 6.13, "")));
    PieceStack stack = stack(stopped, 10);
    assertThat(stack.moved()).hasSize(1);
    assertThat(stack.moved().getFirst().actual()).isEqualTo(4.2);
    assertThat(stack.layers().stream().map(PieceLayer::top)).contains(6.13);
  }

  @Test
  void theSectionOfASphereIsTheCircleAtItsHeight() {
    Plan plan = Shapes.plan(List.of());
    PlacedPiece placed = PlacedPiece.of(plan.pieces().getFirst(), Shapes.source(Shapes.sphere(10)));
    PieceStack stack =
        LayerStack.of(plan, List.of(placed), new Resolver(new Job(plan, ShelfReader.standard())))
            .pieces()
            .getFirst();
    Sections sections = new Sections(placed, stack, new Memo(1 << 20));
    for (PieceLayer layer : stack.layers()) {
      double z = layer.middle() - 10;
      double expected = Math.PI * (100 - z * z);
      assertThat(sections.get(layer.index()).areaMm2())
          .isCloseTo(expected, within(0.15 + 0.002 * expected));
    }
  }

  @Test
  void anAbruptChangeOfTheOutlineIsMarkedAtItsPlane() {
    Plan plan = Shapes.plan(List.of());
    var soup = new org.stratonomy.engine.mesh.TriangleSoup(24);
    Shapes.addBar(soup, 0, 0, 0, 30, 30, 6);
    Shapes.addBar(soup, 10, 10, 5, 20, 20, 16);
    PlacedPiece placed =
        PlacedPiece.of(
            plan.pieces().getFirst(),
            Shapes.source(org.stratonomy.engine.mesh.MeshBuilder.build("step", soup)));
    PieceStack stack =
        LayerStack.of(plan, List.of(placed), new Resolver(new Job(plan, ShelfReader.standard())))
            .pieces()
            .getFirst();
    HeightProfile profile = HeightProfile.of(stack, new Sections(placed, stack, new Memo(1 << 20)));
    assertThat(profile.marks()).containsExactly(6.0);
    assertThat(profile.areasMm2()[0]).isCloseTo(900, within(0.01));
  }
}

package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.Filling.Level;
import org.stratonomy.engine.edit.FillingRules;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.stroke.Stroke;

class FillingTest {
  private static Optional<Filling> filling(Mesh mesh, double least) {
    Plan plan = Shapes.plan(List.of(), Shapes.everywhere(Map.of(Setting.SKIRT_LINES, Value.of(0))));
    return Filling.of(Shapes.compute(plan, mesh), 0, least);
  }

  /** Walls around a room of 30 × 20 mm, Z 2 to 8, on a floor and, if wanted, under a lid. */
  private static Mesh box(boolean lid) {
    TriangleSoup soup = new TriangleSoup(72);
    Shapes.addBar(soup, 0, 0, 0, 40, 30, 2);
    Shapes.addBar(soup, 0, 0, 2, 5, 30, 8);
    Shapes.addBar(soup, 35, 0, 2, 40, 30, 8);
    Shapes.addBar(soup, 0, 0, 2, 40, 5, 8);
    Shapes.addBar(soup, 0, 25, 2, 40, 30, 8);
    if (lid) {
      Shapes.addBar(soup, 0, 0, 8, 40, 30, 10);
    }
    return MeshBuilder.build("box", soup);
  }

  private static Level at(Filling filling, double height) {
    return filling.levels().stream()
        .filter(level -> Math.abs(level.heightMm() - height) < 1e-6)
        .findFirst()
        .orElseThrow();
  }

  @Test
  void aRoomUnderAFlatLidIsAsWideAsItIsAndItsLidSpansTheShorterWay() {
    Filling room = filling(box(true), 15).orElseThrow();
    Level last = at(room, 7.8);
    assertThat(last.openingMm()).isCloseTo(20, within(0.1));
    assertThat(last.bridgeMm()).isCloseTo(20, within(0.5));
    assertThat(last.volumeMm3()).isCloseTo(30 * 20 * 5.8, within(5.0));
    assertThat(at(room, 2.0).volumeMm3()).isZero();
    Filling.Proposal proposal = room.proposal().orElseThrow();
    assertThat(proposal.level()).isEqualTo(last);
    assertThat(proposal.reason()).contains("last layer");
    assertThat(filling(box(true), 25).orElseThrow().proposal()).isEmpty();
  }

  @Test
  void whatStaysOpenNeedsNoBridge() {
    Filling room = filling(box(false), 15).orElseThrow();
    assertThat(room.levels()).allMatch(level -> level.bridgeMm() == 0);
  }

  @Test
  void aConeClosesByItselfAndIsFilledAsFarAsItsOpeningIsWideEnough() {
    // A tube with a cone on it: radius 12 up to Z 10, then 1 mm inwards for each mm.
    double[][] outline = {{0, 22}, {12, 10}, {12, 0}, {16, 0}, {16, 26}, {0, 26}};
    Filling cone = filling(Shapes.turned(outline), 12).orElseThrow();
    assertThat(cone.levels()).allMatch(level -> level.bridgeMm() < 1.5);
    Level stop = cone.proposal().orElseThrow().level();
    assertThat(stop.heightMm()).isCloseTo(16, within(0.3));
    assertThat(stop.openingMm()).isBetween(12.0, 12.4);
    double frustum = Math.PI * 6 / 3 * (12 * 12 + 12 * 6 + 6 * 6);
    assertThat(stop.volumeMm3()).isCloseTo(Math.PI * 144 * 10 + frustum, within(90.0));
    assertThat(cone.proposal().orElseThrow().reason()).contains("narrower than 12 mm");
  }

  @Test
  void belowTheStopThePieceIsHollowAndAboveItTheFanRests() {
    Plan plan = Shapes.plan(List.of(), Shapes.everywhere(Map.of(Setting.SKIRT_LINES, Value.of(0))));
    Plan set = FillingRules.set(plan, "piece", 11, true, 2);
    PlanResult result = Shapes.compute(set, Shapes.bar(20, 20, 4));
    List<LayerSchedule> layers = result.schedule().layers();
    assertThat(roles(layers.get(8))).containsOnly(Role.OUTER_WALL, Role.INNER_WALL);
    assertThat(roles(layers.get(11))).contains(Role.INFILL);
    assertThat(fans(layers.get(9))).containsOnly(100.0);
    assertThat(fans(layers.get(10))).containsOnly(0.0);
    assertThat(fans(layers.get(11))).containsOnly(0.0);
    assertThat(fans(layers.get(12))).containsOnly(100.0);
    Plan moved = FillingRules.set(set, "piece", 15, false, 3);
    assertThat(moved.rules()).hasSize(2);
    assertThat(FillingRules.set(moved, "piece", 15, false, 0).rules()).isEqualTo(plan.rules());
  }

  @Test
  void rulesThatOnlyLookLikeThoseOfAFillingStay() {
    Rule own =
        new Rule(
            ofLayers(1, 10),
            Map.of(Setting.INFILL_DENSITY, Value.of(0), Setting.TOP_LAYERS, Value.of(0)));
    Rule still = new Rule(ofLayers(11, 12), Map.of(Setting.FAN, Value.of(0)));
    Plan plan = Shapes.plan(List.of(), own, still);
    Plan set = FillingRules.set(plan, "piece", 11, true, 2);
    assertThat(set.rules()).hasSize(4).containsAll(plan.rules());
    assertThat(FillingRules.set(set, "piece", 11, false, 0)).isEqualTo(plan);
  }

  private static Scope ofLayers(int first, int last) {
    Scope.Layers layers = new Scope.Layers(Scope.Layers.From.PIECE, first, last);
    return new Scope(
        List.of("piece"), List.of(), List.of(), List.of(), List.of(), Optional.of(layers));
  }

  private static Set<Role> roles(LayerSchedule layer) {
    return layer.strokes().stream().map(Stroke::role).collect(Collectors.toSet());
  }

  private static Set<Double> fans(LayerSchedule layer) {
    return layer.strokes().stream().map(Stroke::fanPercent).collect(Collectors.toSet());
  }

  @Test
  void aSolidPieceHasNothingToFill() {
    assertThat(filling(Shapes.bar(10, 10, 4), 5)).isEmpty();
  }
}

package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver.Reason;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.ScopeSpot;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Settings;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Filament;
import org.stratonomy.engine.stroke.Stroke;

/** Lines of another filament than the piece's are printed as suits theirs, and it is said so. */
class FedLinesTest {
  /** Wants 265 °C and no fan; the piece's filament wants 210 °C and a fan. */
  private static final String HOT = "rope";

  private static final Mesh GALLOWS =
      Shapes.turned(
          new double[] {0, 0},
          new double[] {3, 0},
          new double[] {3, 5},
          new double[] {10, 5},
          new double[] {10, 6},
          new double[] {0, 6});

  private static PlanResult compute(String machine, Rule... rules) {
    Plan plan = Shapes.plan(List.of(), rules).withMachine(machine).withSlots(List.of("chalk", HOT));
    return Shapes.compute(plan, GALLOWS);
  }

  private static Rule support() {
    return Shapes.everywhere(
        Map.of(
            Setting.SUPPORT,
            Value.of("everywhere"),
            Setting.SUPPORT_FILAMENT,
            Value.of(2),
            Setting.INTERFACE_FILAMENT,
            Value.of(2)));
  }

  private static List<Stroke> strokes(PlanResult result, Set<Role> roles) {
    return result.schedule().layers().stream()
        .flatMap(layer -> layer.strokes().stream())
        .filter(stroke -> roles.contains(stroke.role()))
        .toList();
  }

  @ParameterizedTest
  @ValueSource(strings = {"workshop-one", "workshop-four", "pair"})
  void supportIsLaidAsHotAndWithAsMuchFanAsItsFilamentWants(String machine) throws IOException {
    PlanResult result = compute(machine, support());
    Filament hot = result.resolver().filament(2);
    assertThat(hot.fanPercent()).isZero();
    List<GcodeReader.Extrusion> laid =
        GcodeReader.read(GcodeReader.text(result), machine.equals("pair") ? stepX(result) : 0)
            .extrusions;
    for (String role : List.of("support", "interface")) {
      assertThat(laid)
          .filteredOn(e -> e.role().equals(role))
          .isNotEmpty()
          .allSatisfy(e -> assertThat(e.nozzleC()).isEqualTo(hot.nozzleC()))
          .allSatisfy(e -> assertThat(e.fan()).isZero());
    }
    assertThat(laid)
        .filteredOn(e -> e.role().equals("outer wall") && e.z() > 1)
        .isNotEmpty()
        .allSatisfy(e -> assertThat(e.nozzleC()).isLessThan(hot.nozzleC()))
        .allSatisfy(e -> assertThat(e.fan()).isPositive());
  }

  private static double stepX(PlanResult result) {
    return result.resolver().machine().nozzle(2).x() - result.resolver().machine().nozzle(1).x();
  }

  @Test
  void theTowerIsLaidAsWhatElseIsPrintedOfItsFilament() {
    PlanResult result = compute("workshop-four", support());
    List<Stroke> tower = strokes(result, Set.of(Role.PURGE));
    assertThat(tower).filteredOn(s -> s.slot() == 2).isNotEmpty();
    assertThat(tower).filteredOn(s -> s.slot() == 2).allMatch(s -> s.fanPercent() == 0);
    assertThat(tower).filteredOn(s -> s.slot() == 2).allMatch(s -> s.nozzleC() == 265);
  }

  @Test
  void aRuleForTheRoleDecidesAndOneForThePieceDoesNot() {
    Rule ofPiece =
        Shapes.everywhere(
            Map.of(Setting.FAN, Value.of(80), Setting.NOZZLE_TEMPERATURE, Value.of(205)));
    Scope where =
        new Scope(
            List.of(),
            List.of(),
            List.of(),
            List.of(),
            List.of(Role.SUPPORT),
            java.util.Optional.empty());
    Rule ofSupport = new Rule(where, Map.of(Setting.FAN, Value.of(15)));
    PlanResult result = compute("workshop-one", support(), ofPiece, ofSupport);
    // Without part cooling in the first layer.
    assertThat(strokes(result, Set.of(Role.SUPPORT)).stream().map(Stroke::fanPercent).distinct())
        .containsExactly(0.0, 15.0);
    assertThat(strokes(result, Set.of(Role.INTERFACE)))
        .allMatch(s -> s.fanPercent() == 0 && s.nozzleC() == 265);
    assertThat(strokes(result, Set.of(Role.OUTER_WALL))).allMatch(s -> s.nozzleC() == 205);
  }

  @Test
  void whatIsSaidOfALineIsWhatIsPrinted() {
    Rule ofPiece =
        Shapes.everywhere(
            Map.of(Setting.FAN, Value.of(80), Setting.NOZZLE_TEMPERATURE, Value.of(205)));
    PlanResult result = compute("workshop-one", ofPiece, support());
    Set<Role> seen = new TreeSet<>();
    for (LayerSchedule layer : result.schedule().layers()) {
      for (Stroke stroke : layer.strokes()) {
        if (stroke.role() != Role.SUPPORT && stroke.role() != Role.INTERFACE) {
          continue;
        }
        seen.add(stroke.role());
        ScopeSpot beside =
            result.cells().getFirst().spot(layer.layer().parts().getFirst().layer(), "", Set.of());
        Reason heat = result.resolver().reason(beside, stroke.role(), Setting.NOZZLE_TEMPERATURE);
        assertThat(heat.value()).isEqualTo(Value.of(stroke.nozzleC()));
        assertThat(heat.rule()).isEqualTo(Settings.BY_DEFAULT);
        assertThat(heat.hidden()).containsExactly(0);
        Reason filament = result.resolver().reason(beside, stroke.role(), Setting.FILAMENT);
        assertThat(filament.value()).isEqualTo(Value.of(stroke.slot()));
        assertThat(filament.rule()).isEqualTo(1);
      }
    }
    assertThat(seen.stream().map(Role::label).collect(Collectors.toSet()))
        .containsExactlyInAnyOrder("support", "interface");
  }
}

package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.PlanChange.Difference;
import org.stratonomy.engine.PlanChange.Finding;
import org.stratonomy.engine.document.ShelfFormat;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.shelf.Shelf;
import tools.jackson.databind.json.JsonMapper;

class PlanChangeTest {
  private static final Shelf STANDARD = ShelfReader.standard();

  /** A small machine with a fine, cool nozzle. */
  private static final Shelf SHELF =
      STANDARD.with(
          ShelfFormat.machine(
              ShelfFormat.write(STANDARD.machine("workshop-one"))
                  .put("id", "small")
                  .put("name", "Small")
                  .put("bedX", 100)
                  .put("bedY", 90)
                  .put("heightMm", 50)
                  .put("parkY", 80)
                  .set(
                      "nozzles",
                      JsonMapper.shared()
                          .valueToTree(List.of(new Machine.Nozzle(0.25, 205, 20, 0, 0))))));

  private static PlanChange change(String machine, Mesh mesh, Rule... rules) {
    Plan plan = Shapes.plan(List.of(), rules);
    return PlanChange.machine(new Job(plan, SHELF), machine, SHELF, Shapes.source(mesh));
  }

  @Test
  void theSamePlanChangesNothing() {
    PlanChange same = change("workshop-one", Shapes.bar(20, 20, 5));
    assertThat(same.differences()).isEmpty();
    assertThat(same.findings()).isEmpty();
    assertThat(same.possible()).isTrue();
  }

  @Test
  void whatFollowsTheMachineIsListedAndWhatARuleGivesIsNot() {
    PlanChange small = change("small", Shapes.bar(20, 20, 5));
    assertThat(small.differences())
        .contains(
            new Difference("Nozzle", "0.4 mm", "0.25 mm"),
            new Difference("Room", "250 × 210 mm, 220 mm high", "100 × 90 mm, 50 mm high"),
            new Difference("Line width", "0.44 mm", "0.275 mm"));
    Rule width = Shapes.everywhere(Map.of(Setting.LINE_WIDTH, Value.of(0.4)));
    assertThat(change("small", Shapes.bar(20, 20, 5), width).differences())
        .noneMatch(difference -> difference.what().equals("Line width"));
    assertThat(change("workshop-four", Shapes.bar(20, 20, 5)).differences())
        .contains(
            new Difference(
                "Filament is changed", "by hand, 90 s each", "by its feeder, 45 s each"));
  }

  @Test
  void whatWouldNoLongerFitIsNamedWithARemedy() {
    PlanChange small = change("small", Shapes.bar(120, 20, 60));
    assertThat(small.findings()).extracting(Finding::what).contains("Piece", "Chalk", "Slate");
    assertThat(small.findings())
        .extracting(Finding::reason)
        .contains(
            "It takes 120 × 20 mm of a bed of 100 × 90 mm.",
            "It is 60 mm high; there is room for 50 mm.",
            "It needs a nozzle of 210 °C; the machine's may get 205 °C.");
    assertThat(small.findings()).noneMatch(finding -> finding.remedy().isBlank());
    assertThat(small.possible()).isTrue();
    assertThat(change("small", Shapes.bar(20, 20, 5)).findings())
        .extracting(Finding::reason)
        .contains("It would reach off the bed.");
  }

  @Test
  void aRuleThatTheOtherMachineCannotDoMakesItImpossible() {
    Rule thick = Shapes.everywhere(Map.of(Setting.LAYER_HEIGHT, Value.of(0.3)));
    PlanChange small = change("small", Shapes.bar(20, 20, 5), thick);
    assertThat(small.possible()).isFalse();
    assertThat(small.findings().getLast().reason()).contains("Layer height 0.3 is not possible");
  }

  private static PlanChange filament(String id, Rule... rules) {
    Plan plan = Shapes.plan(List.of(), rules);
    return PlanChange.filament(
        Shapes.job(plan), 2, id, STANDARD, Shapes.source(Shapes.bar(20, 20, 5)));
  }

  @Test
  void aFilamentOfTheSameKindChangesNothing() {
    PlanChange kelp = filament("fog");
    assertThat(kelp.findings()).isEmpty();
    assertThat(kelp.differences())
        .extracting(Difference::what)
        .containsExactly("Nozzle temperature");
    assertThat(filament("slate").differences()).isEmpty();
  }

  @Test
  void whatFollowsTheFilamentIsListedAndWhatRulesGiveIsNamed() {
    Rule hot =
        Shapes.stratum(
            1, Map.of(Setting.NOZZLE_TEMPERATURE, Value.of(215), Setting.FAN, Value.of(80)));
    PlanChange blue = filament("harbour-blue", hot);
    assertThat(blue.possible()).isTrue();
    assertThat(blue.differences())
        .contains(
            new Difference("Material", "PLA", "PETG"),
            new Difference("Nozzle temperature", "210 °C", "238 °C"),
            new Difference("Bed temperature", "60 °C", "80 °C"));
    assertThat(blue.findings())
        .extracting(Finding::what, Finding::reason)
        .contains(
            tuple(
                "Rule 1",
                "It gives nozzle temperature as 215 °C; usual was 210, and would be 238."));
    Rule off = new Rule("", hot.where(), hot.set(), false, "");
    assertThat(filament("harbour-blue", off).findings()).isEmpty();
  }

  @Test
  void aFilamentTheMachineCannotPrintIsNamed() {
    Plan plan = Shapes.plan(List.of()).withMachine("longbelt");
    PlanChange rope =
        PlanChange.filament(
            Shapes.job(plan), 1, "rope", STANDARD, Shapes.source(Shapes.bar(20, 20, 5)));
    assertThat(rope.findings())
        .extracting(Finding::reason)
        .contains(
            "It needs a nozzle of 265 °C; the machine's may get 260 °C.",
            "It holds on: rough sheet, glass; on the bed lies: woven belt.");
  }

  @Test
  void aBeltLaysLayersOtherwise() {
    Plan divided = Shapes.plan(List.of(2.0));
    PlanChange belt =
        PlanChange.machine(
            Shapes.job(divided), "longbelt", STANDARD, Shapes.source(Shapes.bar(20, 20, 5)));
    assertThat(belt.differences()).contains(new Difference("Layers", "level", "tilted by 45°"));
    // The boundary at 2 mm lies before the piece, across the tilted layers.
    assertThat(belt.possible()).isTrue();
    assertThat(belt.findings())
        .extracting(Finding::reason)
        .contains("Stratum 1 would lie outside the print.");
    assertThat(belt.findings()).extracting(Finding::what).contains("Strata and stops");
  }
}

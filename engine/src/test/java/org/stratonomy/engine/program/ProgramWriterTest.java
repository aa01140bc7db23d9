package org.stratonomy.engine.program;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.Planner;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.document.ShelfFormat;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Shelf;
import tools.jackson.databind.node.ObjectNode;

class ProgramWriterTest {
  private static PlanResult result(Plan plan) {
    return Shapes.compute(plan, Shapes.bar(15, 15, 3));
  }

  private static List<String> lines(Plan plan) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    Planner.writeProgram(result(plan), bytes);
    return bytes.toString(StandardCharsets.UTF_8).lines().toList();
  }

  private static Plan twoColours() {
    return Shapes.plan(
        List.of(1.0),
        Shapes.stratum(
            2, Map.of(Setting.FILAMENT, Value.of(2), Setting.NOZZLE_TEMPERATURE, Value.of(225))));
  }

  @ParameterizedTest
  @CsvSource({
    "0, 3, 0",
    "1200, 3, 1.2",
    "-5, 3, -0.005",
    "100000, 5, 1",
    "123456, 5, 1.23456",
    "90, 0, 90",
    "1000, 0, 1000",
    "21600, 0, 21600",
    "1000000, 0, 1000000",
    "1012000, 3, 1012",
    "-1000, 3, -1",
    "999, 3, 0.999",
    "-120340, 3, -120.34",
    "5, 5, 0.00005",
    "7000, 5, 0.07",
    "-70000, 5, -0.7",
    "99990, 5, 0.9999",
    "4500100, 5, 45.001",
    "2147483647999, 3, 2147483647.999",
    "0, 0, 0"
  })
  void numbersAreExactAndNoLongerThanTheyNeedToBe(long scaled, int decimals, String expected)
      throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    GcodeText text = new GcodeText(bytes);
    switch (decimals) {
      case 3 -> text.thousandths('X', scaled).flush();
      case 5 -> text.hundredThousandths('X', scaled).flush();
      default -> text.number('X', scaled).flush();
    }
    assertThat(bytes.toString(StandardCharsets.US_ASCII)).isEqualTo(" X" + expected);
  }

  @Test
  void aRampOfTemperatureGoesOnWithoutAWait() throws IOException {
    Value ramp =
        new Value.Course(
            Scope.Layers.From.STRATUM,
            true,
            List.of(new Value.Course.Step(1, 210), new Value.Course.Step(6, 230)));
    List<String> lines =
        lines(
            Shapes.plan(List.of(1.0), Shapes.stratum(2, Map.of(Setting.NOZZLE_TEMPERATURE, ramp))));
    assertThat(lines.stream().filter(line -> line.startsWith("M104 S2")))
        .containsExactly(
            "M104 S210", "M104 S214", "M104 S218", "M104 S222", "M104 S226", "M104 S230");
    assertThat(lines.stream().filter(line -> line.startsWith("M109"))).hasSize(1);
    List<String> atOnce =
        lines(
            Shapes.plan(
                List.of(1.0),
                Shapes.stratum(2, Map.of(Setting.NOZZLE_TEMPERATURE, Value.of(230)))));
    assertThat(atOnce).contains("M109 S230");
  }

  @Test
  void atAChangeTheHeadLiftsThenParksThenWaitsThenStatesItsWholeState() throws IOException {
    List<String> lines = lines(twoColours());
    int change = lines.indexOf("M600");
    List<String> before = lines.subList(change - 8, change);
    assertThat(before).contains("M109 S225 ; both filaments melt");
    assertThat(before.get(0)).startsWith("G1 E-0.8");
    assertThat(before.get(1)).isEqualTo("G0 Z11 F720");
    assertThat(before.get(2)).startsWith("G0 X5 Y200");
    List<String> after = lines.subList(change + 1, change + 10);
    assertThat(after.subList(0, 5)).containsExactly("M109 S225", "M84 S60", "G21", "G90", "M83");
    assertThat(after.get(5)).startsWith("M106 S255");
    assertThat(after.get(6)).startsWith("G0 X");
    assertThat(after.get(7)).startsWith("G0 Z1.2");
    assertThat(after.get(8)).startsWith("G1 E0.8");
  }

  @Test
  void theFirstSidewaysMoveFollowsTheLift() throws IOException {
    List<String> lines = lines(twoColours());
    List<String> moves = lines.stream().filter(line -> line.startsWith("G0")).limit(3).toList();
    assertThat(moves.get(0)).startsWith("G0 Z5");
    assertThat(moves.get(1)).startsWith("G0 X").doesNotContain("Z");
    assertThat(moves.get(2)).startsWith("G0 Z0.2");
    assertThat(lines.indexOf("G28")).isLessThan(lines.indexOf(moves.getFirst()));
  }

  @Test
  void aPauseSaysItsNoteAndWaits() throws IOException {
    Plan plain = Shapes.plan(List.of());
    Plan plan =
        new Plan(
            plain.name(),
            plain.machine(),
            plain.slots(),
            plain.pieces(),
            plain.rules(),
            List.of(new Stop("s", 2.0, "Put the\nnut in")));
    List<String> lines = lines(plan);
    assertThat(lines).contains("M0", "M117 Put the nut in").doesNotContain("M600");
    assertThat(lines)
        .anyMatch(line -> line.startsWith("; stop 1 of 1: before layer 11, at 2 mm: pause"));
  }

  @Test
  void absoluteExtrusionCountsFromEachLayerWhatRelativeTellsByMove() throws IOException {
    List<Double> relative = extrusions(lines(twoColours()), false);
    Rule absolute = Shapes.everywhere(Map.of(Setting.EXTRUSION, Value.of("absolute")));
    List<String> lines = lines(withRule(twoColours(), absolute));
    assertThat(lines).contains("M82", "G92 E0");
    List<Double> steps = extrusions(lines, true);
    assertThat(steps).hasSameSizeAs(relative);
    for (int i = 0; i < steps.size(); i++) {
      assertThat(steps.get(i)).isCloseTo(relative.get(i), within(1e-9));
    }
  }

  private static Plan withRule(Plan plan, Rule rule) {
    List<Rule> rules = new ArrayList<>(plan.rules());
    rules.add(rule);
    return plan.withRules(rules);
  }

  /** How far the strand goes in each move that tells it, mm. */
  private static List<Double> extrusions(List<String> lines, boolean absolute) {
    List<Double> steps = new ArrayList<>();
    double told = 0;
    for (String line : lines) {
      int at = line.indexOf(" E");
      if (line.startsWith("G92")) {
        told = 0;
      } else if (line.startsWith("G1") && at > 0) {
        double e = Double.parseDouble(line.substring(at + 2).split(" ")[0]);
        steps.add(absolute ? e - told : e);
        told = e;
      }
    }
    return steps;
  }

  @Test
  void progressIsToldAtEachLayer() throws IOException {
    Rule telling = Shapes.everywhere(Map.of(Setting.PROGRESS, Value.of("by layer")));
    Plan plan = withRule(twoColours(), telling);
    PlanResult result = result(plan);
    List<int[]> told =
        lines(plan).stream()
            .filter(line -> line.startsWith("M73"))
            .map(line -> line.split(" [PR]"))
            .map(words -> new int[] {Integer.parseInt(words[1]), Integer.parseInt(words[2])})
            .toList();
    assertThat(told).hasSize(result.stack().size());
    assertThat(told).extracting(one -> one[0]).isSorted().allMatch(done -> done < 100);
    assertThat(told.getFirst()[1]).isBetween(1, (int) Math.ceil(result.ledger().seconds() / 60));
    assertThat(told.getLast()[1]).isLessThan(told.getFirst()[1]);
    assertThat(lines(twoColours())).noneMatch(line -> line.startsWith("M73"));
  }

  @Test
  void theEndSwitchesEverythingOff() throws IOException {
    List<String> lines = lines(twoColours());
    assertThat(lines.subList(lines.size() - 7, lines.size()))
        .contains("M107", "M104 S0", "M140 S0", "M84");
    assertThat(lines.get(lines.size() - 8)).startsWith("G1 E-0.8");
  }

  @Test
  void theNameTellsColoursMaterialNozzleAndStops() {
    assertThat(Planner.programName(result(twoColours())))
        .isEqualTo("test_chalk+slate_pla_0.4mm_1-stop.gcode");
  }

  @Test
  void theNameFollowsTheMachinesTemplate() {
    Shelf shelf = ShelfReader.standard();
    ObjectNode machine = ShelfFormat.write(shelf.machine("workshop-one"));
    machine.put("fileName", "{{machine}} {{colours}}_{{layerHeight}}_{{layers}}_{{time}}");
    PlanResult result =
        Shapes.compute(
            twoColours(), Shapes.bar(15, 15, 3), shelf.with(ShelfFormat.machine(machine)));
    assertThat(Planner.programName(result))
        .matches("workshop-one-2-colours_0\\.2mm_15-layers_[0-9]+min\\.gcode");
  }
}

package org.stratonomy.engine.program;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.FieldSource;
import org.stratonomy.engine.Planner;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.document.ShelfFormat;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.shelf.Shelf;
import tools.jackson.databind.node.ObjectNode;

class OwnLinesTest {
  private static final Shelf SHELF = ShelfReader.standard();
  private static final List<String> MACHINES = SHELF.machines().stream().map(Machine::id).toList();

  private static Machine with(String machine, Map<String, String> lines) {
    ObjectNode node = ShelfFormat.write(SHELF.machine(machine));
    ObjectNode own = node.putObject("ownLines");
    lines.forEach(own::put);
    return ShelfFormat.machine(node);
  }

  private static Plan twoFilaments(Machine machine) {
    if (machine.belt().isPresent()) {
      return Shapes.plan(List.of());
    }
    return Shapes.plan(List.of(1.0), Shapes.stratum(2, Map.of(Setting.FILAMENT, Value.of(2))))
        .withStops(
            List.of(
                new Stop("pause", 2, "look"), new Stop("say", 2.4, "done", new Stop.Message())));
  }

  private static List<String> program(Machine machine) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    Planner.writeProgram(
        Shapes.compute(
            twoFilaments(machine).withMachine(machine.id()),
            Shapes.bar(15, 15, 3),
            SHELF.with(machine)),
        bytes);
    return bytes.toString(StandardCharsets.UTF_8).lines().toList();
  }

  @Test
  void theyStandInPlaceOfTheDialectsAndAllIsStatedAfterThem() throws IOException {
    List<String> lines =
        program(
            with(
                "workshop-four",
                Map.of(
                    "start", "MY_START BED={{bedC}} FIRST={{filament}}",
                    "change", "MY_CHANGE {{from}} {{to}}\nG91",
                    "pause", "MY_PAUSE {{layer}}\n",
                    "message", "MY_NOTE {{note}}",
                    "end", "MY_END {{liftZ}}")));
    assertThat(lines)
        .startsWith("MY_START BED=60 FIRST=Chalk")
        .containsSequence(
            "T0", "M204 S3000", "M190 S60", "G21", "G90", "M83", "M109 S210", "G0 Z5 F900")
        .containsSequence("MY_CHANGE Chalk Slate", "G91", "G21", "G90", "M83", "M109 S210")
        .containsSequence("MY_PAUSE 11", "G21", "G90", "M83", "M109 S210")
        .contains("MY_NOTE done")
        .endsWith("MY_END 4")
        .noneMatch(line -> line.startsWith("G28") || line.equals("M0"));
    int change = lines.indexOf("MY_CHANGE Chalk Slate");
    assertThat(lines.get(change + 6)).startsWith("G0 Z");
  }

  @Test
  void aPartThatIsLeftEmptySendsNothing() throws IOException {
    List<String> lines = program(with("workshop-one", Map.of("message", "")));
    assertThat(lines).contains("M600").doesNotContain("M117 done");
  }

  @ParameterizedTest
  @FieldSource("MACHINES")
  void aDialectsLinesAsOnesOwnMakeAProgramThatDoesTheSame(String id) throws IOException {
    Machine machine = SHELF.machine(id);
    Machine same = with(id, Dialect.written(machine));
    assertThat(Dialect.written(same)).isEqualTo(Dialect.written(machine));
    List<String> own = program(same);
    assertThat(
            own.stream()
                .filter(line -> line.startsWith("G1"))
                .map(line -> line.replaceAll(" F.*", "")))
        .containsExactlyElementsOf(
            program(machine).stream()
                .filter(line -> line.startsWith("G1"))
                .map(line -> line.replaceAll(" F.*", ""))
                .toList());
  }

  @Test
  void afterTheLinesForAMixStrandIsToldAsBefore() throws IOException {
    Machine blend = with("blend", Map.of("change", "MIX {{first}}\nM83"));
    Plan plan =
        Shapes.plan(
                List.of(1.0),
                Shapes.stratum(2, Map.of(Setting.FILAMENT, Value.of(2))),
                Shapes.everywhere(Map.of(Setting.EXTRUSION, Value.of("absolute"))))
            .withMachine("blend");
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    Planner.writeProgram(Shapes.compute(plan, Shapes.bar(15, 15, 3), SHELF.with(blend)), bytes);
    List<String> lines = bytes.toString(StandardCharsets.UTF_8).lines().toList();
    assertThat(lines)
        .containsSequence("MIX 1", "M83", "G21", "G90", "M83", "M82")
        .containsSequence("MIX 0", "M83", "G21", "G90", "M83", "M82");
  }

  @ParameterizedTest
  @EnumSource(Dialect.Part.class)
  void eachPartMayNameAllThatIsListedForIt(Dialect.Part part) throws IOException {
    StringBuilder all = new StringBuilder("; all");
    for (String name : part.names()) {
      all.append(' ').append(name);
      all.append(
          List.of("nozzles", "filaments").contains(name)
              ? "{{#%1$s}}x{{/%1$s}}".formatted(name)
              : "={{%s}}".formatted(name));
    }
    assertThat(program(with("workshop-one", Map.of(part.key(), all.toString()))))
        .anyMatch(line -> line.startsWith("; all"));
  }

  @Test
  void aMixIsToldAtNoHalt() {
    assertThatThrownBy(() -> with("blend", Map.of("change", "MIX {{first}} {{layer}}")))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("'layer'");
    assertThat(with("blend", Map.of("change", "MIX {{first}}")).writing().ownLines()).hasSize(1);
  }

  @ParameterizedTest
  @CsvSource({
    "start, M104 S{{heat}}, at the start: They are no template: No method or field with name 'heat'",
    "change, {{#hold}}M84, for a change of filament: They are no template: Section missing close",
    "end, {{plan}}, 'plan'"
  })
  void whatIsNoTemplateIsNamed(String part, String lines, String reason) {
    assertThatThrownBy(() -> with("workshop-one", Map.of(part, lines)))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("custom G-code of machine 'Workshop One'")
        .hasMessageContaining(reason)
        .hasMessageContaining("there are here: ");
  }
}

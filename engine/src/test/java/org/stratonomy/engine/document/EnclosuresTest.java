package org.stratonomy.engine.document;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.Planner;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.mesh.io.StlWriter;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.program.Enclosures;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;

class EnclosuresTest {
  private static final String NAME = "plan.gcode";

  private static StratFile file(Rule... rules) throws IOException {
    ByteArrayOutputStream mesh = new ByteArrayOutputStream();
    StlWriter.writeBinary(Shapes.bar(10, 8, 3), mesh);
    Plan plan = Shapes.plan(List.of(), rules);
    return new StratFile(
        plan.withPieces(
            plan.pieces().stream().map(piece -> piece.withMeshes(m -> "bar.stl")).toList()),
        Map.of("bar.stl", mesh.toByteArray()));
  }

  private static String program(StratFile file) throws IOException {
    PlanResult result = Shapes.compute(file.plan(), Shapes.bar(10, 8, 3));
    Enclosures enclosed = new Enclosures(() -> new byte[] {1, 2, 3, 4}, file::bytes);
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    Planner.writeProgram(result, List.of(), Optional.of(enclosed), bytes);
    return bytes.toString(StandardCharsets.UTF_8);
  }

  private static StratFile read(String program) throws IOException {
    return StratFile.inProgram(NAME, program.getBytes(StandardCharsets.UTF_8));
  }

  @Test
  void aProgramCarriesItsPlanAndModels() throws IOException {
    StratFile file = file();
    StratFile read = read(program(file));
    assertThat(read.plan()).isEqualTo(file.plan());
    assertThat(read.meshes()).containsOnlyKeys("bar.stl");
    assertThat(read.meshes().get("bar.stl")).isEqualTo(file.meshes().get("bar.stl"));
  }

  @Test
  void whatIsEnclosedIsCommentsInShortLines() throws IOException {
    String program = program(file());
    assertThat(program)
        .startsWith("; enclosed: picture.png, 4 bytes\n; AQIDBA==\n; end of picture.png\n");
    assertThat(program).endsWith("; end of plan.strat\n");
    assertThat(program.lines().filter(line -> line.startsWith("; ")))
        .allMatch(line -> line.length() < 100);
  }

  @Test
  void theSamePlanIsTheSameProgram() throws IOException {
    assertThat(program(file())).isEqualTo(program(file()));
  }

  @Test
  void onlyWhatThePlanWantsIsEnclosed() throws IOException {
    Rule none =
        Shapes.everywhere(
            Map.of(Setting.PROGRAM_PLAN, Value.of("no"), Setting.PROGRAM_PICTURE, Value.of("no")));
    String program = program(file(none));
    assertThat(program).doesNotContain("enclosed");
    assertThatThrownBy(() -> read(program))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("carries no plan");
  }

  @Test
  void anotherMachinesLineEndsDoNoHarm() throws IOException {
    assertThat(read(program(file()).replace("\n", "\r\n")).plan()).isEqualTo(file().plan());
  }

  @Test
  void aPlanThatIsNotAllThereIsRefused() throws IOException {
    String program = program(file());
    int middle = program.length() - 200;
    String cut = program.substring(0, middle) + program.substring(middle + 8);
    for (String broken : List.of(cut, program.substring(0, middle))) {
      assertThatThrownBy(() -> read(broken))
          .isInstanceOf(Problem.class)
          .hasMessageContaining("Not all of the plan");
    }
  }
}

package org.stratonomy.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.stratonomy.engine.document.PlanFormat;
import org.stratonomy.engine.document.StratFile;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.StlWriter;
import org.stratonomy.engine.mesh.TriangleSoup;
import picocli.CommandLine;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class ProgramCommandTest {
  private static final String PLAN =
      """
      { "format": "stratonomy-plan", "version": 1, "name": "Two bands", "machine": "workshop-one",
        "slots": ["chalk", "slate"],
        "pieces": [ { "id": "block", "bodies": [ { "id": "body", "mesh": "block.stl" } ],
                      "placement": { "position": [100, 100, 0] }, "boundaries": [4.2, 9.0] } ],
        "rules": [ { "where": { "strata": [2] }, "set": { "filament": 2 } } ] }
      """;

  @TempDir private Path directory;

  @BeforeEach
  void writePlan() throws IOException {
    Files.writeString(directory.resolve("plan.json"), PLAN);
    try (OutputStream out = Files.newOutputStream(directory.resolve("block.stl"))) {
      StlWriter.writeBinary(block(), out);
    }
  }

  private static Mesh block() {
    TriangleSoup soup = new TriangleSoup(12);
    int[][] faces = {
      {0, 1, 3, 2}, {4, 6, 7, 5}, {0, 4, 5, 1}, {2, 3, 7, 6}, {0, 2, 6, 4}, {1, 5, 7, 3}
    };
    for (int[] f : faces) {
      for (int k : new int[] {f[0], f[1], f[2], f[0], f[2], f[3]}) {
        soup.corner((k & 4) * 5, (k & 2) * 10, (k & 1) * 12);
      }
    }
    return MeshBuilder.build("block", soup);
  }

  private record Run(int exit, String said) {}

  private Run run(String plan, String... more) {
    PrintStream before = System.err;
    ByteArrayOutputStream said = new ByteArrayOutputStream();
    System.setErr(new PrintStream(said, true, StandardCharsets.UTF_8));
    try {
      String[] args = new String[3 + more.length];
      args[0] = directory.resolve(plan).toString();
      args[1] = "-o";
      args[2] = directory.resolve("out.gcode").toString();
      System.arraycopy(more, 0, args, 3, more.length);
      return new Run(
          new CommandLine(new ProgramCommand()).execute(args),
          said.toString(StandardCharsets.UTF_8));
    } finally {
      System.setErr(before);
    }
  }

  @Test
  void writesProgramAndLedger() throws IOException {
    Path ledger = directory.resolve("ledger.json");
    assertThat(run("plan.json", "--ledger", ledger.toString()).exit).isZero();
    String program = Files.readString(directory.resolve("out.gcode"));
    assertThat(program.lines().filter(line -> line.equals("M600"))).hasSize(2);
    JsonNode json = JsonMapper.shared().readTree(Files.readString(ledger));
    assertThat(json.get("stops").get(0).get("height").asDouble()).isEqualTo(4.2);
    assertThat(json.get("stops").get(1).get("layer").asInt()).isEqualTo(46);
    JsonNode slot = json.get("slots").get(1);
    assertThat(slot.get("massG").asDouble())
        .isCloseTo(slot.get("volumeMm3").asDouble() * 1.24e-3, within(1e-9));
    assertThat(json.get("timeSeconds").asDouble()).isPositive();
  }

  @Test
  void aStratFileGivesTheSameProgram() throws IOException {
    run("plan.json");
    String plain = Files.readString(directory.resolve("out.gcode"));
    byte[] mesh = Files.readAllBytes(directory.resolve("block.stl"));
    try (OutputStream out = Files.newOutputStream(directory.resolve("plan.strat"))) {
      new StratFile(PlanFormat.parse("plan", PLAN), Map.of("block.stl", mesh)).write(out);
    }
    assertThat(run("plan.strat").exit).isZero();
    assertThat(Files.readString(directory.resolve("out.gcode"))).isEqualTo(plain);
  }

  @Test
  void whatIsMissingIsNamedAndNothingIsWritten() throws IOException {
    Files.delete(directory.resolve("block.stl"));
    Run run = run("plan.json");
    assertThat(run.exit).isEqualTo(1);
    assertThat(run.said).contains("block.stl").contains("beside the plan");
    assertThat(directory.resolve("out.gcode")).doesNotExist();
    assertThat(run("nowhere.json").said).contains("no such file");
  }

  @Test
  void anUnknownKeyIsNamed() throws IOException {
    Files.writeString(directory.resolve("plan.json"), PLAN.replace("boundaries", "bounds"));
    Run run = run("plan.json");
    assertThat(run.exit).isEqualTo(1);
    assertThat(run.said).contains("bounds");
  }
}

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
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.stratonomy.engine.document.PlanFormat;
import org.stratonomy.engine.document.ShelfFormat;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.document.StratFile;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.mesh.io.StlWriter;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.shelf.Shelf;
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
      StlWriter.writeBinary(blocks(0), out);
    }
  }

  /** Blocks of 20 × 20 × 12 mm, each moved along X. */
  private static Mesh blocks(double... moved) {
    TriangleSoup soup = new TriangleSoup(12 * moved.length);
    int[][] faces = {
      {0, 1, 3, 2}, {4, 6, 7, 5}, {0, 4, 5, 1}, {2, 3, 7, 6}, {0, 2, 6, 4}, {1, 5, 7, 3}
    };
    for (double x : moved) {
      for (int[] f : faces) {
        for (int k : new int[] {f[0], f[1], f[2], f[0], f[2], f[3]}) {
          soup.corner(x + (k & 4) * 5, (k & 2) * 10, (k & 1) * 12);
        }
      }
    }
    return MeshBuilder.build("block", soup);
  }

  private record Run(int exit, String said, String printed) {}

  private Run run(String plan, String... more) {
    String[] args = new String[4 + more.length];
    args[0] = "program";
    args[1] = directory.resolve(plan).toString();
    args[2] = "-o";
    args[3] = directory.resolve("out.gcode").toString();
    System.arraycopy(more, 0, args, 4, more.length);
    return call(args);
  }

  private static Run call(String... args) {
    PrintStream err = System.err;
    PrintStream out = System.out;
    ByteArrayOutputStream said = new ByteArrayOutputStream();
    ByteArrayOutputStream printed = new ByteArrayOutputStream();
    System.setErr(new PrintStream(said, true, StandardCharsets.UTF_8));
    System.setOut(new PrintStream(printed, true, StandardCharsets.UTF_8));
    try {
      int exit = StratonomyCommand.commandLine().execute(args);
      return new Run(
          exit, said.toString(StandardCharsets.UTF_8), printed.toString(StandardCharsets.UTF_8));
    } finally {
      System.setErr(err);
      System.setOut(out);
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
    assertThat(json.get("shares").get(0).get("stratum").asInt()).isEqualTo(1);
  }

  /** A directory beside which a file lies that a plan must not reach. */
  private Path inner() throws IOException {
    Path inner = Files.createDirectories(directory.resolve("inner"));
    Files.copy(directory.resolve("block.stl"), directory.resolve("secret.stl"));
    Files.copy(directory.resolve("block.stl"), inner.resolve("block.stl"));
    return inner;
  }

  private Run runNaming(Path inner, String mesh, String... more) throws IOException {
    Files.writeString(inner.resolve("plan.json"), PLAN.replace("block.stl", mesh));
    return run("inner/plan.json", more);
  }

  @Test
  void meshesAreReadBelowThePlansDirectoryOnly() throws IOException {
    Path inner = inner();
    Files.createSymbolicLink(inner.resolve("link.stl"), directory.resolve("secret.stl"));
    String absolute = directory.resolve("secret.stl").toString();
    for (String mesh : new String[] {"../secret.stl", "link.stl", absolute, "/dev/zero", "."}) {
      Run refused = runNaming(inner, mesh);
      assertThat(refused.exit).as(mesh).isEqualTo(1);
      assertThat(refused.said).as(mesh).containsAnyOf("lies outside", "no regular file");
      assertThat(directory.resolve("out.gcode")).doesNotExist();
    }
    assertThat(runNaming(inner, "block.stl").exit).isZero();
    assertThat(runNaming(inner, "secret.stl", "--meshes", directory.toString()).exit).isZero();
  }

  @Test
  void customCodeIsWrittenOnlyIfItIsAccepted() throws IOException {
    Files.writeString(
        directory.resolve("own.json"),
        PLAN.replace(
            "\"rules\"",
            "\"stops\": [ { \"id\": \"own\", \"height\": 6, \"kind\": \"own commands\","
                + " \"commands\": [\"M300 P20\"] } ], \"rules\""));
    Run refused = run("own.json");
    assertThat(refused.exit).isEqualTo(1);
    assertThat(refused.said).contains("Custom G-code: 1 line").contains("M300 P20");
    assertThat(run("own.json", "--despite-errors").exit).isEqualTo(1);
    assertThat(run("own.json", "--accept-custom-code").exit).isZero();
    assertThat(Files.readString(directory.resolve("out.gcode"))).contains("\nM300 P20\n");
  }

  @Test
  void aNameIsNoFormulaInATable() throws IOException {
    Files.writeString(
        directory.resolve("formula.json"),
        PLAN.replace("\"id\": \"block\",", "\"id\": \"block\", \"name\": \"=1+1\","));
    Path ledger = directory.resolve("ledger.csv");
    assertThat(run("formula.json", "--ledger", ledger.toString()).exit).isZero();
    assertThat(Files.readString(ledger)).contains("\"'=1+1, stratum 1\"");
  }

  @Test
  void aLedgerNamedCsvIsATable() throws IOException {
    Path ledger = directory.resolve("ledger.csv");
    assertThat(run("plan.json", "--ledger", ledger.toString()).exit).isZero();
    List<String> lines = Files.readAllLines(ledger);
    assertThat(lines.getFirst())
        .isEqualTo("table,name,slot,timeSeconds,lengthMm,volumeMm3,massG,cost,currency");
    assertThat(lines).filteredOn(line -> line.startsWith("role,\"outer wall\",,")).hasSize(1);
    assertThat(lines).filteredOn(line -> line.startsWith("filament,")).hasSize(2);
    assertThat(lines).filteredOn(line -> line.startsWith("share,\"beside the")).hasSize(1);
  }

  @Test
  void theRunSheetIsWritten() throws IOException {
    Path sheet = directory.resolve("sheet.pdf");
    assertThat(
            run("plan.json", "--run-sheet", sheet.toString(), "--start", "2026-03-09T08:30").exit)
        .isZero();
    byte[] pdf = Files.readAllBytes(sheet);
    assertThat(new String(pdf, 0, 5, StandardCharsets.US_ASCII)).isEqualTo("%PDF-");
    assertThat(run("plan.json", "--run-sheet", sheet.toString(), "--start", "noon").exit)
        .isEqualTo(2);
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

  /** A machine and a filament that are on no shelf but the file's. */
  @Test
  void aStratFileBringsItsMachineAndFilamentsAlong() throws IOException {
    Shelf standard = ShelfReader.standard();
    String shelf =
        ShelfFormat.write(
                new Shelf(
                    List.of(standard.machine("workshop-one")), List.of(standard.filament("chalk"))))
            .replace("workshop-one", "attic")
            .replace("\"nozzleC\" : 210", "\"nozzleC\" : 199")
            .replace("chalk", "attic-white");
    Shelf own = ShelfFormat.parse("own", shelf);
    Plan plan =
        PlanFormat.parse("plan", PLAN)
            .withMachine("attic")
            .withSlots(List.of("attic-white", "attic-white"));
    byte[] mesh = Files.readAllBytes(directory.resolve("block.stl"));
    StratFile bare = new StratFile(plan, Map.of("block.stl", mesh));
    Files.write(directory.resolve("bare.strat"), bare.bytes());
    assertThat(run("bare.strat").said).contains("no filament 'attic-white'");
    Files.write(directory.resolve("own.strat"), bare.withSnapshot(own).bytes());
    assertThat(run("own.strat").exit).isZero();
    assertThat(Files.readString(directory.resolve("out.gcode")))
        .contains("M109 S199")
        .doesNotContain("M109 S210");
  }

  @Test
  void aProgramThatCarriesItsPlanGivesTheSameProgram() throws IOException {
    run("plan.json");
    String plain = Files.readString(directory.resolve("out.gcode"));
    Files.writeString(directory.resolve("found.gcode"), plain);
    assertThat(run("found.gcode").exit).isZero();
    assertThat(Files.readString(directory.resolve("out.gcode"))).isEqualTo(plain);
  }

  @Test
  void whatIsMissingIsNamedAndNothingIsWritten() throws IOException {
    byte[] stl = Files.readAllBytes(directory.resolve("block.stl"));
    Files.delete(directory.resolve("block.stl"));
    Run run = run("plan.json");
    assertThat(run.exit).isEqualTo(1);
    assertThat(run.said).contains("block.stl").contains("beside the plan");
    assertThat(directory.resolve("out.gcode")).doesNotExist();
    Run nowhere = run("nowhere.json");
    assertThat(nowhere.exit).isEqualTo(3);
    assertThat(nowhere.said).contains("no such file");
    Path lost = directory.resolve("lost").resolve("out.gcode");
    Files.write(directory.resolve("block.stl"), stl);
    Run astray = call("program", directory.resolve("plan.json").toString(), "-o", lost.toString());
    assertThat(astray.exit).isEqualTo(3);
    assertThat(astray.said).contains("no such directory");
  }

  @Test
  void aPlanWithAnErrorIsWrittenOnlyIfAskedToAndSaysSo() throws IOException {
    Files.writeString(directory.resolve("plan.json"), PLAN.replace("[100, 100, 0]", "[0, 0, 0]"));
    Run run = run("plan.json");
    assertThat(run.exit).isEqualTo(1);
    assertThat(run.said).contains("reaches off the bed").contains("Move it onto the bed first");
    assertThat(directory.resolve("out.gcode")).doesNotExist();
    assertThat(run("plan.json", "--despite-errors").exit).isZero();
    assertThat(Files.readString(directory.resolve("out.gcode")))
        .startsWith("; written despite: block reaches off the bed\n");
  }

  @Test
  void anUnknownKeyIsNamed() throws IOException {
    Files.writeString(directory.resolve("plan.json"), PLAN.replace("boundaries", "bounds"));
    Run run = run("plan.json");
    assertThat(run.exit).isEqualTo(1);
    assertThat(run.said).contains("bounds");
  }

  @Test
  void aBareMeshIsPrintedInTheMiddleOfTheBedWithTheSettingsGiven() throws IOException {
    Run run =
        run(
            "block.stl",
            "--set",
            "layerHeight=0.3",
            "--set",
            "infillPattern=gyroid",
            "--set",
            "skirtLines=0",
            "--json");
    assertThat(run.exit).isZero();
    String program = Files.readString(directory.resolve("out.gcode"));
    assertThat(program).contains("; layers: 41,").doesNotContain("M600");
    JsonNode json = JsonMapper.shared().readTree(run.printed);
    assertThat(json.get("timeSeconds").asDouble()).isPositive();
    assertThat(json.get("shares").get(0).get("stratum").asInt()).isEqualTo(1);
    assertThat(json.get("findings").isArray()).isTrue();
  }

  @Test
  void aSettingThatDoesNotExistOrCannotBeIsAnErrorInJson() throws IOException {
    Run unknown = run("block.stl", "--json", "--set", "wobble=1");
    assertThat(unknown.exit).isEqualTo(2);
    assertThat(JsonMapper.shared().readTree(unknown.said).get("place").asString())
        .isEqualTo("--set wobble");
    assertThat(run("block.stl", "--set", "skirtLoops=1").said)
        .contains("Perhaps skirtLines, skirtDistance?");
    assertThat(run("block.stl", "--set", "walls=many").said).contains("'many' is not a number");
    assertThat(run("block.stl", "--set", "layerHeight=9").said)
        .startsWith("--set: ")
        .contains("Choose a value from");
    Run elsewhere = run("block.stl", "--machine", "nothing");
    assertThat(elsewhere.said).startsWith("--machine: ").contains("workshop-one");
    assertThat(elsewhere.exit).isEqualTo(2);
  }

  @Test
  void inspectWritesWhatItRead() throws IOException {
    Path written = directory.resolve("written.3mf");
    String file = directory.resolve("block.stl").toString();
    assertThat(call("inspect", file, "--write", written.toString()).exit).isZero();
    Run again = call("inspect", written.toString(), "--json");
    JsonNode mesh = JsonMapper.shared().readTree(again.printed).get("meshes").get(0);
    assertThat(mesh.get("name").asString()).isEqualTo("block.stl");
    assertThat(mesh.get("vertices").asInt()).isEqualTo(8);
    assertThat(mesh.get("volumeMm3").asDouble()).isCloseTo(4800, within(1e-6));
    String nowhere = directory.resolve("none/written.3mf").toString();
    assertThat(call("inspect", file, "--write", nowhere).exit).isEqualTo(3);
  }

  @Test
  void memoryThatDoesNotSufficeIsAnErrorWithARemedy() {
    PrintStream before = System.err;
    ByteArrayOutputStream said = new ByteArrayOutputStream();
    System.setErr(new PrintStream(said, true, StandardCharsets.UTF_8));
    int exit;
    try {
      exit =
          StratonomyCommand.run(
              false,
              () -> {
                throw new OutOfMemoryError("Java heap space");
              });
    } finally {
      System.setErr(before);
    }
    assertThat(exit).isEqualTo(1);
    assertThat(said.toString(StandardCharsets.UTF_8))
        .contains("MB of memory", "fewer triangles", "JDK_JAVA_OPTIONS");
  }

  @Test
  void inspectTellsTheSizeAndWhereTheOutlineChanges() throws IOException {
    String file = directory.resolve("block.stl").toString();
    Run text = call("inspect", file);
    assertThat(text.exit).isZero();
    assertThat(text.printed).contains("20.000 × 20.000 × 12.000 mm").contains("no height");
    assertThat(text.printed).doesNotContain("overlap");
    JsonNode json = JsonMapper.shared().readTree(call("inspect", file, "--json").printed);
    assertThat(json.get("meshes").get(0).get("volumeMm3").asDouble()).isCloseTo(4800, within(1e-6));
    assertThat(json.get("outlineChangesMm")).isEmpty();
    assertThat(call("inspect").exit).isEqualTo(2);
    Run thick = call("inspect", file, "--layer-height", "9");
    assertThat(thick.said).startsWith("--layer-height: ").contains("Choose a value from");
    assertThat(thick.exit).isEqualTo(2);
  }

  @Test
  void bytesThatAreNoTextAreSaidInOneLine() throws IOException {
    Path file = directory.resolve("lame.amf");
    Files.write(file, "<amf unit='millimeter'>\u00ff</amf>".getBytes(StandardCharsets.ISO_8859_1));
    Run run = call("inspect", file.toString());
    assertThat(run.exit).isEqualTo(1);
    assertThat(run.said).startsWith("lame.amf: It is not sound XML").hasLineCount(1);
  }

  @Test
  void inspectTellsWhatOverlappingShellsTakeUpTogether() throws IOException {
    Path file = directory.resolve("two.stl");
    try (OutputStream out = Files.newOutputStream(file)) {
      StlWriter.writeBinary(blocks(0, 15), out);
    }
    assertThat(call("inspect", file.toString()).printed)
        .contains("volume 9600.000 mm³")
        .contains("Shells overlap; together they take up 8400.000 mm³");
    JsonNode json =
        JsonMapper.shared().readTree(call("inspect", file.toString(), "--json").printed);
    assertThat(json.get("volumeOfLayersMm3").asDouble()).isCloseTo(8400, within(1e-3));
  }

  @Test
  void settingsAreListedWithWhatTheyMayBe() {
    assertThat(call("settings").printed).contains("infillDensity").contains("0 to 100 %");
    assertThat(call("settings", "SKIRT").printed)
        .contains("skirtLines", "skirtDistance")
        .doesNotContain("infillDensity");
    JsonNode json = JsonMapper.shared().readTree(call("settings", "--json", "seam").printed);
    assertThat(json.findValuesAsString("id")).contains("seam");
    assertThat(json.get(0).get("choices").size()).isGreaterThan(2);
  }
}

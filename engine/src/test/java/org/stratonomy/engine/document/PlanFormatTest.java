package org.stratonomy.engine.document;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.PlanChecker;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;

class PlanFormatTest {
  private static final String TWO_BANDS =
      """
      { "format": "stratonomy-plan", "version": 2, "name": "Two bands", "machine": "workshop-one",
        "slots": ["chalk", "slate"],
        "pieces": [ { "id": "block", "bodies": [ { "id": "body", "mesh": "block.stl" } ],
                      "placement": { "position": [100, 100, 0], "rotation": [0, 0, 0],
                                     "scale": [1, 1, 1] },
                      "strata": [ { "id": "foot", "top": 4.2 },
                                  { "id": "band", "name": "Band", "top": 9.0 },
                                  { "id": "cap" } ] } ],
        "rules": [ { "id": "red", "where": { "strata": ["band"] },
                     "set": { "filament": 2, "nozzleTemperature": 225 } },
                   { "where": {}, "set": { "filament": 1, "layerHeight": 0.2,
                     "firstLayerHeight": 0.2, "walls": 2, "topLayers": 4, "bottomLayers": 4,
                     "infillDensity": 15, "infillPattern": "lines" } } ] }
      """;

  @Test
  void readsAPlanAndWritesItBack() {
    Plan plan = PlanFormat.parse("plan.json", TWO_BANDS);
    assertThat(plan.pieces().getFirst().boundaries()).containsExactly(4.2, 9.0);
    assertThat(plan.pieces().getFirst().strata().text(2)).isEqualTo("stratum 2 Band");
    assertThat(plan.rules().getFirst().id()).isEqualTo("red");
    assertThat(plan.rules().getLast().id()).hasSize(12);
    assertThat(plan.rules().getFirst().set())
        .containsEntry(Setting.NOZZLE_TEMPERATURE, Value.of(225));
    assertThat(PlanFormat.read("again", PlanFormat.write(plan))).isEqualTo(plan);
  }

  @Test
  void readsAcceptedFindingsAndWritesThemBack() {
    String text =
        TWO_BANDS.replace(
            "\"rules\":",
            """
            "accepted": [ { "finding": "bleed", "note": "it is a test" }, { "finding": "x" } ],
            "rules":""");
    Plan plan = PlanFormat.parse("plan.json", text);
    assertThat(plan.noteFor("bleed")).contains("it is a test");
    assertThat(plan.noteFor("x")).contains("");
    assertThat(plan.noteFor("y")).isEmpty();
    assertThat(PlanFormat.read("again", PlanFormat.write(plan))).isEqualTo(plan);
  }

  private static final String DIVIDED =
      TWO_BANDS
          .replace(
              "\"strata\": [ {",
              """
              "regions": [
                { "id": "core", "name": "Core", "core": { "walls": 2, "upright": 0.6 } },
                { "id": "slab", "slab": { "core": "core", "side": "top", "layers": 3 } },
                { "id": "box", "box": { "middle": [1, 2, 3], "size": [4, 5, 6] } },
                { "id": "rod", "cylinder": { "middle": [1, 2, 3], "diameter": 4, "height": 5 } },
                { "id": "ball", "sphere": { "middle": [1, 2, 3], "diameter": 4 } },
                { "id": "beak", "patch": { "body": "body", "triangles": "0-3,7", "walls": 1,
                                           "layers": 2 } },
                { "id": "mould", "solid": { "mesh": "mould.stl", "shift": [0, 0, 1] } } ],
              "strata": [ {""")
          .replace(
              "\"where\": {}",
              """
              "on": false,
              "where": { "bodies": ["body"], "regions": ["core"], "roles": ["outer wall"],
                         "layers": { "from": "stratum", "first": 2, "last": 5 } }""");

  @Test
  void readsRegionsAndAllThatARuleMayNameAndWritesThemBack() {
    Plan plan = PlanFormat.parse("plan.json", DIVIDED);
    assertThat(plan.pieces().getFirst().regions()).hasSize(7);
    assertThat(plan.pieces().getFirst().meshes()).containsExactly("block.stl", "mould.stl");
    assertThat(plan.rules().get(1).on()).isFalse();
    assertThat(plan.rules().get(1).where().layers().orElseThrow().last()).isEqualTo(5);
    assertThat(PlanFormat.read("again", PlanFormat.write(plan))).isEqualTo(plan);
  }

  @Test
  void aRegionIsOfExactlyOneKind() {
    String two = "{ \"id\": \"slab\", \"core\": { \"walls\": 1 },";
    assertThatThrownBy(
            () -> PlanFormat.parse("plan.json", DIVIDED.replace("{ \"id\": \"slab\",", two)))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("pieces 1, regions 2: ");
  }

  @Test
  void unknownKeysAreErrorsThatNameThem() {
    assertThatThrownBy(
            () -> PlanFormat.parse("plan.json", TWO_BANDS.replace("\"walls\"", "\"wals\"")))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("wals")
        .hasMessageContaining("rules 2, set: ");
    assertThatThrownBy(
            () -> PlanFormat.parse("plan.json", TWO_BANDS.replace("\"version\"", "\"versio\"")))
        .hasMessageContaining("versio");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "{ \"id\": \"cap\" } | { \"id\": \"foot\" } | Two strata have the id 'foot'",
        "{ \"id\": \"cap\" } | { \"id\": \"cap\", \"top\": 12 } | topmost stratum has a 'top'",
        "\"top\": 4.2 | \"name\": \"Foot\" | Stratum 'foot' has no 'top'",
        "\"top\": 4.2 | \"top\": 9.5 | Stratum 'band' ends below the one under it",
        "\"version\": 2 | \"version\": 3 | newer version of Stratonomy",
      })
  void strataThatCannotBeAreNamed(String what, String with, String said) {
    assertThatThrownBy(() -> PlanFormat.parse("plan.json", TWO_BANDS.replace(what, with)))
        .isInstanceOf(Problem.class)
        .hasMessageContaining(said);
  }

  @Test
  void whatIsNoJsonSaysWhere() {
    assertThatThrownBy(() -> PlanFormat.parse("plan.json", "{ \"format\": \n nonsense }"))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("line 2");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "\"layerHeight\": 0.2 | \"layerHeight\": 0.5 | 0.1 to 0.3 mm",
        "\"filament\": 2 | \"filament\": 3 | 2 filaments are loaded",
        "\"nozzleTemperature\": 225 | \"nozzleTemperature\": 400 | Workshop One",
        "workshop-one | workshop-nine | workshop-one",
        "\"slate\" | \"slat\" | slate",
        "\"scale\": [1, 1, 1] | \"scale\": [1, 0, 1] | mirrors",
        "\"strata\": [\"band\"] | \"pieces\": [\"blok\"] | block",
      })
  void whatTheMachineCannotDoIsRefusedWithWhatItCan(String what, String with, String said) {
    Plan plan = PlanFormat.parse("plan.json", TWO_BANDS.replace(what, with));
    assertThatThrownBy(() -> PlanChecker.check(new Job(plan, ShelfReader.standard())))
        .isInstanceOf(Problem.class)
        .hasMessageContaining(said);
  }

  @Test
  void theSchemaInTheDocsIsTheOneThatIsChecked() throws IOException {
    Path file = Path.of("../docs/formats/plan.schema.json");
    String current = PlanSchema.schema().toPrettyString() + "\n";
    if (System.getProperty("write.schema") != null) {
      Files.writeString(file, current);
    }
    assertThat(Files.readString(file).replace("\r", ""))
        .as("run the tests with -Dwrite.schema to bring it up to date")
        .isEqualTo(current);
  }

  @Test
  void aStratFileHoldsThePlanAndItsMeshes() throws IOException {
    Plan plan = Shapes.plan(List.of(1.0));
    StratFile file = new StratFile(plan, Map.of("mesh", new byte[] {1, 2, 3}));
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    file.write(bytes);
    StratFile read = StratFile.read("x.strat", bytes.toByteArray());
    assertThat(read.plan()).isEqualTo(plan);
    assertThat(read.meshes().get("mesh")).containsExactly(1, 2, 3);
  }

  @Test
  void archivesThatLackSomethingAreRefused() throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    new StratFile(Shapes.plan(List.of()), Map.of()).write(bytes);
    assertThatThrownBy(() -> StratFile.read("x.strat", bytes.toByteArray()))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("'mesh' is not in the archive");
    assertThatThrownBy(() -> StratFile.read("x.strat", new byte[] {1, 2, 3}))
        .hasMessageContaining("no plan.json");
  }
}

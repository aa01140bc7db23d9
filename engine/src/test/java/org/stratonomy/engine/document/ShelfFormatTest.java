package org.stratonomy.engine.document;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.shelf.Changer;
import org.stratonomy.engine.shelf.Filament;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.shelf.Shelf;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

class ShelfFormatTest {
  private static final Shelf STANDARD = ShelfReader.standard();

  private static ObjectNode machine() {
    return ShelfFormat.write(STANDARD.machine("workshop-one"));
  }

  @Test
  void aShelfIsWrittenAndReadAsItIs() {
    assertThat(ShelfFormat.parse("it", ShelfFormat.write(STANDARD))).isEqualTo(STANDARD);
  }

  static List<ShelfFields.Field> machineFields() {
    return ShelfFields.MACHINE;
  }

  @ParameterizedTest
  @MethodSource("machineFields")
  void aMachineWithoutOneOfItsFieldsIsRefusedUnlessTheFieldIsNew(ShelfFields.Field field) {
    ObjectNode node = machine();
    assertThat(node.remove(field.key())).isNotNull();
    if (ShelfFields.LATER.containsKey(field.key())) {
      assertThat(ShelfFormat.machine(node)).isNotNull();
      return;
    }
    assertThatThrownBy(() -> ShelfFormat.machine(node))
        .isInstanceOf(Problem.class)
        .hasMessageContaining(field.label() + " is missing");
  }

  @Test
  void everyComponentIsAField() {
    assertThat(keys(ShelfFields.MACHINE))
        .containsExactlyInAnyOrderElementsOf(components(MachineDocument.class));
    assertThat(keys(ShelfFields.FILAMENT))
        .containsExactlyInAnyOrderElementsOf(components(Filament.class));
  }

  private static List<String> keys(List<ShelfFields.Field> fields) {
    return fields.stream().map(ShelfFields.Field::key).toList();
  }

  private static List<String> components(Class<? extends Record> type) {
    return java.util.Arrays.stream(type.getRecordComponents())
        .map(java.lang.reflect.RecordComponent::getName)
        .filter(name -> !name.equals("id"))
        .toList();
  }

  @ParameterizedTest
  @CsvSource({
    "nozzles, [], Nozzles cannot be []",
    "nozzles, [{\"diameterMm\": 9}], Opening cannot be 9",
    "nozzles, [{\"diameterMm\": 0.4}], Up to is missing",
    "bedX, \"wide\", Bed",
    "tools, 1, Filament is changed cannot be 1",
    "tools, \"feeder\", The dialect 'hand-change' is not for",
    "dialect, \"nozzles\", The dialect 'nozzles' is not for",
    "dialect, \"poem\", Dialect cannot be",
    "parkX, 600, waits off the bed",
    "travelSpeed, 900, may go no faster",
    "fileName, \"{{plan}}_{{mood}}\", 'mood'",
    "fileName, \"{{plan\", is no template",
    "ownLines, {\"middle\": \"\"}, Custom G-code cannot be",
    "ownLines, {\"end\": 1}, At the end cannot be 1",
    "name, \" \", Name cannot be",
    "id, \"Workshop One\", no id",
    "colour, \"#ffffff\", 'colour' is unknown"
  })
  void whatIsImpossibleIsNamed(String key, String value, String reason) {
    ObjectNode node = machine();
    node.set(key, JsonMapper.shared().readTree(value));
    assertThatThrownBy(() -> ShelfFormat.machine(node))
        .isInstanceOf(Problem.class)
        .hasMessageContaining(reason)
        .matches(e -> !Objects.requireNonNull(((Problem) e).remedy()).isBlank());
  }

  @Test
  void whatIsNoJsonIsNamedWithItsPlace() {
    assertThatThrownBy(() -> ShelfFormat.parse("shelf.json", "{\n  \"machines\": ["))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("shelf.json: It is not JSON")
        .hasMessageContaining("Look at line 2")
        .hasMessageNotContaining("Source");
  }

  @Test
  void aMachineOfAnOlderFileIsReadWithWhatIsNew() {
    for (Machine machine : List.of(STANDARD.machine("workshop-one"), STANDARD.machine("pair"))) {
      ObjectNode old = ShelfFormat.write(machine);
      old.put("dialect", "feeder").put("feeder", true);
      old.put("nozzleMm", 0.6).put("nozzleMaxC", 280).put("nozzleStepX", 20);
      old.remove(List.of("tools", "slots", "heatingCPerS", "primeMm3", "nozzles"));
      Machine read = ShelfFormat.machine(old);
      assertThat(read.changer().kind()).isEqualTo(Changer.Kind.FEEDER);
      assertThat(read.heating().nozzleCPerS()).isEqualTo(2);
      assertThat(read.nozzles()).containsExactly(new Machine.Nozzle(0.6, 280, 20, 0, 0));
    }
  }

  @Test
  void nozzlesThatWereKeptByTheirStepAreReadOneByOne() {
    ObjectNode old = ShelfFormat.write(STANDARD.machine("pair"));
    old.put("nozzleMm", 0.4).put("nozzleMaxC", 300).put("nozzleStepX", 24).put("nozzleStepY", 0);
    old.put("slots", 2).remove("nozzles");
    assertThat(ShelfFormat.machine(old).nozzles()).isEqualTo(STANDARD.machine("pair").nozzles());
  }

  @ParameterizedTest
  @CsvSource({"workshop-one, 2, 0, Leave it one", "pair, 1, 0, Give each", "pair, 2, 5, as X 0"})
  void nozzlesGoWithHowFilamentIsChanged(String id, int count, double x, String remedy) {
    ObjectNode node = ShelfFormat.write(STANDARD.machine(id));
    List<Machine.Nozzle> nozzles =
        java.util.Collections.nCopies(count, new Machine.Nozzle(0.4, 300, 20, x, 0));
    node.set("nozzles", JsonMapper.shared().valueToTree(nozzles));
    assertThatThrownBy(() -> ShelfFormat.machine(node))
        .asInstanceOf(org.assertj.core.api.InstanceOfAssertFactories.throwable(Problem.class))
        .extracting(Problem::remedy)
        .asString()
        .contains(remedy);
  }

  @Test
  void filesThatAreNoShelfAreRefused() {
    for (String text : List.of("[]", "{", "{\"spools\": []}", "null")) {
      assertThatThrownBy(() -> ShelfFormat.parse("it", text)).isInstanceOf(Problem.class);
    }
    String twice = "{\"machines\": [%1$s, %1$s]}".formatted(machine());
    assertThatThrownBy(() -> ShelfFormat.parse("it", twice))
        .hasMessageContaining("Two have the id");
  }
}

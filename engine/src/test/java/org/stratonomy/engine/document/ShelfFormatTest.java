package org.stratonomy.engine.document;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.stratonomy.engine.plan.Filament;
import org.stratonomy.engine.plan.Machine;
import org.stratonomy.engine.plan.Shelf;
import org.stratonomy.engine.problem.Problem;
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
        .containsExactlyInAnyOrderElementsOf(components(Machine.class));
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
    "nozzleMm, 9, Nozzle cannot be 9",
    "bedX, \"wide\", Bed",
    "tools, 1, Filament is changed cannot be 1",
    "tools, \"feeder\", The dialect 'hand-change' is not for",
    "dialect, \"nozzles\", The dialect 'nozzles' is not for",
    "dialect, \"poem\", Dialect cannot be",
    "parkX, 600, waits off the bed",
    "travelSpeed, 900, may go no faster",
    "fileName, \"{{plan}}_{{mood}}\", 'mood'",
    "fileName, \"{{plan\", is no template",
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
  void aMachineOfAnOlderFileIsReadWithWhatIsNew() {
    for (Machine machine : List.of(STANDARD.machine("workshop-one"), STANDARD.machine("pair"))) {
      ObjectNode old = ShelfFormat.write(machine);
      old.put("dialect", "feeder").put("feeder", true);
      old.remove(List.of("tools", "slots", "heatingCPerS", "primeMm3", "nozzleStepX"));
      Machine read = ShelfFormat.machine(old);
      assertThat(read.tools()).isEqualTo(Machine.FEEDER);
      assertThat(read.heatingCPerS()).isEqualTo(2);
      assertThat(read.nozzle(2).x()).isZero();
    }
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

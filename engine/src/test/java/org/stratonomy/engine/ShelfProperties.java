package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.stratonomy.engine.document.ShelfFields;
import org.stratonomy.engine.document.ShelfFormat;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Filament;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.shelf.Shelf;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Whatever the shelf allows of machines and filaments can be computed, or is refused in words. */
class ShelfProperties {
  private static final Shelf STANDARD = ShelfReader.standard();

  /** Numbers and colours in the place of some of an item's. */
  private static Arbitrary<Map<ShelfFields.Field, Object>> changes(
      List<ShelfFields.Field> fields, int most) {
    List<ShelfFields.Field> some =
        fields.stream()
            .filter(
                field ->
                    field.kind() == ShelfFields.Kind.NUMBER
                        || field.kind() == ShelfFields.Kind.COLOUR)
            .toList();
    return Arbitraries.subsetOf(some)
        .ofMaxSize(most)
        .flatMap(
            chosen -> {
              List<ShelfFields.Field> order = List.copyOf(chosen);
              return Combinators.combine(order.stream().map(ShelfProperties::value).toList())
                  .as(
                      values ->
                          IntStream.range(0, order.size())
                              .boxed()
                              .collect(Collectors.toMap(order::get, values::get)));
            });
  }

  private static Arbitrary<Object> value(ShelfFields.Field field) {
    if (field.kind() == ShelfFields.Kind.COLOUR) {
      return Arbitraries.integers().between(0, 0xffffff).map("#%06x"::formatted);
    }
    return field.key().equals("slots")
        ? Arbitraries.integers().between((int) field.min(), (int) field.max()).asGeneric()
        : Arbitraries.doubles().between(field.min(), field.max()).ofScale(4).asGeneric();
  }

  private static ObjectNode changed(ObjectNode item, Map<ShelfFields.Field, Object> changes) {
    changes.forEach(
        (field, value) -> item.set(field.key(), JsonMapper.shared().valueToTree(value)));
    return item;
  }

  @Provide
  Arbitrary<ObjectNode> machines() {
    List<String> ids =
        STANDARD.machines().stream()
            .filter(machine -> machine.belt().isEmpty())
            .map(Machine::id)
            .toList();
    List<ShelfFields.Field> ofNozzles =
        ShelfFields.MACHINE.stream()
            .filter(field -> field.key().equals("nozzles"))
            .findFirst()
            .orElseThrow()
            .columns();
    return Combinators.combine(
            Arbitraries.of(ids), changes(ShelfFields.MACHINE, 9), changes(ofNozzles, 2))
        .as(
            (id, ofMachine, ofNozzle) -> {
              ObjectNode machine = changed(ShelfFormat.write(STANDARD.machine(id)), ofMachine);
              ArrayNode nozzles = (ArrayNode) machine.get("nozzles");
              nozzles.set(
                  nozzles.size() - 1,
                  changed((ObjectNode) nozzles.get(nozzles.size() - 1), ofNozzle));
              return machine;
            });
  }

  @Provide
  Arbitrary<Map<ShelfFields.Field, Object>> filaments() {
    return changes(ShelfFields.FILAMENT, 5);
  }

  private static Filament filament(String id, Map<ShelfFields.Field, Object> changes) {
    return ShelfFormat.filament(changed(ShelfFormat.write(STANDARD.filament(id)), changes));
  }

  @Property(tries = 150)
  void whatTheShelfAllowsIsComputed(
      @ForAll("machines") ObjectNode some,
      @ForAll("filaments") Map<ShelfFields.Field, Object> ofFirst,
      @ForAll("filaments") Map<ShelfFields.Field, Object> ofSecond)
      throws IOException {
    try {
      Machine machine = ShelfFormat.machine(some);
      Shelf shelf = STANDARD.with(machine).with(filament("chalk", ofFirst));
      shelf = shelf.with(filament("slate", ofSecond));
      Plan plan =
          Shapes.plan(List.of(1.0), Shapes.stratum(2, Map.of(Setting.FILAMENT, Value.of(2))))
              .withMachine(machine.id());
      PlanResult result = Shapes.compute(plan, Shapes.bar(12, 8, 3), shelf);
      ByteArrayOutputStream bytes = new ByteArrayOutputStream();
      Planner.writeProgram(result, bytes);
      assertThat(bytes.toString(StandardCharsets.UTF_8))
          .doesNotContain("NaN", "Infinity")
          .doesNotContainPattern("[XYZEFS][0-9.]*E[0-9]");
      assertThat(result.ledger().seconds()).isFinite().isPositive();
    } catch (Problem e) {
      assertThat(e.remedy()).isNotBlank();
    }
  }
}

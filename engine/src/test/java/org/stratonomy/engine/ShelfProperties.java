package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
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
import tools.jackson.databind.node.ObjectNode;

/** Whatever the shelf allows of machines and filaments can be computed, or is refused in words. */
class ShelfProperties {
  private static final Shelf STANDARD = ShelfReader.standard();

  /** Some fields at random within their ranges, often at the ends of them. */
  private static ObjectNode changed(
      ObjectNode item, List<ShelfFields.Field> fields, Random random, double share) {
    for (ShelfFields.Field field : fields) {
      if (random.nextDouble() >= share) {
        continue;
      }
      switch (field.kind()) {
        case NUMBER -> item.put(field.key(), number(field, random));
        case COLOUR ->
            item.put(
                field.key(), "#%02x%02x%02x".formatted(part(random), part(random), part(random)));
        case ROWS ->
            item.get(field.key())
                .forEach(row -> changed((ObjectNode) row, field.columns(), random, share));
        default -> {}
      }
    }
    return item;
  }

  private static double number(ShelfFields.Field field, Random random) {
    double share =
        switch (random.nextInt(4)) {
          case 0 -> 0;
          case 1 -> 1;
          default -> Math.pow(random.nextDouble(), 3);
        };
    double value = field.min() + share * (field.max() - field.min());
    return field.key().equals("slots") ? Math.rint(value) : value;
  }

  private static int part(Random random) {
    return random.nextInt(3) == 0 ? 255 * random.nextInt(2) : random.nextInt(256);
  }

  @Property(tries = 150)
  void whatTheShelfAllowsIsComputed(@ForAll long seed) throws IOException {
    Random random = new Random(seed);
    List<Machine> machines =
        STANDARD.machines().stream().filter(machine -> machine.belt().isEmpty()).toList();
    Machine some = machines.get(random.nextInt(machines.size()));
    try {
      Machine machine =
          ShelfFormat.machine(changed(ShelfFormat.write(some), ShelfFields.MACHINE, random, 0.2));
      Shelf shelf = STANDARD.with(machine);
      for (String id : List.of("chalk", "slate")) {
        Filament filament =
            ShelfFormat.filament(
                changed(
                    ShelfFormat.write(STANDARD.filament(id)), ShelfFields.FILAMENT, random, 0.3));
        shelf = shelf.with(filament);
      }
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

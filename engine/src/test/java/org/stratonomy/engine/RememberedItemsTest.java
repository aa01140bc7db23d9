package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.stratonomy.engine.document.ShelfFields;
import org.stratonomy.engine.document.ShelfFields.Field;
import org.stratonomy.engine.document.ShelfFormat;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Shelf;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * One planner computes jobs of differing machines and filaments: what it remembers of one is never
 * taken for the other's.
 */
class RememberedItemsTest {
  private static final Shelf SHELF = ShelfReader.standard();
  private static final Mesh MESH = Shapes.bar(24, 14, 2);

  static Stream<Plan> plans() {
    return SHELF.machines().stream().map(machine -> plan(machine.id()));
  }

  private static Plan plan(String machine) {
    Region side =
        new Region("side", "Side", new Region.Box(new Vector(8, 0, 1), new Vector(8, 20, 4)));
    Map<Setting, Value> set =
        Map.of(
            Setting.MIN_LAYER_TIME, Value.of(8),
            Setting.BRIM_LINES, Value.of(2),
            Setting.PURGE_INTO, Value.of("tower"));
    Plan plan =
        Shapes.divided(
            List.of(side),
            Shapes.region("side", Map.of(Setting.FILAMENT, Value.of(2))),
            Shapes.everywhere(set));
    List<String> slots = List.of("chalk", "amber-clear");
    return new Plan(plan.name(), machine, slots, plan.pieces(), plan.rules(), List.of());
  }

  private static String program(Planner planner, Job job) {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try {
      Planner.writeProgram(planner.compute(job, Shapes.source(MESH), Progress.NONE), bytes);
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
    return bytes.toString(StandardCharsets.UTF_8);
  }

  /** The shelf with each of the plan's items changed in each of its fields, one after the other. */
  private static List<Shelf> edited(Plan plan) {
    List<Shelf> all = new ArrayList<>();
    for (Field field : ShelfFields.MACHINE) {
      changes(ShelfFormat.write(SHELF.machine(plan.machine())), field, ShelfFormat::machine)
          .forEach(machine -> all.add(SHELF.with(machine)));
    }
    for (String slot : plan.slots()) {
      for (Field field : ShelfFields.FILAMENT) {
        changes(ShelfFormat.write(SHELF.filament(slot)), field, ShelfFormat::filament)
            .forEach(filament -> all.add(SHELF.with(filament)));
      }
    }
    return all;
  }

  /** The item with other values in a field, as far as they are possible. */
  private static <T> List<T> changes(ObjectNode item, Field field, Function<JsonNode, T> read) {
    List<T> changed = new ArrayList<>();
    T before = read.apply(item);
    for (ObjectNode node : others(item, field)) {
      try {
        T other = read.apply(node);
        if (!other.equals(before)) {
          changed.add(other);
        }
        if (field.kind() == ShelfFields.Kind.NUMBER) {
          return changed;
        }
      } catch (Problem impossible) {
        // The value does not go with the others of the item.
        assertThat(impossible.remedy()).isNotBlank();
      }
    }
    return changed;
  }

  private static List<ObjectNode> others(ObjectNode item, Field field) {
    List<ObjectNode> all = new ArrayList<>();
    switch (field.kind()) {
      case NUMBER -> {
        double now = item.path(field.key()).asDouble();
        for (double other : new double[] {now * 1.1 + 1, now * 0.85}) {
          double value = field.key().equals("slots") ? Math.rint(other) : other;
          all.add(item.deepCopy().put(field.key(), value));
        }
      }
      case CHOICE -> field.choices().forEach(c -> all.add(item.deepCopy().put(field.key(), c)));
      case COLOUR -> all.add(item.deepCopy().put(field.key(), "#123456"));
      case ROWS -> {
        for (Field column : field.columns()) {
          ObjectNode other = item.deepCopy();
          for (JsonNode row : other.path(field.key())) {
            ((ObjectNode) row).put(column.key(), row.path(column.key()).asDouble() * 0.95);
          }
          all.add(other);
        }
      }
      default -> {
        // Texts are printed into programs and not remembered.
      }
    }
    return all;
  }

  @ParameterizedTest
  @MethodSource("plans")
  void aJobWithAnotherItemIsComputedAsIfAlone(Plan plan) {
    try (Planner remembering = new Planner(1 << 27, 2)) {
      String before = program(remembering, new Job(plan, SHELF));
      int taken = 0;
      for (Shelf shelf : edited(plan)) {
        try (Planner fresh = new Planner(1 << 27, 2)) {
          String anew = program(fresh, new Job(plan, shelf));
          assertThat(program(remembering, new Job(plan, shelf))).isEqualTo(anew);
          taken += anew.equals(before) ? 0 : 1;
        } catch (Problem impossible) {
          assertThat(impossible.remedy()).isNotBlank();
        }
      }
      assertThat(taken).as("changes that the program shows").isGreaterThan(20);
      assertThat(program(remembering, new Job(plan, SHELF))).isEqualTo(before);
    }
  }

  /** The same plan on all machines in turn, twice. */
  @Test
  void machinesTakeTurns() {
    List<Plan> plans = plans().toList();
    List<String> alone = new ArrayList<>();
    for (Plan plan : plans) {
      try (Planner fresh = new Planner(1 << 27, 2)) {
        alone.add(program(fresh, new Job(plan, SHELF)));
      }
    }
    try (Planner shared = new Planner(1 << 27, 2)) {
      for (int round = 0; round < 2; round++) {
        for (int i = 0; i < plans.size(); i++) {
          assertThat(program(shared, new Job(plans.get(i), SHELF))).isEqualTo(alone.get(i));
        }
      }
    }
    assertThat(alone).doesNotHaveDuplicates();
  }
}

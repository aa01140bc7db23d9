package org.stratonomy.engine.document;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.StreamSupport;
import org.stratonomy.engine.plan.Filament;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Machine;
import org.stratonomy.engine.plan.Shelf;
import org.stratonomy.engine.plan.Value;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * A machine or a filament that is another on the shelf than a job uses.
 *
 * @param item its kind and name, such as “Filament Chalk”
 * @param there whether the shelf still has it
 * @param differences what the shelf says otherwise; none if it is not there
 */
public record ItemChange(String item, boolean there, List<ItemDifference> differences) {
  private static final String NONE = "none";

  /**
   * @param used as the job uses it
   * @param now as it is on the shelf
   */
  public record ItemDifference(String what, String used, String now) {}

  /** All that differs, the machine first. */
  public static List<ItemChange> between(Job job, Shelf shelf) {
    List<ItemChange> changes = new ArrayList<>();
    Machine machine = job.machine();
    of(
            "Machine " + machine.name(),
            ShelfFormat.write(machine),
            shelf.machines().stream()
                .filter(other -> other.id().equals(machine.id()))
                .findFirst()
                .map(ShelfFormat::write),
            ShelfFields.MACHINE)
        .ifPresent(changes::add);
    for (Filament filament : job.used().filaments()) {
      of(
              "Filament " + filament.name(),
              ShelfFormat.write(filament),
              shelf.filaments().stream()
                  .filter(other -> other.id().equals(filament.id()))
                  .findFirst()
                  .map(ShelfFormat::write),
              ShelfFields.FILAMENT)
          .ifPresent(changes::add);
    }
    return changes;
  }

  private static Optional<ItemChange> of(
      String item, ObjectNode used, Optional<ObjectNode> now, List<ShelfFields.Field> fields) {
    if (now.isEmpty()) {
      return Optional.of(new ItemChange(item, false, List.of()));
    }
    List<ItemDifference> differences =
        fields.stream()
            .filter(field -> !used.path(field.key()).equals(now.get().path(field.key())))
            .map(
                field ->
                    new ItemDifference(
                        field.label(),
                        said(field, used.path(field.key())),
                        said(field, now.get().path(field.key()))))
            .toList();
    return differences.isEmpty()
        ? Optional.empty()
        : Optional.of(new ItemChange(item, true, differences));
  }

  private static String said(ShelfFields.Field field, JsonNode value) {
    return switch (field.kind()) {
      case NUMBER -> "%s %s".formatted(Value.of(value.asDouble()), field.unit()).strip();
      case ROWS ->
          StreamSupport.stream(value.spliterator(), false)
              .map(row -> row(field, row))
              .collect(Collectors.joining("; "));
      case LINES ->
          value.isEmpty() ? NONE : "of its own: " + String.join(", ", value.propertyNames());
      case TEXT, CHOICE, COLOUR -> value.asString().isEmpty() ? NONE : value.asString();
    };
  }

  private static String row(ShelfFields.Field field, JsonNode row) {
    return field.columns().stream()
        .map(column -> "%s %s".formatted(column.label(), said(column, row.path(column.key()))))
        .collect(Collectors.joining(", "));
  }
}

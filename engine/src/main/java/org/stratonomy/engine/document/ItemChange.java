package org.stratonomy.engine.document;

import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Filament;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.shelf.Shelf;
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

  /** Characters that are shown of custom G-code. */
  private static final int LONGEST = 200;

  /**
   * @param used as the job uses it
   * @param now as it is on the shelf
   */
  public record ItemDifference(String what, String used, String now) {
    private ItemDifference in(String place) {
      return new ItemDifference(place + what, used, now);
    }
  }

  /** All that differs, the machine first. */
  public static List<ItemChange> between(Job job, Shelf shelf) {
    Machine machine = job.machine();
    Optional<ItemChange> ofMachine =
        of(
            "Machine " + machine.name(),
            ShelfFormat.write(machine),
            withId(shelf.machines(), Machine::id, machine.id()).map(ShelfFormat::write),
            ShelfFields.MACHINE);
    Stream<ItemChange> ofFilaments =
        job.used().filaments().stream()
            .map(
                filament ->
                    of(
                        "Filament " + filament.name(),
                        ShelfFormat.write(filament),
                        withId(shelf.filaments(), Filament::id, filament.id())
                            .map(ShelfFormat::write),
                        ShelfFields.FILAMENT))
            .flatMap(Optional::stream);
    return Stream.concat(ofMachine.stream(), ofFilaments).toList();
  }

  private static <T> Optional<T> withId(List<T> items, Function<T, String> id, String wanted) {
    return items.stream().filter(item -> id.apply(item).equals(wanted)).findFirst();
  }

  private static Optional<ItemChange> of(
      String item, ObjectNode used, Optional<ObjectNode> now, List<ShelfFields.Field> fields) {
    if (now.isEmpty()) {
      return Optional.of(new ItemChange(item, false, List.of()));
    }
    List<ItemDifference> differences =
        fields.stream()
            .flatMap(
                field -> differences(field, used.path(field.key()), now.get().path(field.key())))
            .toList();
    return differences.isEmpty()
        ? Optional.empty()
        : Optional.of(new ItemChange(item, true, differences));
  }

  private static Stream<ItemDifference> differences(
      ShelfFields.Field field, JsonNode used, JsonNode now) {
    if (used.equals(now)) {
      return Stream.empty();
    }
    return switch (field.kind()) {
      case ROWS -> ofRows(field, used, now);
      case LINES ->
          field.columns().stream()
              .flatMap(part -> ofLines(part, used.path(part.key()), now.path(part.key())));
      default -> Stream.of(new ItemDifference(field.label(), said(field, used), said(field, now)));
    };
  }

  private static Stream<ItemDifference> ofRows(
      ShelfFields.Field field, JsonNode used, JsonNode now) {
    if (used.size() != now.size()) {
      return Stream.of(
          new ItemDifference(
              field.label(), Integer.toString(used.size()), Integer.toString(now.size())));
    }
    return IntStream.range(0, used.size())
        .boxed()
        .flatMap(
            row ->
                field.columns().stream()
                    .flatMap(
                        column ->
                            differences(
                                column,
                                used.get(row).path(column.key()),
                                now.get(row).path(column.key())))
                    .map(cell -> cell.in("%s %d: ".formatted(field.label(), row + 1))));
  }

  private static Stream<ItemDifference> ofLines(
      ShelfFields.Field part, JsonNode used, JsonNode now) {
    return used.equals(now)
        ? Stream.empty()
        : Stream.of(new ItemDifference(part.label(), lines(used), lines(now)));
  }

  /** All lines of a template, in one. */
  private static String lines(JsonNode text) {
    String all = text.asString("").lines().collect(Collectors.joining(" ⏎ "));
    if (all.isEmpty()) {
      return "from the dialect";
    }
    return all.length() <= LONGEST ? all : all.substring(0, LONGEST) + " …";
  }

  private static String said(ShelfFields.Field field, JsonNode value) {
    if (field.kind() == ShelfFields.Kind.NUMBER) {
      return "%s %s".formatted(Value.of(value.asDouble()), field.unit()).strip();
    }
    return value.asString().isEmpty() ? NONE : value.asString();
  }
}

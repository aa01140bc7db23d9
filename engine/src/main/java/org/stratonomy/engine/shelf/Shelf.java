package org.stratonomy.engine.shelf;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.stratonomy.engine.problem.Problem;

/** What plans share: machines and filaments. */
public record Shelf(List<Machine> machines, List<Filament> filaments) {
  public Shelf {
    machines = List.copyOf(machines);
    filaments = List.copyOf(filaments);
  }

  /** With a machine in the place of the one with its id, or as another one. */
  public Shelf with(Machine machine) {
    return new Shelf(replaced(machines, machine, Machine::id), filaments);
  }

  /** With a filament in the place of the one with its id, or as another one. */
  public Shelf with(Filament filament) {
    return new Shelf(machines, replaced(filaments, filament, Filament::id));
  }

  /** With all of another shelf in the place of what has the same ids, or besides. */
  public Shelf with(Shelf other) {
    Shelf both = this;
    for (Machine machine : other.machines) {
      both = both.with(machine);
    }
    for (Filament filament : other.filaments) {
      both = both.with(filament);
    }
    return both;
  }

  /**
   * One machine and some filaments, each once, as they are now.
   *
   * @param machine its id
   * @param slots ids of the filaments
   * @throws Problem if some of them are not here
   */
  public Shelf only(String machine, List<String> slots) {
    List<Filament> used = slots.stream().distinct().map(this::filament).toList();
    return new Shelf(List.of(machine(machine)), used);
  }

  private static <T> List<T> replaced(List<T> all, T one, Function<T, String> id) {
    List<T> changed = new ArrayList<>(all);
    changed.replaceAll(other -> id.apply(other).equals(id.apply(one)) ? one : other);
    if (!changed.contains(one)) {
      changed.add(one);
    }
    return changed;
  }

  /**
   * @throws Problem if there is no such machine
   */
  public Machine machine(String id) {
    return machines.stream()
        .filter(m -> m.id().equals(id))
        .findFirst()
        .orElseThrow(
            () ->
                new Problem(
                    Problem.Kind.PLAN,
                    "machine",
                    "There is no machine '%s' on the shelf.".formatted(id),
                    "Choose one of: %s."
                        .formatted(
                            machines.stream().map(Machine::id).collect(Collectors.joining(", ")))));
  }

  /**
   * @throws Problem if there is no such filament
   */
  public Filament filament(String id) {
    return filaments.stream()
        .filter(f -> f.id().equals(id))
        .findFirst()
        .orElseThrow(
            () ->
                new Problem(
                    Problem.Kind.PLAN,
                    "slots",
                    "There is no filament '%s' on the shelf.".formatted(id),
                    "Choose among: %s."
                        .formatted(
                            filaments.stream()
                                .map(Filament::id)
                                .collect(Collectors.joining(", ")))));
  }
}

package org.stratonomy.engine.plan;

import java.util.List;
import java.util.stream.Collectors;
import org.stratonomy.engine.problem.Problem;

/** What plans share: machines and filaments. */
public record Shelf(List<Machine> machines, List<Filament> filaments) {
  public Shelf {
    machines = List.copyOf(machines);
    filaments = List.copyOf(filaments);
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

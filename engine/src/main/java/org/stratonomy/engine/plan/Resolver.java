package org.stratonomy.engine.plan;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.function.Predicate;

/**
 * Decides which value holds at a spot: the rules are read from the top, and for each setting the
 * first that matches and says something decides; where none does, the default holds, which may
 * depend on the machine and on the filament of the spot.
 */
public final class Resolver {
  private final Plan plan;
  private final Machine machine;
  private final List<Filament> filaments;

  public Resolver(Plan plan, Shelf shelf) {
    this.plan = plan;
    this.machine = shelf.machine(plan.machine());
    this.filaments = plan.slots().stream().map(shelf::filament).toList();
  }

  public Machine machine() {
    return machine;
  }

  /** The filament in a slot, counted from 1. */
  public Filament filament(int slot) {
    return filaments.get(slot - 1);
  }

  /** What holds in a stratum of a piece. */
  public Settings stratum(String piece, int stratum) {
    return resolve(where -> where.matches(piece, stratum), OptionalInt.empty());
  }

  /**
   * What holds for the plan as a whole: only rules without any limit count. Defaults that depend on
   * the filament follow the one that the first piece begins with.
   */
  public Settings plan() {
    OptionalInt first =
        plan.pieces().stream().limit(1).mapToInt(p -> stratum(p.id(), 1).slot()).findFirst();
    return resolve(Where::isEverywhere, first);
  }

  private Settings resolve(Predicate<Where> matches, OptionalInt defaultsOfSlot) {
    Map<Setting, Value> values = new EnumMap<>(Setting.class);
    Map<Setting, Integer> deciding = new EnumMap<>(Setting.class);
    for (int i = 0; i < plan.rules().size(); i++) {
      Rule rule = plan.rules().get(i);
      if (matches.test(rule.where())) {
        for (Map.Entry<Setting, Value> entry : rule.set().entrySet()) {
          if (values.putIfAbsent(entry.getKey(), entry.getValue()) == null) {
            deciding.put(entry.getKey(), i);
          }
        }
      }
    }
    Value slot = values.getOrDefault(Setting.FILAMENT, Value.of(1));
    Filament filament = filament(defaultsOfSlot.orElse((int) ((Value.Number) slot).value()));
    for (Setting setting : Setting.values()) {
      if (values.putIfAbsent(setting, setting.standard(machine, filament)) == null) {
        deciding.put(setting, Settings.BY_DEFAULT);
      }
    }
    return new Settings(values, deciding);
  }
}

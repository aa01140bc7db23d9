package org.stratonomy.engine.plan;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import org.stratonomy.engine.settings.Choice.PieceOrder;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.ScopeSpot;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.SettingKind.Basis;
import org.stratonomy.engine.settings.Settings;
import org.stratonomy.engine.settings.SpotSettings;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Filament;
import org.stratonomy.engine.shelf.FilamentMix;
import org.stratonomy.engine.shelf.Machine;

/**
 * Decides which value holds at a spot: the rules are read from the top, and for each setting the
 * first that matches and says something decides; where none does, the default holds, which may
 * depend on the machine and on the filament of the spot. A rule that sets something for a place
 * finer than it can differ for is passed over. Safe to use from several threads.
 */
public final class Resolver {
  private final Plan plan;
  private final Machine machine;
  private final List<Filament> filaments;
  private final Set<Role> rolesNamed = EnumSet.noneOf(Role.class);
  private final Map<ScopeSpot, SpotSettings> known = new ConcurrentHashMap<>();
  private final Map<String, Strata> strataOf = new HashMap<>();
  private final Map<PieceStratum, Settings> strata = new ConcurrentHashMap<>();

  private record PieceStratum(String piece, int number) {}

  public Resolver(Job job) {
    this.plan = job.plan();
    this.machine = job.machine();
    this.filaments =
        IntStream.rangeClosed(1, plan.slots().size())
            .mapToObj(
                slot ->
                    job.used().filament(plan.slots().get(slot - 1)).meltedBy(machine.nozzle(slot)))
            .toList();
    plan.pieces().forEach(piece -> strataOf.put(piece.id(), piece.strata()));
    plan.rules().forEach(rule -> rolesNamed.addAll(rule.where().roles()));
  }

  public Machine machine() {
    return machine;
  }

  /** Whether several pieces are printed one at a time; over a belt they never are. */
  public boolean printsApart() {
    return plan().choice(PieceOrder.class) == PieceOrder.ONE_AT_A_TIME && machine.belt().isEmpty();
  }

  /** The filament in a slot, counted from 1, or what comes out of the nozzle for a mix. */
  public Filament filament(int slot) {
    return FilamentMix.isMix(slot)
        ? FilamentMix.of(filaments.get(0), filaments.get(1), slot)
        : filaments.get(slot - 1);
  }

  /** Colours of the filaments in the slots, as #rrggbb. */
  public List<String> colours() {
    return filaments.stream().map(Filament::colour).toList();
  }

  /**
   * What holds in a stratum of a piece, but for rules for some part of it.
   *
   * @param piece id of a piece of the plan
   * @param number of the stratum, from 1 at the bottom
   */
  public Settings stratum(String piece, int number) {
    return strata.computeIfAbsent(
        new PieceStratum(piece, number), _ -> resolve(piece, strataOf.get(piece).get(number).id()));
  }

  private Settings resolve(String piece, String stratum) {
    return resolve(where -> !where.isWithinStrata() && where.matches(piece, stratum), false);
  }

  /** What holds at a spot. */
  public SpotSettings at(ScopeSpot spot) {
    return known.computeIfAbsent(spot, this::resolve);
  }

  private SpotSettings resolve(ScopeSpot spot) {
    boolean core = isInCore(spot);
    Settings all = resolve(where -> where.roles().isEmpty() && where.matches(spot), core).at(spot);
    Map<Role, Settings> byRole = new EnumMap<>(Role.class);
    for (Role role : rolesNamed) {
      Settings own = resolve(where -> matches(where, spot, role), core).at(spot);
      if (!own.values().equals(all.values())) {
        byRole.put(role, own);
      }
    }
    feed(Role.SUPPORT, Setting.SUPPORT_FILAMENT, spot, all, byRole);
    feed(Role.INTERFACE, Setting.INTERFACE_FILAMENT, spot, all, byRole);
    return new SpotSettings(all, byRole);
  }

  /**
   * Settings of a role that is printed with another filament than its piece. Temperature and fan
   * follow that filament; only rules that name the role override them.
   */
  private void feed(
      Role role, Setting filament, ScopeSpot spot, Settings all, Map<Role, Settings> byRole) {
    int slot = all.count(filament);
    Settings around = byRole.getOrDefault(role, all);
    if (slot == 0 || slot == around.slot()) {
      return;
    }
    Settings named =
        resolve(
            where -> !where.roles().isEmpty() && matches(where, spot, role),
            OptionalInt.of(slot),
            false);
    Settings own = named.at(spot);
    Map<Setting, Value> values = new EnumMap<>(around.values());
    Map<Setting, Integer> deciding = new EnumMap<>(around.rules());
    for (Setting setting : Setting.values()) {
      boolean isUsual = around.rules().get(setting) == Settings.BY_DEFAULT;
      if (setting.suitsFilament() || setting.scope() == Setting.Scope.LINE && isUsual) {
        values.put(setting, own.values().get(setting));
        deciding.put(setting, own.rules().get(setting));
      }
    }
    values.put(Setting.FILAMENT, Value.of(slot));
    values.put(Setting.ADMIXTURE, Value.of(0));
    deciding.put(Setting.FILAMENT, all.rules().get(filament));
    byRole.put(role, new Settings(values, deciding, around.below()));
  }

  private static boolean matches(Scope where, ScopeSpot spot, Role role) {
    return where.matches(spot) && (where.roles().isEmpty() || where.roles().contains(role));
  }

  /**
   * What holds for the plan as a whole: only rules without any limit count. Defaults that depend on
   * the filament follow the one that the first piece begins with.
   */
  public Settings plan() {
    OptionalInt first =
        plan.pieces().stream().limit(1).mapToInt(p -> stratum(p.id(), 1).slot()).findFirst();
    return resolve(Scope::isEverywhere, first, false);
  }

  private boolean isInCore(ScopeSpot spot) {
    return plan.piece(spot.piece()).stream()
        .flatMap(piece -> spot.regions().stream().flatMap(id -> piece.region(id).stream()))
        .anyMatch(region -> region.shape().isOfCore());
  }

  /**
   * Why a value holds.
   *
   * @param rule index of the rule that decides, from 0; {@link Settings#BY_DEFAULT} for none
   * @param hidden indices of the rules that match too but lie below it
   */
  public record Reason(Value value, int rule, List<Integer> hidden) {}

  /** Why a setting has its value for lines of a role at a spot. */
  public Reason reason(ScopeSpot spot, Role role, Setting setting) {
    List<Integer> saying = new ArrayList<>();
    for (int i = 0; i < plan.rules().size(); i++) {
      Rule rule = plan.rules().get(i);
      boolean says = rule.on() && rule.set().containsKey(setting) && rule.where().canSet(setting);
      if (says && matches(rule.where(), spot, role)) {
        saying.add(i);
      }
    }
    Settings settings = at(spot).of(role);
    Value value = settings.values().get(setting);
    boolean isFed = settings.slot() != at(spot).all().slot() && setting.suitsFilament();
    if (saying.isEmpty() || isFed) {
      int rule = settings.rules().get(setting);
      saying.remove((Integer) rule);
      return new Reason(value, rule, List.copyOf(saying));
    }
    return new Reason(value, saying.getFirst(), List.copyOf(saying.subList(1, saying.size())));
  }

  private Settings resolve(Predicate<Scope> matches, boolean core) {
    return resolve(matches, OptionalInt.empty(), core);
  }

  private Settings resolve(Predicate<Scope> matches, OptionalInt defaultsOfSlot, boolean core) {
    Map<Setting, Value> values = new EnumMap<>(Setting.class);
    Map<Setting, Integer> deciding = new EnumMap<>(Setting.class);
    Map<Setting, Value> below = new EnumMap<>(Setting.class);
    for (int i = 0; i < plan.rules().size(); i++) {
      Rule rule = plan.rules().get(i);
      if (rule.on() && matches.test(rule.where())) {
        for (Map.Entry<Setting, Value> entry : rule.set().entrySet()) {
          if (!rule.where().canSet(entry.getKey())) {
            continue;
          }
          if (values.putIfAbsent(entry.getKey(), entry.getValue()) == null) {
            deciding.put(entry.getKey(), i);
          } else {
            below.putIfAbsent(entry.getKey(), entry.getValue());
          }
        }
      }
    }
    if (!machine.mixes() || filaments.size() < 2) {
      values.put(Setting.ADMIXTURE, Value.of(0));
      deciding.put(Setting.ADMIXTURE, Settings.BY_DEFAULT);
    }
    Value slot = values.getOrDefault(Setting.FILAMENT, Value.of(1));
    int own = (int) ((Value.Number) slot).value();
    int fed = defaultsOfSlot.orElse(mixed(own, values.get(Setting.ADMIXTURE)));
    Basis from = new Basis(machine, machine.nozzle(fed), filament(fed), core);
    for (Setting setting : Setting.values()) {
      Value standard = setting.standard(from);
      below.putIfAbsent(setting, standard);
      if (values.putIfAbsent(setting, standard) == null) {
        deciding.put(setting, Settings.BY_DEFAULT);
      }
    }
    return new Settings(values, deciding, below);
  }

  /**
   * What holds where no rule says anything, for a filament.
   *
   * @param slot that it is loaded in, from 1
   */
  public Map<Setting, Value> usual(int slot) {
    Basis from = new Basis(machine, machine.nozzle(slot), filament(slot), false);
    Map<Setting, Value> usual = new EnumMap<>(Setting.class);
    for (Setting setting : Setting.values()) {
      usual.put(setting, setting.standard(from));
    }
    return usual;
  }

  /** What defaults follow: where a course goes from mix to mix, what suits any of them. */
  private static int mixed(int own, Value admixture) {
    return switch (admixture) {
      case Value.Number percent -> FilamentMix.slot(own, percent.value());
      case Value.Course _ -> FilamentMix.slot(own, 50);
      case null, default -> own;
    };
  }
}

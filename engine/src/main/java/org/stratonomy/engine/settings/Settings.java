package org.stratonomy.engine.settings;

import java.util.EnumMap;
import java.util.Map;
import org.stratonomy.engine.settings.Choice.TakesPurge;
import org.stratonomy.engine.shelf.FilamentMix;

/**
 * One value for every setting, each with the rule that decided.
 *
 * @param values one for each setting
 * @param rules index of the deciding rule in the rule sheet, from 0; {@link #BY_DEFAULT} for none
 * @param below what would hold if the deciding rule said nothing
 */
public record Settings(
    Map<Setting, Value> values, Map<Setting, Integer> rules, Map<Setting, Value> below) {
  /** In place of a rule's index: the default holds. */
  public static final int BY_DEFAULT = -1;

  /** The value of a setting that is a number, in its unit; of a course, its beginning. */
  public double number(Setting setting) {
    return switch (values.get(setting)) {
      case Value.Number n -> n.value();
      case Value.Course course -> course.at(1);
      case Value.Word _ -> throw new IllegalArgumentException(setting.id() + " is a choice");
    };
  }

  /** The value of a setting that counts something. */
  public int count(Setting setting) {
    return (int) number(setting);
  }

  /** The value of the setting that is a choice of a kind. */
  public <C extends Choice> C choice(Class<C> kind) {
    return switch (values.get(Setting.of(kind))) {
      case Value.Word chosen -> Choice.of(kind, chosen.value());
      case Value.Number number -> throw new IllegalArgumentException("a number: " + number);
      case Value.Course course -> throw new IllegalArgumentException("a course: " + course);
    };
  }

  /** The same with another value of one setting. */
  public Settings with(Setting setting, Value value) {
    Map<Setting, Value> changed = new EnumMap<>(values);
    changed.put(setting, value);
    return new Settings(changed, rules, below);
  }

  /** Whether lines of a role may absorb purged filament, on a machine that purges by itself. */
  public boolean isLoose(Role role) {
    TakesPurge takes = choice(TakesPurge.class);
    return switch (role) {
      case SUPPORT, INTERFACE, BRIM, SKIRT, PURGE -> false;
      case OUTER_WALL, TOP_SKIN, BOTTOM_SKIN -> takes == TakesPurge.ALL_LINES;
      default -> takes != TakesPurge.NOTHING;
    };
  }

  /** The same for another filament or mix. */
  public Settings withSlot(int slot) {
    return with(Setting.FILAMENT, Value.of(slot)).with(Setting.ADMIXTURE, Value.of(0));
  }

  /** The values of one spot: courses give way to what they are there. */
  public Settings at(ScopeSpot spot) {
    return new Settings(at(spot, values), rules, at(spot, below));
  }

  private static Map<Setting, Value> at(ScopeSpot spot, Map<Setting, Value> values) {
    Map<Setting, Value> here = new EnumMap<>(values);
    here.replaceAll((_, value) -> value instanceof Value.Course course ? course.at(spot) : value);
    return here;
  }

  /** Slot of the filament, from 1, or of a {@link FilamentMix}. */
  public int slot() {
    return FilamentMix.slot(count(Setting.FILAMENT), number(Setting.ADMIXTURE));
  }
}

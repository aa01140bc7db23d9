package org.stratonomy.engine.plan;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/** Sets values for a place without disturbing the rules for other places. */
public final class RuleEditor {
  private RuleEditor() {}

  /**
   * Lets a value hold at a place: it goes into the rule for exactly this place, and if a rule above
   * decides otherwise there, into a new rule on top. A rule for everything goes to the bottom.
   */
  public static Plan set(Plan plan, Where where, Setting setting, Value value) {
    List<Rule> rules = new ArrayList<>(plan.rules());
    int own = indexOf(rules, where, setting);
    if (own >= 0) {
      Map<Setting, Value> values = new EnumMap<>(Setting.class);
      values.putAll(rules.get(own).set());
      values.put(setting, value);
      rules.set(own, rules.get(own).withSet(values));
    } else if (where.isEverywhere()) {
      rules.add(new Rule(where, Map.of(setting, value)));
    } else {
      rules.addFirst(new Rule(where, Map.of(setting, value)));
    }
    return plan.withRules(rules);
  }

  /** The rule for exactly a place, unless one above it says something else for that setting. */
  private static int indexOf(List<Rule> rules, Where where, Setting setting) {
    for (int i = 0; i < rules.size(); i++) {
      if (!rules.get(i).on()) {
        continue;
      }
      if (rules.get(i).where().equals(where)) {
        return i;
      }
      boolean hides = rules.get(i).set().containsKey(setting) && !where.isEverywhere();
      if (hides && overlap(rules.get(i).where(), where)) {
        return -1;
      }
    }
    return -1;
  }

  private static boolean overlap(Where a, Where b) {
    return meet(a.pieces(), b.pieces())
        && meet(a.bodies(), b.bodies())
        && meet(a.strata(), b.strata())
        && meet(a.roles(), b.roles());
  }

  private static <T> boolean meet(List<T> a, List<T> b) {
    return a.isEmpty() || b.isEmpty() || a.stream().anyMatch(b::contains);
  }

  /** Takes a value out of every rule for exactly a place; rules left empty are removed. */
  public static Plan clear(Plan plan, Where where, Setting setting) {
    List<Rule> rules = new ArrayList<>();
    for (Rule rule : plan.rules()) {
      Map<Setting, Value> values = new EnumMap<>(Setting.class);
      values.putAll(rule.set());
      if (rule.on() && rule.where().equals(where)) {
        values.remove(setting);
      }
      if (!values.isEmpty()) {
        rules.add(rule.withSet(values));
      }
    }
    return plan.withRules(rules);
  }
}

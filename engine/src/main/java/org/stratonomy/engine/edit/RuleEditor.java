package org.stratonomy.engine.edit;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;

/** Sets values for a place without disturbing the rules for other places. */
public final class RuleEditor {
  private RuleEditor() {}

  /**
   * Lets a value hold at a place, except where a rule for a narrower place says otherwise. It goes
   * into the rule for exactly this place, and if a rule above that is not narrower decides there,
   * into a new rule above that one.
   */
  public static Plan set(Plan plan, Scope where, Setting setting, Value value) {
    List<Rule> rules = new ArrayList<>(plan.rules());
    int rival = rival(rules, where, setting);
    int own = indexOf(rules, where);
    if (own >= 0 && own <= rival) {
      Map<Setting, Value> values = new EnumMap<>(Setting.class);
      values.putAll(rules.get(own).set());
      values.put(setting, value);
      rules.set(own, rules.get(own).withSet(values));
    } else {
      int below = Math.min(rival, belowNarrower(rules, where));
      rules.add(below, new Rule(where, Map.of(setting, value)));
    }
    return plan.withRules(rules);
  }

  /** Puts a rule where its values hold, except where a rule for a narrower place says otherwise. */
  static Plan add(Plan plan, Rule rule) {
    List<Rule> rules = new ArrayList<>(plan.rules());
    int at = belowNarrower(rules, rule.where());
    for (Setting setting : rule.set().keySet()) {
      at = Math.min(at, rival(rules, rule.where(), setting));
    }
    rules.add(at, rule);
    return plan.withRules(rules);
  }

  private static int indexOf(List<Rule> rules, Scope where) {
    for (int i = 0; i < rules.size(); i++) {
      if (rules.get(i).on() && rules.get(i).where().equals(where)) {
        return i;
      }
    }
    return -1;
  }

  /** The topmost rule, not narrower than a place, that may decide there; their number if none. */
  private static int rival(List<Rule> rules, Scope where, Setting setting) {
    for (int i = 0; i < rules.size(); i++) {
      Rule rule = rules.get(i);
      if (rule.on()
          && rule.set().containsKey(setting)
          && overlap(rule.where(), where)
          && !rule.where().isNarrowerThan(where)) {
        return i;
      }
    }
    return rules.size();
  }

  /** The place in the sheet below the last rule that is narrower than a place. */
  private static int belowNarrower(List<Rule> rules, Scope where) {
    int last = rules.size() - 1;
    while (last >= 0 && !rules.get(last).where().isNarrowerThan(where)) {
      last--;
    }
    return last + 1;
  }

  private static boolean overlap(Scope a, Scope b) {
    return meet(a.pieces(), b.pieces())
        && meet(a.bodies(), b.bodies())
        && meet(a.strata(), b.strata())
        && meet(a.roles(), b.roles());
  }

  private static <T> boolean meet(List<T> a, List<T> b) {
    return a.isEmpty() || b.isEmpty() || a.stream().anyMatch(b::contains);
  }

  /** Takes a value out of every rule for exactly a place; rules left empty are removed. */
  public static Plan clear(Plan plan, Scope where, Setting setting) {
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

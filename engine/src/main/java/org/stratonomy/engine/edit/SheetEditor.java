package org.stratonomy.engine.edit;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Recipes;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;

/** Edits the rule sheet rule by rule. */
public final class SheetEditor {
  private final Plan plan;
  private final List<Rule> rules;

  public SheetEditor(Plan plan) {
    this.plan = plan;
    this.rules = new ArrayList<>(plan.rules());
  }

  /**
   * With one more rule.
   *
   * @param number its place, from 1 at the top; at the end if the sheet is shorter
   * @throws Problem if a rule has its id already
   */
  public Plan add(int number, Rule rule) {
    if (plan.rule(rule.id()).isPresent()) {
      throw bad(
          "There is a rule '%s' already.".formatted(rule.id()),
          "Leave out its id to get a new one.");
    }
    return put(number, rule);
  }

  private Plan put(int number, Rule rule) {
    rules.add(Math.min(number - 1, rules.size()), rule);
    return plan.withRules(rules);
  }

  /**
   * With a rule in another place.
   *
   * @param number its place, from 1 at the top; at the end if the sheet is shorter
   */
  public Plan move(String id, int number) {
    Rule rule = rules.remove(index(id));
    return put(number, rule);
  }

  public Plan remove(String id) {
    rules.remove(index(id));
    return plan.withRules(rules);
  }

  /** With a rule switched on or off. */
  public Plan turn(String id, boolean on) {
    return put(id, rule(id).withOn(on));
  }

  /** With a rule for another place. */
  public Plan limit(String id, Scope where) {
    return put(id, rule(id).withWhere(where));
  }

  public Plan set(String id, Setting setting, Value value) {
    Map<Setting, Value> values = values(id);
    values.put(setting, value);
    return put(id, rule(id).withSet(values));
  }

  /** Without a value; without the rule, too, if it was its last one. */
  public Plan clear(String id, Setting setting) {
    Map<Setting, Value> values = values(id);
    values.remove(setting);
    return values.isEmpty() ? remove(id) : put(id, rule(id).withSet(values));
  }

  /** With the values of a recipe in a rule. */
  public Plan apply(String id, String recipe, Recipes recipes) {
    return put(id, rule(id).with(recipe, recipes.values(recipe)));
  }

  private Map<Setting, Value> values(String id) {
    Map<Setting, Value> values = new EnumMap<>(Setting.class);
    values.putAll(rule(id).set());
    return values;
  }

  private Plan put(String id, Rule changed) {
    rules.set(index(id), changed);
    return plan.withRules(rules);
  }

  private Rule rule(String id) {
    return rules.get(index(id));
  }

  private int index(String id) {
    return IntStream.range(0, rules.size())
        .filter(i -> rules.get(i).id().equals(id))
        .findFirst()
        .orElseThrow(
            () -> bad("There is no rule '%s'.".formatted(id), "Choose a rule of the sheet."));
  }

  private static Problem bad(String reason, String remedy) {
    return new Problem(Problem.Kind.PLAN, "the rule", reason, remedy);
  }
}

package org.stratonomy.engine.settings;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.stratonomy.engine.shelf.FreeId;

/**
 * Where something holds, and what: values for settings.
 *
 * @param id unique within the plan; empty until the rule is in one
 * @param on whether it counts; one that is switched off stays in the sheet
 * @param recipe id of the recipe that its values were taken from last, or empty; the values are the
 *     rule's own, so that a plan prints the same wherever it is opened
 */
public record Rule(String id, Scope where, Map<Setting, Value> set, boolean on, String recipe) {
  /** A rule that gets its id from the plan that it is put in. */
  public Rule(Scope where, Map<Setting, Value> set) {
    this("", where, set, true, "");
  }

  public Rule {
    EnumMap<Setting, Value> copy = new EnumMap<>(Setting.class);
    copy.putAll(set);
    set = Collections.unmodifiableMap(copy);
  }

  /**
   * Gives ids to rules that have none, and to those that have the id of a rule above them. An id
   * comes from what the rule says at that time, so that two people who add rules to one plan get
   * different ones.
   */
  public static List<Rule> identified(List<Rule> rules) {
    Set<String> taken = new HashSet<>();
    rules.stream().map(Rule::id).forEach(taken::add);
    Set<String> seen = new HashSet<>(Set.of(""));
    List<Rule> identified = new ArrayList<>();
    for (Rule rule : rules) {
      Rule own = rule;
      if (!seen.add(rule.id)) {
        String id = FreeId.of(rule.fingerprint(), taken::contains);
        taken.add(id);
        seen.add(id);
        own = rule.withId(id);
      }
      identified.add(own);
    }
    return List.copyOf(identified);
  }

  /** Stands for where and what; 12 hexadecimal digits. */
  private String fingerprint() {
    try {
      byte[] text = (where + "\n" + set).getBytes(StandardCharsets.UTF_8);
      byte[] digest = MessageDigest.getInstance("SHA-256").digest(text);
      return HexFormat.of().formatHex(digest, 0, 6);
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java platform has SHA-256", e);
    }
  }

  public Rule withId(String changed) {
    return new Rule(changed, where, set, on, recipe);
  }

  public Rule withOn(boolean changed) {
    return new Rule(id, where, set, changed, recipe);
  }

  public Rule withWhere(Scope changed) {
    return new Rule(id, changed, set, on, recipe);
  }

  public Rule withSet(Map<Setting, Value> changed) {
    return new Rule(id, where, changed, on, recipe);
  }

  /** With the values of a recipe over its own, as far as they can be set for its place. */
  public Rule with(String ofRecipe, Map<Setting, Value> values) {
    Map<Setting, Value> all = new EnumMap<>(Setting.class);
    all.putAll(set);
    values.forEach(
        (setting, value) -> {
          if (where.canSet(setting)) {
            all.put(setting, value);
          }
        });
    return new Rule(id, where, all, on, ofRecipe);
  }
}

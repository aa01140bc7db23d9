package org.stratonomy.engine.plan;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Collections;
import java.util.EnumMap;
import java.util.HexFormat;
import java.util.Map;

/**
 * Where something holds, and what: values for settings.
 *
 * @param on whether it counts; one that is switched off stays in the sheet
 * @param recipe id of the recipe that its values were taken from last, or empty; the values are the
 *     rule's own, so that a plan prints the same wherever it is opened
 */
public record Rule(Where where, Map<Setting, Value> set, boolean on, String recipe) {
  public Rule(Where where, Map<Setting, Value> set) {
    this(where, set, true, "");
  }

  public Rule {
    EnumMap<Setting, Value> copy = new EnumMap<>(Setting.class);
    copy.putAll(set);
    set = Collections.unmodifiableMap(copy);
  }

  /**
   * Stands for where and what in ids of findings, which stay with a rule wherever it is in the
   * sheet; 12 hexadecimal digits.
   */
  public String fingerprint() {
    try {
      byte[] text = (where + "\n" + set).getBytes(StandardCharsets.UTF_8);
      byte[] digest = MessageDigest.getInstance("SHA-256").digest(text);
      return HexFormat.of().formatHex(digest, 0, 6);
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java platform has SHA-256", e);
    }
  }

  public Rule withWhere(Where changed) {
    return new Rule(changed, set, on, recipe);
  }

  public Rule withSet(Map<Setting, Value> changed) {
    return new Rule(where, changed, on, recipe);
  }

  /** With the values of a recipe over its own, as far as they can be set for its place. */
  public Rule with(String id, Map<Setting, Value> values) {
    Map<Setting, Value> all = new EnumMap<>(Setting.class);
    all.putAll(set);
    values.forEach(
        (setting, value) -> {
          if (where.canSet(setting)) {
            all.put(setting, value);
          }
        });
    return new Rule(where, all, on, id);
  }
}

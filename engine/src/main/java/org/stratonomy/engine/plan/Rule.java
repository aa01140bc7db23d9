package org.stratonomy.engine.plan;

import java.util.Collections;
import java.util.EnumMap;
import java.util.Map;

/**
 * Where something holds, and what: values for settings.
 *
 * @param on whether it counts; one that is switched off stays in the sheet
 */
public record Rule(Where where, Map<Setting, Value> set, boolean on) {
  public Rule(Where where, Map<Setting, Value> set) {
    this(where, set, true);
  }

  public Rule {
    EnumMap<Setting, Value> copy = new EnumMap<>(Setting.class);
    copy.putAll(set);
    set = Collections.unmodifiableMap(copy);
  }

  public Rule withWhere(Where changed) {
    return new Rule(changed, set, on);
  }

  public Rule withSet(Map<Setting, Value> changed) {
    return new Rule(where, changed, on);
  }
}

package org.stratonomy.engine.plan;

import java.util.Collections;
import java.util.EnumMap;
import java.util.Map;

/** Where something holds, and what: values for settings. */
public record Rule(Where where, Map<Setting, Value> set) {
  public Rule {
    EnumMap<Setting, Value> copy = new EnumMap<>(Setting.class);
    copy.putAll(set);
    set = Collections.unmodifiableMap(copy);
  }
}

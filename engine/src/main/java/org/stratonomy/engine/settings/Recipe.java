package org.stratonomy.engine.settings;

import java.util.Collections;
import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;

/**
 * A named set of settings on the shelf.
 *
 * @param basedOn id of the recipe of which this one holds only the differences
 */
public record Recipe(String id, String name, Optional<String> basedOn, Map<Setting, Value> own) {
  public Recipe {
    Map<Setting, Value> copy = new EnumMap<>(Setting.class);
    copy.putAll(own);
    own = Collections.unmodifiableMap(copy);
  }
}

package org.stratonomy.engine.settings;

import java.util.Map;

/**
 * What holds at a spot: one set of settings for all lines, and others for the roles that rules
 * single out.
 */
public record SpotSettings(Settings all, Map<Role, Settings> byRole) {
  public SpotSettings {
    byRole = Map.copyOf(byRole);
  }

  public Settings of(Role role) {
    return byRole.getOrDefault(role, all);
  }

  /** Whether the same values hold, whatever rules they come from. */
  public boolean sameValues(SpotSettings other) {
    if (!all.values().equals(other.all.values())) {
      return false;
    }
    for (Role role : Role.values()) {
      if (!of(role).values().equals(other.of(role).values())) {
        return false;
      }
    }
    return true;
  }
}

package org.stratonomy.engine.path;

import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.plan.Setting;
import org.stratonomy.engine.plan.Settings;

/** The settings that decide where lines run; no other one is read by this stage. */
record LineSettings(
    double lineWidth,
    int walls,
    int topLayers,
    int bottomLayers,
    double density,
    boolean grid,
    double angleRad) {

  static LineSettings of(Settings settings) {
    return new LineSettings(
        settings.number(Setting.LINE_WIDTH),
        settings.count(Setting.WALLS),
        settings.count(Setting.TOP_LAYERS),
        settings.count(Setting.BOTTOM_LAYERS),
        settings.number(Setting.INFILL_DENSITY) / 100,
        settings.choice(Setting.INFILL_PATTERN).equals("grid"),
        Math.toRadians(settings.number(Setting.INFILL_ANGLE)));
  }

  void addTo(Key.Builder key) {
    key.add(lineWidth).add(walls).add(topLayers).add(bottomLayers).add(density);
    key.add(grid ? 1 : 0).add(angleRad);
  }
}

package org.stratonomy.engine.path;

import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.plan.Setting;
import org.stratonomy.engine.plan.Settings;

/** The settings that decide where lines run; no other one is read by this stage. */
record LineSettings(
    double lineWidth,
    int walls,
    int jointWalls,
    double jointOverlap,
    ThinPlaces thinPlaces,
    int topLayers,
    int bottomLayers,
    double leastSkinMm2,
    double density,
    String pattern,
    double angleRad) {

  static LineSettings of(Settings settings) {
    return new LineSettings(
        settings.number(Setting.LINE_WIDTH),
        settings.count(Setting.WALLS),
        settings.count(Setting.JOINT_WALLS),
        settings.number(Setting.JOINT_OVERLAP),
        ThinPlaces.of(settings.choice(Setting.THIN_PLACES)),
        settings.count(Setting.TOP_LAYERS),
        settings.count(Setting.BOTTOM_LAYERS),
        settings.number(Setting.SKIN_LEAST_AREA),
        settings.number(Setting.INFILL_DENSITY) / 100,
        settings.choice(Setting.INFILL_PATTERN),
        Math.toRadians(settings.number(Setting.INFILL_ANGLE)));
  }

  /** The same for all that does not depend on how infill is laid, or how much of it. */
  LineSettings withoutInfill() {
    return new LineSettings(
        lineWidth,
        walls,
        jointWalls,
        jointOverlap,
        thinPlaces,
        topLayers,
        bottomLayers,
        leastSkinMm2,
        density < 1 ? 0 : 1,
        "",
        angleRad);
  }

  void addTo(Key.Builder key) {
    key.add(lineWidth).add(walls).add(jointWalls).add(jointOverlap);
    key.add(thinPlaces.ordinal()).add(topLayers).add(bottomLayers);
    key.add(leastSkinMm2).add(density).add(pattern).add(angleRad);
  }
}

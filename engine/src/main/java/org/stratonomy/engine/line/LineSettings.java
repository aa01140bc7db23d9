package org.stratonomy.engine.line;

import java.util.Map;
import org.stratonomy.engine.settings.Choice.InfillPattern;
import org.stratonomy.engine.settings.Choice.ThinPlaces;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Settings;
import org.stratonomy.engine.settings.SpotSettings;

/**
 * The settings that decide where lines run; no other one is read by this stage.
 *
 * @param infillWidth of the lines of the infill, which may come from another nozzle, mm
 */
public record LineSettings(
    double lineWidth,
    int walls,
    int jointWalls,
    double jointOverlap,
    ThinPlaces thinPlaces,
    int topLayers,
    int bottomLayers,
    double leastSkinMm2,
    double density,
    double infillWidth,
    InfillPattern pattern,
    double angleRad) {

  public static LineSettings of(Settings settings) {
    return of(new SpotSettings(settings, Map.of()));
  }

  public static LineSettings of(SpotSettings spot) {
    Settings settings = spot.all();
    return new LineSettings(
        settings.number(Setting.LINE_WIDTH),
        settings.count(Setting.WALLS),
        settings.count(Setting.JOINT_WALLS),
        settings.number(Setting.JOINT_OVERLAP),
        settings.choice(ThinPlaces.class),
        settings.count(Setting.TOP_LAYERS),
        settings.count(Setting.BOTTOM_LAYERS),
        settings.number(Setting.SKIN_LEAST_AREA),
        settings.number(Setting.INFILL_DENSITY) / 100,
        spot.of(Role.INFILL).number(Setting.LINE_WIDTH),
        settings.choice(InfillPattern.class),
        Math.toRadians(settings.number(Setting.INFILL_ANGLE)));
  }

  /** The same for all that does not depend on how infill is laid, or how much of it. */
  public LineSettings withoutInfill() {
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
        lineWidth,
        InfillPattern.LINES,
        angleRad);
  }
}

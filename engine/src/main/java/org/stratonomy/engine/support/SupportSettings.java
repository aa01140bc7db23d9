package org.stratonomy.engine.support;

import org.stratonomy.engine.settings.Choice.Support;
import org.stratonomy.engine.settings.Choice.SupportKind;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Settings;
import org.stratonomy.engine.settings.SpotSettings;

/**
 * The settings that decide where support stands and how it is laid.
 *
 * @param where what it may stand on
 * @param overhangRad surfaces that lean out further than this against the vertical are supported
 * @param gapLayers free layers between support and piece
 * @param gapMm distance from the piece in the plane
 * @param leastMm2 smaller overhangs are spared
 * @param bridgeMm shorter bridges are spared
 * @param lineWidth of support; that of its interface may come from another nozzle
 */
record SupportSettings(
    Support where,
    SupportKind kind,
    double overhangRad,
    double density,
    int gapLayers,
    double gapMm,
    int interfaceLayers,
    double interfaceDensity,
    double leastMm2,
    double bridgeMm,
    double lineWidth,
    double interfaceWidth) {

  /**
   * @param beside what holds for what is printed beside the piece
   */
  static SupportSettings of(Settings settings, SpotSettings beside) {
    return new SupportSettings(
        settings.choice(Support.class),
        settings.choice(SupportKind.class),
        Math.toRadians(settings.number(Setting.SUPPORT_ANGLE)),
        settings.number(Setting.SUPPORT_DENSITY) / 100,
        settings.count(Setting.SUPPORT_GAP_LAYERS),
        settings.number(Setting.SUPPORT_GAP),
        settings.count(Setting.INTERFACE_LAYERS),
        settings.number(Setting.INTERFACE_DENSITY) / 100,
        settings.number(Setting.SUPPORT_LEAST_AREA),
        settings.number(Setting.SUPPORT_BRIDGE),
        beside.of(Role.SUPPORT).number(Setting.LINE_WIDTH),
        beside.of(Role.INTERFACE).number(Setting.LINE_WIDTH));
  }
}

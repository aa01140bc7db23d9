package org.stratonomy.engine.schedule;

import java.util.Optional;
import org.stratonomy.engine.mesh.Rounding;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.stroke.Cause;
import org.stratonomy.engine.stroke.Causes;
import org.stratonomy.engine.stroke.Stroke;

/**
 * A value that a line is printed with.
 *
 * @param value in the unit of the setting
 * @param cause why it is not the value of the settings
 */
public record Printed(double value, Cause cause) {
  /**
   * @param stroke of the layer
   * @param wanted value of the setting for the line
   * @return nothing if a line has no such value
   */
  public static Optional<Printed> of(
      LayerSchedule layer, Stroke stroke, Setting setting, double wanted) {
    Causes causes = stroke.causes();
    Cause fed = causes.takesPurge() ? Cause.PURGE : Cause.NONE;
    if (setting == stroke.role().speed()) {
      double speed = layer.speed(stroke);
      boolean isSlowed = speed < stroke.speed();
      return Optional.of(new Printed(speed, isSlowed ? Cause.LAYER_TIME : causes.speed()));
    }
    return switch (setting) {
      case FAN ->
          Optional.of(
              new Printed(stroke.fanPercent(), causes.fan() == Cause.NONE ? fed : causes.fan()));
      case BRIDGE_FAN ->
          stroke.role() == Role.BRIDGE ? Optional.of(bridge(stroke)) : Optional.empty();
      case NOZZLE_TEMPERATURE -> Optional.of(new Printed(stroke.nozzleC(), fed));
      case FILAMENT -> Optional.of(new Printed(stroke.slot(), fed));
      case FLOW -> Optional.of(new Printed(stroke.flowRatio() * 100, Cause.NONE));
      case LAYER_HEIGHT -> Optional.of(fitted(stroke.heightMm(), wanted));
      case LINE_WIDTH -> Optional.of(fitted(stroke.widthMm(), wanted));
      default -> Optional.empty();
    };
  }

  private static Printed bridge(Stroke stroke) {
    boolean isOff = stroke.causes().fan() == Cause.NO_COOLING;
    return new Printed(stroke.fanPercent(), isOff ? Cause.NO_COOLING : Cause.NONE);
  }

  private static Printed fitted(double mm, double wanted) {
    return new Printed(mm, Math.abs(mm - wanted) > Rounding.MM ? Cause.FITTED : Cause.NONE);
  }
}

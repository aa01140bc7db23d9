package org.stratonomy.engine.motion;

import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Settings;

/**
 * How the head moves between strokes.
 *
 * @param speed mm/s
 * @param retractionMm how far the strand is drawn back
 * @param retractionSpeed mm/s
 * @param retractFromMm shorter travels are made without retraction
 * @param liftMm how far the nozzle is lifted while the strand is drawn back
 * @param accelerationMmS2 along the path
 * @param wipeMm how far the nozzle wipes over what it has just printed, before such a travel
 */
public record TravelSettings(
    double speed,
    double retractionMm,
    double retractionSpeed,
    double retractFromMm,
    double liftMm,
    double accelerationMmS2,
    double wipeMm) {

  public static TravelSettings of(Settings plan) {
    return new TravelSettings(
        plan.number(Setting.TRAVEL_SPEED),
        plan.number(Setting.RETRACTION),
        plan.number(Setting.RETRACTION_SPEED),
        plan.number(Setting.RETRACTION_TRAVEL),
        plan.number(Setting.TRAVEL_LIFT),
        plan.number(Setting.ACCELERATION),
        plan.number(Setting.WIPE));
  }

  /** Duration of drawing back and pushing forward again, s. */
  public double retractionSeconds() {
    return 2 * retractionMm / retractionSpeed;
  }

  /** Duration of a straight travel from rest to rest, s. */
  public double seconds(double mm) {
    return new MotionModel(accelerationMmS2, 0, speed).moveTime(mm, 0, 0, speed);
  }

  /** Speed of wiping, so that it takes as long as drawing back, mm/s. */
  public double wipeSpeed(double lengthMm) {
    return Math.min(speed, lengthMm * retractionSpeed / retractionMm);
  }

  /** Duration of wiping over a length from rest to rest, s. */
  public double wipeSeconds(double lengthMm) {
    double most = wipeSpeed(lengthMm);
    return new MotionModel(accelerationMmS2, 0, most).moveTime(lengthMm, 0, 0, most);
  }
}

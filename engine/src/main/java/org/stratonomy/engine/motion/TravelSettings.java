package org.stratonomy.engine.motion;

import org.stratonomy.engine.plan.Setting;
import org.stratonomy.engine.plan.Settings;

/**
 * How the head moves between strokes.
 *
 * @param speed mm/s
 * @param retractionMm how far the strand is drawn back
 * @param retractionSpeed mm/s
 * @param retractFromMm shorter travels are made without retraction
 */
public record TravelSettings(
    double speed, double retractionMm, double retractionSpeed, double retractFromMm) {
  /** Within infill, where a thread does no harm, travels up to this length are not retracted. */
  private static final double INSIDE_MM = 10;

  public static TravelSettings of(Settings plan) {
    return new TravelSettings(
        plan.number(Setting.TRAVEL_SPEED),
        plan.number(Setting.RETRACTION),
        plan.number(Setting.RETRACTION_SPEED),
        plan.number(Setting.RETRACTION_TRAVEL));
  }

  /**
   * @param insideInfill whether the travel leads from one infill line to another
   */
  public boolean retracts(double lengthMm, boolean insideInfill) {
    return retractionMm > 0
        && lengthMm > (insideInfill ? Math.max(INSIDE_MM, retractFromMm) : retractFromMm);
  }

  /** Duration of drawing back and pushing forward again, s. */
  public double retractionSeconds() {
    return 2 * retractionMm / retractionSpeed;
  }
}

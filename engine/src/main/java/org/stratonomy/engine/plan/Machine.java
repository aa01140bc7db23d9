package org.stratonomy.engine.plan;

import java.util.List;
import org.stratonomy.engine.mesh.Bounds;

/**
 * A printer with one nozzle, fed by hand or by a feeder.
 *
 * @param bedX width of the bed, mm; its front left corner is the origin
 * @param bedY depth of the bed, mm
 * @param heightMm largest height of a print
 * @param nozzleMm diameter of the nozzle
 * @param nozzleMaxC hottest the nozzle may get, °C
 * @param bedMaxC hottest the bed may get, °C
 * @param accelerationMmS2 along the path
 * @param junctionMm deviation at corners from which the speed there follows
 * @param maxSpeedXy largest speed in X and Y, mm/s
 * @param maxSpeedZ largest speed in Z, mm/s
 * @param travelSpeed mm/s
 * @param changeSeconds how long a change of filament takes
 * @param parkX where the head waits, mm
 * @param parkY where the head waits, mm
 * @param parkLiftMm how far the nozzle is lifted before it goes there
 * @param dialect how the machine wants its program written
 * @param feeder whether filaments are changed without the operator
 * @param slots how many filaments the feeder holds; of no account without one
 * @param idleSeconds after which the motors let go by themselves; 0 for never
 * @param meltMm3 how much filament the melt zone holds that mixes at a change
 */
public record Machine(
    String id,
    String name,
    double bedX,
    double bedY,
    double heightMm,
    double nozzleMm,
    double nozzleMaxC,
    double bedMaxC,
    double accelerationMmS2,
    double junctionMm,
    double maxSpeedXy,
    double maxSpeedZ,
    double travelSpeed,
    double changeSeconds,
    double parkX,
    double parkY,
    double parkLiftMm,
    String dialect,
    boolean feeder,
    int slots,
    double idleSeconds,
    double meltMm3) {

  /** Ways to write a program that machines may have. */
  public static final List<String> DIALECTS =
      List.of("hand-change", "hand-pause", "hand-wait", "feeder");

  /**
   * Whether something stands on the bed with room around it.
   *
   * @param room to the edges, mm
   */
  public boolean hasOnBed(Bounds b, double room) {
    return b.minX() >= room
        && b.minY() >= room
        && b.maxX() <= bedX - room
        && b.maxY() <= bedY - room;
  }

  /** How many filaments a plan may use. */
  public int mostFilaments() {
    return feeder ? slots : Integer.MAX_VALUE;
  }

  /** Whether the head can wait at a place. */
  public boolean reaches(Purging.Place place) {
    return place.x() >= 0 && place.y() >= 0 && place.x() <= bedX && place.y() <= bedY;
  }

  /** Thinnest layer that the nozzle lays well, mm. */
  public double minLayerHeight() {
    return 0.25 * nozzleMm;
  }

  /** Thickest layer that the nozzle lays well, mm. */
  public double maxLayerHeight() {
    return 0.75 * nozzleMm;
  }
}

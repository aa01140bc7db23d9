package org.stratonomy.engine.plan;

import java.util.List;
import java.util.Map;
import org.stratonomy.engine.mesh.Bounds;

/**
 * A printer with one nozzle that is fed by hand or by a feeder, or that two filaments flow into; or
 * with several nozzles side by side on one carriage, each with a filament of its own.
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
 * @param parkX where the first nozzle is when the head waits, mm
 * @param parkY where the first nozzle is when the head waits, mm
 * @param parkLiftMm how far the nozzle is lifted before it goes there
 * @param dialect how the machine wants its program written
 * @param tools how it comes from one filament to another: a key of {@link #DIALECTS}
 * @param slots how many filaments the feeder holds, or how many nozzles there are; of no account if
 *     it is fed by hand
 * @param idleSeconds after which the motors let go by themselves; 0 for never
 * @param meltMm3 how much filament the melt zone holds that mixes at a change
 * @param plugMm3 how much of the filament before still comes out unmixed after a change, because it
 *     is in the nozzle beyond the melt zone
 * @param nozzleStepX from each nozzle to the next, mm
 * @param nozzleStepY from each nozzle to the next, mm
 * @param primeMm3 what a nozzle that waited loses, and pushes out before it prints
 * @param standbyC how much cooler a nozzle waits than it prints, °C
 * @param heatingCPerS how fast a nozzle gets hotter, °C/s
 * @param fileName template for names of programs
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
    String tools,
    int slots,
    double idleSeconds,
    double meltMm3,
    double plugMm3,
    double nozzleStepX,
    double nozzleStepY,
    double primeMm3,
    double standbyC,
    double heatingCPerS,
    String fileName) {

  public static final String BY_HAND = "by hand";
  public static final String FEEDER = "feeder";
  public static final String NOZZLES = "several nozzles";
  public static final String MIXING = "mixing nozzle";

  /** Ways to write a program, by how machines come from one filament to another. */
  public static final Map<String, List<String>> DIALECTS =
      Map.of(
          BY_HAND, List.of("hand-change", "hand-pause", "hand-wait", "hand-macros"),
          FEEDER, List.of("feeder", "feeder-macros"),
          NOZZLES, List.of("nozzles", "nozzles-macros"),
          MIXING, List.of("mixing", "mixing-macros"));

  /** Whether filaments are changed without the operator. */
  public boolean changesByItself() {
    return !tools.equals(BY_HAND);
  }

  /** Whether a feeder changes the filament in its one nozzle. */
  public boolean hasFeeder() {
    return tools.equals(FEEDER);
  }

  /** Whether each filament has a nozzle of its own. */
  public boolean hasNozzles() {
    return tools.equals(NOZZLES);
  }

  /** Whether two filaments flow into one nozzle, in any shares. */
  public boolean mixes() {
    return tools.equals(MIXING);
  }

  /**
   * Where the nozzle of a slot is, seen from the first one, mm.
   *
   * @param slot from 1
   */
  public Purging.Place nozzle(int slot) {
    int steps = hasNozzles() ? slot - 1 : 0;
    return new Purging.Place(steps * nozzleStepX, steps * nozzleStepY);
  }

  /** How long a nozzle takes from the heat in which it waits to that in which it prints, s. */
  public double heatingSeconds() {
    return standbyC / heatingCPerS;
  }

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
    if (mixes()) {
      return 2;
    }
    return changesByItself() ? slots : Integer.MAX_VALUE;
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

package org.stratonomy.engine.shelf;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import org.stratonomy.engine.guard.PlainText;
import org.stratonomy.engine.mesh.Bounds;

/**
 * A printer with one nozzle that is fed by hand or by a feeder, or that two filaments flow into; or
 * with several nozzles side by side on one carriage, each with a filament of its own.
 *
 * @param bedX width of the bed, mm; places on it are told from its front left corner
 * @param bedY depth of the bed, mm
 * @param bedShape {@link #RECTANGULAR}, {@link #ROUND} or {@link #BELT}
 * @param tiltDegrees of the layers over a belt; of no account over a bed
 * @param originX X of the machine's own zero, from the front left corner, mm
 * @param originY Y of the machine's own zero, from the front left corner, mm
 * @param surface what lies on the bed; empty if it is not known
 * @param heightMm largest height of a print
 * @param nozzles the one it has; or, where each filament has its own, those of the slots in turn
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
 * @param slots how many filaments the feeder holds; of no account without one
 * @param idleSeconds after which the motors let go by themselves; 0 for never
 * @param meltMm3 how much filament the melt zone holds that mixes at a change
 * @param plugMm3 how much of the filament before still comes out unmixed after a change, because it
 *     is in the nozzle beyond the melt zone
 * @param primeMm3 what a nozzle that waited loses, and pushes out before it prints
 * @param standbyC how much cooler a nozzle waits than it prints, °C
 * @param heatingCPerS how fast a nozzle gets hotter, °C/s
 * @param bedHeatingCPerS how fast the bed does, °C/s
 * @param headRadiusMm how far the head reaches from its nozzles, mm
 * @param headClearMm how far the nozzles reach below the rest of the head, mm
 * @param gantryMm how far the nozzles reach below the beam along X that the head runs on, mm
 * @param fileName template for names of programs
 * @param ownLines templates in place of the dialect's, by what they are for; usually none
 */
public record Machine(
    String id,
    String name,
    double bedX,
    double bedY,
    String bedShape,
    double tiltDegrees,
    double originX,
    double originY,
    String surface,
    double heightMm,
    List<Nozzle> nozzles,
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
    double primeMm3,
    double standbyC,
    double heatingCPerS,
    double bedHeatingCPerS,
    double headRadiusMm,
    double headClearMm,
    double gantryMm,
    String fileName,
    Map<String, String> ownLines) {
  public Machine {
    nozzles = List.copyOf(nozzles);
    ownLines = Map.copyOf(ownLines);
  }

  /**
   * What filament comes out of.
   *
   * @param diameterMm of its opening
   * @param maxC hottest it may get, °C
   * @param maxFlow the most that it melts, mm³/s
   * @param x where it is, seen from the first one, mm
   * @param y where it is, seen from the first one, mm
   */
  public record Nozzle(double diameterMm, double maxC, double maxFlow, double x, double y) {
    /** Thinnest layer that it lays well, mm. */
    public double minLayerHeight() {
      return 0.25 * diameterMm;
    }

    /** Thickest layer that it lays well, mm. */
    public double maxLayerHeight() {
      return 0.75 * diameterMm;
    }

    /** Narrowest line that it lays well, mm. */
    public double minLineWidth() {
      return 0.6 * diameterMm;
    }

    /** Widest line that it lays well, mm. */
    public double maxLineWidth() {
      return 2.5 * diameterMm;
    }
  }

  public static final String RECTANGULAR = "rectangular";
  public static final String ROUND = "round";
  public static final String BELT = "belt";

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
   * The nozzle that a filament comes out of.
   *
   * @param slot from 1, or a mix
   */
  public Nozzle nozzle(int slot) {
    return hasNozzles() && slot >= 1 && slot <= nozzles.size()
        ? nozzles.get(slot - 1)
        : nozzles.getFirst();
  }

  /** The nozzles in words, as in “0.4 mm” or “0.4 and 0.6 mm”. */
  public String nozzlesText() {
    return String.join(" and ", diameters()) + " mm";
  }

  /** The different diameters of the nozzles, mm. */
  public List<String> diameters() {
    return nozzles.stream()
        .map(nozzle -> PlainText.number(nozzle.diameterMm()))
        .distinct()
        .toList();
  }

  /** Hottest that any nozzle may get, °C. */
  public double nozzleMaxC() {
    return most(Nozzle::maxC);
  }

  private double most(ToDoubleFunction<Nozzle> value) {
    return nozzles.stream().mapToDouble(value).max().orElseThrow();
  }

  private double least(ToDoubleFunction<Nozzle> value) {
    return nozzles.stream().mapToDouble(value).min().orElseThrow();
  }

  /** Where the machine's own zero is, from the front left corner of the bed, mm. */
  public BedPoint origin() {
    return new BedPoint(originX, originY);
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
    return isOnBed(b.minX(), b.minY(), room)
        && isOnBed(b.maxX(), b.minY(), room)
        && isOnBed(b.minX(), b.maxY(), room)
        && isOnBed(b.maxX(), b.maxY(), room);
  }

  /**
   * Whether a place is on the bed.
   *
   * @param room to the edge, mm
   */
  public boolean isOnBed(double x, double y, double room) {
    if (!hasRoundBed()) {
      return x >= room && y >= room && x <= bedX - room && y <= bedY - room;
    }
    double aside = (x - bedX / 2) / (bedX / 2 - room);
    double along = (y - bedY / 2) / (bedY / 2 - room);
    return aside * aside + along * along <= 1;
  }

  /** Shape and size of the bed in words, as in “250 × 210 mm” or “round, 220 × 220 mm”. */
  public String bedText() {
    String shape = bedShape.equals(RECTANGULAR) ? "" : bedShape + ", ";
    return "%s%s × %s mm".formatted(shape, PlainText.number(bedX), PlainText.number(bedY));
  }

  public boolean hasRoundBed() {
    return bedShape.equals(ROUND);
  }

  /** How many filaments a plan may use. */
  public int mostFilaments() {
    if (mixes()) {
      return 2;
    }
    if (hasNozzles()) {
      return nozzles.size();
    }
    return hasFeeder() ? slots : Integer.MAX_VALUE;
  }

  /** The belt, if it has one in place of a bed. */
  public Optional<Belt> belt() {
    return bedShape.equals(BELT) ? Optional.of(Belt.ofDegrees(tiltDegrees)) : Optional.empty();
  }

  /**
   * Whether the head can wait at a place; over a belt its Y is the way up from the belt within a
   * layer.
   */
  public boolean reaches(BedPoint place) {
    double most = belt().map(belt -> belt.way(heightMm)).orElse(bedY);
    return belt().isEmpty()
        ? isOnBed(place.x(), place.y(), 0)
        : place.x() >= 0 && place.x() <= bedX && place.y() >= 0 && place.y() <= most;
  }

  /** How fast the nozzle gets from one height across the layers to another, mm/s. */
  public double riseSpeed() {
    return belt().map(belt -> maxSpeedZ / belt.way(1)).orElse(maxSpeedZ);
  }

  /** Where the head waits. */
  public BedPoint park() {
    return new BedPoint(parkX, parkY);
  }

  /** Thinnest layer that some nozzle lays well, mm. */
  public double minLayerHeight() {
    return least(Nozzle::minLayerHeight);
  }

  /** Thickest layer that some nozzle lays well, mm. */
  public double maxLayerHeight() {
    return most(Nozzle::maxLayerHeight);
  }

  /** Narrowest line that some nozzle lays well, mm. */
  public double minLineWidth() {
    return least(Nozzle::minLineWidth);
  }

  /** Widest line that some nozzle lays well, mm. */
  public double maxLineWidth() {
    return most(Nozzle::maxLineWidth);
  }
}

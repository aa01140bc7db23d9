package org.stratonomy.engine.shelf;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import org.stratonomy.engine.guard.PlainText;
import org.stratonomy.engine.mesh.Bounds;

/**
 * A printer.
 *
 * @param nozzles the one it has; or, where each filament has its own, those of the slots in turn
 * @param changer how it comes from one filament to another
 */
public record Machine(
    String id,
    String name,
    Room room,
    List<Nozzle> nozzles,
    Melt melt,
    Changer changer,
    Motion motion,
    Heating heating,
    Head head,
    Parking parking,
    Writing writing) {
  public Machine {
    nozzles = List.copyOf(nozzles);
  }

  /**
   * Where prints stand.
   *
   * @param originX X of the machine's own zero, from the front left corner of the bed, mm
   * @param originY Y of the machine's own zero, from the front left corner of the bed, mm
   * @param surface what lies on the bed; empty if it is not known
   * @param heightMm largest height of a print
   * @param bedMaxC hottest the bed may get, °C
   */
  public record Room(
      Bed bed, double originX, double originY, String surface, double heightMm, double bedMaxC) {}

  /**
   * What mixes in a nozzle when the filament changes.
   *
   * @param mixesMm3 how much filament the melt zone holds that mixes
   * @param plugMm3 how much of the previous filament still comes out unmixed, because it is in the
   *     nozzle beyond the melt zone
   */
  public record Melt(double mixesMm3, double plugMm3) {}

  /**
   * How fast the head moves.
   *
   * @param accelerationMmS2 along the path
   * @param junctionMm deviation at corners from which the speed there follows
   * @param maxSpeedXy largest speed in X and Y, mm/s
   * @param maxSpeedZ largest speed in Z, mm/s
   * @param travelSpeed mm/s
   */
  public record Motion(
      double accelerationMmS2,
      double junctionMm,
      double maxSpeedXy,
      double maxSpeedZ,
      double travelSpeed) {}

  /**
   * How fast it heats, °C/s.
   *
   * @param nozzleCPerS the nozzle
   * @param bedCPerS the bed
   */
  public record Heating(double nozzleCPerS, double bedCPerS) {}

  /**
   * The room that the head takes.
   *
   * @param radiusMm how far it reaches from its nozzles
   * @param clearMm how far the nozzles reach below the rest of it
   * @param gantryMm how far the nozzles reach below the beam along X that it runs on
   */
  public record Head(double radiusMm, double clearMm, double gantryMm) {}

  /**
   * How the head waits.
   *
   * @param at where the first nozzle is meanwhile
   * @param liftMm how far the nozzle is lifted before it goes there
   * @param idleSeconds after which the motors let go by themselves; 0 for never
   */
  public record Parking(BedPoint at, double liftMm, double idleSeconds) {}

  /**
   * How its programs are written.
   *
   * @param dialect one of {@link Changer.Kind#dialects}
   * @param fileName template for names of programs
   * @param ownLines templates in place of the dialect's, by what they are for; usually none
   */
  public record Writing(String dialect, String fileName, Map<String, String> ownLines) {
    public Writing {
      ownLines = Map.copyOf(ownLines);
    }
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

  /** Width of the bed, mm. */
  public double bedX() {
    return room.bed.x();
  }

  /** Depth of the bed, mm. */
  public double bedY() {
    return room.bed.y();
  }

  public String surface() {
    return room.surface;
  }

  /** Largest height of a print, mm. */
  public double heightMm() {
    return room.heightMm;
  }

  /** Hottest the bed may get, °C. */
  public double bedMaxC() {
    return room.bedMaxC;
  }

  /** Largest speed in X and Y, mm/s. */
  public double maxSpeedXy() {
    return motion.maxSpeedXy;
  }

  /** Largest speed in Z, mm/s. */
  public double maxSpeedZ() {
    return motion.maxSpeedZ;
  }

  /** Speed of travel, mm/s. */
  public double travelSpeed() {
    return motion.travelSpeed;
  }

  /** How long a change of filament takes, s. */
  public double changeSeconds() {
    return changer.seconds();
  }

  /** How much filament the melt zone holds that mixes at a change, mm³. */
  public double meltMm3() {
    return melt.mixesMm3;
  }

  /** How much of the previous filament still comes out unmixed after a change, mm³. */
  public double plugMm3() {
    return melt.plugMm3;
  }

  /** How far the nozzle is lifted before the head goes aside, mm. */
  public double parkLiftMm() {
    return parking.liftMm;
  }

  public String dialect() {
    return writing.dialect;
  }

  /** Whether filaments are changed without the operator. */
  public boolean changesByItself() {
    return !(changer instanceof Changer.ByHand);
  }

  /** Whether a feeder changes the filament in its one nozzle. */
  public boolean hasFeeder() {
    return changer instanceof Changer.Feeder;
  }

  /** Whether each filament has a nozzle of its own. */
  public boolean hasNozzles() {
    return changer instanceof Changer.Nozzles;
  }

  /** Whether two filaments flow into one nozzle, in any shares. */
  public boolean mixes() {
    return changer instanceof Changer.Mixing;
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
    return new BedPoint(room.originX, room.originY);
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
    return this.room.bed.has(x, y, room);
  }

  public boolean hasRoundBed() {
    return room.bed instanceof Bed.Round;
  }

  /** How many filaments a plan may use. */
  public int mostFilaments() {
    return switch (changer) {
      case Changer.ByHand _ -> Integer.MAX_VALUE;
      case Changer.Feeder feeder -> feeder.slots();
      case Changer.Nozzles _ -> nozzles.size();
      case Changer.Mixing _ -> 2;
    };
  }

  /** The belt, if it has one in place of a bed. */
  public Optional<Belt> belt() {
    return room.bed instanceof Bed.Moving moving ? Optional.of(moving.belt()) : Optional.empty();
  }

  /**
   * Whether the head can wait at a place; over a belt its Y is the way up from the belt within a
   * layer.
   */
  public boolean reaches(BedPoint place) {
    return room.bed.reaches(place, heightMm());
  }

  /** How fast the nozzle gets from one height across the layers to another, mm/s. */
  public double riseSpeed() {
    return belt().map(belt -> maxSpeedZ() / belt.way(1)).orElse(maxSpeedZ());
  }

  /** Where the head waits. */
  public BedPoint park() {
    return parking.at;
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

package org.stratonomy.engine.document;

import java.util.List;
import java.util.Map;
import org.stratonomy.engine.shelf.Bed;
import org.stratonomy.engine.shelf.BedPoint;
import org.stratonomy.engine.shelf.Changer;
import org.stratonomy.engine.shelf.Machine;

/**
 * A machine as it stands in files and in the API: one level of keys, those of {@link
 * ShelfFields#MACHINE}. What a bed or a changer of its kind does not have is there with a usual
 * value.
 *
 * @param bedShape word of a {@link Bed.Shape}
 * @param tools word of a {@link Changer.Kind}
 */
public record MachineDocument(
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
    List<Machine.Nozzle> nozzles,
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
  private static final double TILT_DEGREES = 45;
  private static final int SLOTS = 1;
  private static final double PRIME_MM3 = 10;
  private static final double STANDBY_C = 40;

  public static MachineDocument of(Machine machine) {
    Machine.Room room = machine.room();
    Bed bed = room.bed();
    Changer changer = machine.changer();
    return new MachineDocument(
        machine.id(),
        machine.name(),
        bed.x(),
        bed.y(),
        bed.shape().word(),
        bed instanceof Bed.Moving moving ? moving.tiltDegrees() : TILT_DEGREES,
        room.originX(),
        room.originY(),
        room.surface(),
        room.heightMm(),
        machine.nozzles(),
        room.bedMaxC(),
        machine.motion().accelerationMmS2(),
        machine.motion().junctionMm(),
        machine.motion().maxSpeedXy(),
        machine.motion().maxSpeedZ(),
        machine.motion().travelSpeed(),
        changer.seconds(),
        machine.parking().at().x(),
        machine.parking().at().y(),
        machine.parking().liftMm(),
        machine.writing().dialect(),
        changer.kind().word(),
        changer instanceof Changer.Feeder feeder ? feeder.slots() : SLOTS,
        machine.parking().idleSeconds(),
        machine.melt().mixesMm3(),
        machine.melt().plugMm3(),
        changer instanceof Changer.Nozzles nozzles ? nozzles.primeMm3() : PRIME_MM3,
        changer instanceof Changer.Nozzles nozzles ? nozzles.standbyC() : STANDBY_C,
        machine.heating().nozzleCPerS(),
        machine.heating().bedCPerS(),
        machine.head().radiusMm(),
        machine.head().clearMm(),
        machine.head().gantryMm(),
        machine.writing().fileName(),
        machine.writing().ownLines());
  }

  Machine machine() {
    return new Machine(
        id,
        name,
        new Machine.Room(bed(), originX, originY, surface, heightMm, bedMaxC),
        nozzles,
        new Machine.Melt(meltMm3, plugMm3),
        changer(),
        new Machine.Motion(accelerationMmS2, junctionMm, maxSpeedXy, maxSpeedZ, travelSpeed),
        new Machine.Heating(heatingCPerS, bedHeatingCPerS),
        new Machine.Head(headRadiusMm, headClearMm, gantryMm),
        new Machine.Parking(new BedPoint(parkX, parkY), parkLiftMm, idleSeconds),
        new Machine.Writing(dialect, fileName, ownLines));
  }

  private Bed bed() {
    return switch (Bed.Shape.byWord(bedShape).orElseThrow()) {
      case RECTANGULAR -> new Bed.Rectangle(bedX, bedY);
      case ROUND -> new Bed.Round(bedX, bedY);
      case BELT -> new Bed.Moving(bedX, bedY, tiltDegrees);
    };
  }

  private Changer changer() {
    return switch (Changer.Kind.byWord(tools).orElseThrow()) {
      case BY_HAND -> new Changer.ByHand(changeSeconds);
      case FEEDER -> new Changer.Feeder(changeSeconds, slots);
      case NOZZLES -> new Changer.Nozzles(changeSeconds, primeMm3, standbyC);
      case MIXING -> new Changer.Mixing(changeSeconds);
    };
  }
}

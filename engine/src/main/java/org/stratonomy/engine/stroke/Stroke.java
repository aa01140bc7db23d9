package org.stratonomy.engine.stroke;

import java.util.Optional;
import org.stratonomy.engine.mesh.Rounding;
import org.stratonomy.engine.plan.PrintedFor;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.settings.Role;

/**
 * One continuous extrusion with one role, filament, width and settings.
 *
 * @param widthMm what the line takes up beside its neighbours
 * @param heightMm thickness of the layer
 * @param origin what it is printed for
 * @param slot of the filament, from 1
 * @param speed wanted along the path, within the filament's flow, mm/s
 * @param fanPercent part cooling
 * @param nozzleC temperature, °C
 * @param flowRatio extruded against computed volume, 1 for equal
 */
public record Stroke(
    Role role,
    Path path,
    double widthMm,
    double heightMm,
    PrintedFor origin,
    int slot,
    double speed,
    double fanPercent,
    double nozzleC,
    double flowRatio,
    Causes causes) {

  private static final double LEAST_WIPE_MM = 0.05;

  /** Index of the piece in the plan, from 0; {@link PrintedFor#NO_PIECE} beside all of them. */
  public int piece() {
    return origin.piece();
  }

  /** From 1; 0 beside all pieces. */
  public int stratum() {
    return origin.stratum();
  }

  /** Volume laid along one millimetre, mm³/mm. */
  public double crossSectionMm2() {
    return widthMm * heightMm * flowRatio;
  }

  /** Whether time and volume of another stroke count for the same as those of this one. */
  public boolean countsWith(Stroke o) {
    return role == o.role && slot == o.slot && origin.equals(o.origin);
  }

  /** Volume laid in a second at its speed, mm³/s. */
  public double flowMm3PerS() {
    return speed * crossSectionMm2();
  }

  /** Volume of the whole stroke, mm³. */
  public double volumeMm3() {
    return crossSectionMm2() * path.lengthMm();
  }

  /**
   * Where the nozzle wipes after the stroke: back along an open one, on along the start of a closed
   * one, up to a length.
   *
   * @return nothing if that is too short to be worth a move
   */
  public Optional<Path> wipe(double mm) {
    if (mm < LEAST_WIPE_MM) {
      return Optional.empty();
    }
    Path way = path.isClosed() ? path : path.reversed();
    Path.Builder wipe = new Path.Builder();
    wipe.add(way.x(0), way.y(0));
    double left = mm;
    for (int i = 0; i < way.segmentCount() && left > Rounding.MM; i++) {
      int j = way.segmentEnd(i);
      double length = way.segmentLengthMm(i);
      double share = Math.min(1, left / length);
      wipe.add(way.x(i) + share * (way.x(j) - way.x(i)), way.y(i) + share * (way.y(j) - way.y(i)));
      left -= length;
    }
    Path open = wipe.open();
    return Optional.of(open).filter(it -> it.lengthMm() >= LEAST_WIPE_MM);
  }

  /** Where the stroke ends: at its start if it is closed. */
  public double endX() {
    return path.endX();
  }

  public double endY() {
    return path.endY();
  }
}

package org.stratonomy.engine.steps;

import java.util.Optional;
import org.stratonomy.engine.shelf.BedPoint;
import org.stratonomy.engine.shelf.Belt;
import org.stratonomy.engine.shelf.Machine;

/** Where the head of a machine is: the carriage with its nozzles, mm. */
final class Head {
  private final Optional<Belt> belt;

  /** The nozzle that prints; its place is relative to the carriage. */
  private Machine.Nozzle nozzle;

  /** NaN if unknown. */
  private double carriageX = Double.NaN;

  private double carriageY = Double.NaN;
  private double z;

  /** Over a belt: where it meets the layer at the nozzle's height. */
  private double edgeY;

  Head(Machine machine, double z) {
    this.belt = machine.belt();
    this.nozzle = machine.nozzle(1);
    this.z = z;
    this.edgeY = edgeY();
  }

  /** Height of the nozzle. */
  double z() {
    return z;
  }

  void use(Machine.Nozzle other) {
    nozzle = other;
  }

  void lift(double height) {
    z = height;
    // What stays where it is in its layer moves away from the belt with the height.
    carriageY -= edgeY;
    edgeY = edgeY();
    carriageY += edgeY;
  }

  private double edgeY() {
    return belt.isPresent() ? belt.get().edgeY(z) : 0;
  }

  /** How far the head travels to a place of the machine; 0 from an unknown place. */
  double lengthTo(BedPoint place) {
    return length(place.x(), place.y());
  }

  private double length(double x, double y) {
    double dx = x - carriageX;
    double dy = y - carriageY;
    return Double.isNaN(carriageX) ? 0 : Math.sqrt(dx * dx + dy * dy);
  }

  /**
   * Goes to a place of the machine.
   *
   * @return how far it was
   */
  double go(BedPoint place) {
    return moved(place.x(), place.y());
  }

  /**
   * Brings the nozzle to a place of the layer.
   *
   * @return how far it was
   */
  double travel(double x, double y) {
    return moved(x - nozzle.x(), (belt.isPresent() ? edgeY - y : y) - nozzle.y());
  }

  private double moved(double x, double y) {
    double length = length(x, y);
    carriageX = x;
    carriageY = y;
    return length;
  }
}

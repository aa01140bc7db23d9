package org.stratonomy.engine.program;

import java.io.IOException;
import java.util.Optional;
import java.util.function.IntToDoubleFunction;
import org.stratonomy.engine.motion.TravelSettings;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.shelf.BedPoint;
import org.stratonomy.engine.shelf.Belt;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.stroke.Stroke;

/**
 * Writes moves and knows where they lead: only what changes is written, and what rounding leaves of
 * an extrusion is carried over to the next one.
 */
final class MoveWriter {
  private static final long NOWHERE = Long.MIN_VALUE;

  private final GcodeText text;
  private final TravelSettings settings;
  private final double maxSpeedZ;
  private final Optional<Belt> belt;
  private final IntToDoubleFunction filamentMm2;

  /** 0 for straight moves only. */
  private final double arcToleranceMm;

  /** Where the machine's zero is on the bed, thousandths of mm. */
  private final long originX;

  private final long originY;

  private long x = NOWHERE;
  private long y = NOWHERE;
  private double z;
  private long feed = NOWHERE;
  private double extrusionRest;
  private final boolean isAbsolute;

  /** What the last E said, 10^-5 mm. */
  private long writtenE;

  /** Where the nozzle that prints is, seen from the place that the program says, µm. */
  private long offsetX;

  private long offsetY;

  /**
   * @param filamentMm2 cross-section of the filament in a slot, mm²
   */
  MoveWriter(
      GcodeText text,
      TravelSettings settings,
      double arcToleranceMm,
      Machine machine,
      boolean isAbsolute,
      IntToDoubleFunction filamentMm2) {
    this.text = text;
    this.settings = settings;
    maxSpeedZ = machine.maxSpeedZ();
    belt = machine.belt();
    this.isAbsolute = isAbsolute;
    this.arcToleranceMm = arcToleranceMm;
    this.filamentMm2 = filamentMm2;
    originX = scaled(machine.origin().x());
    originY = scaled(machine.origin().y());
  }

  /**
   * The nozzle is where the lines at the start leave it.
   *
   * @param height mm
   */
  void start(double height) {
    z = height;
  }

  /** The machine may have forgotten its feed rate: the next move states it. */
  void forgetFeed() {
    feed = NOWHERE;
  }

  /** The head may have been moved by somebody else: its height is stated, then its place. */
  void forgetPlace() throws IOException {
    double height = z;
    x = NOWHERE;
    y = NOWHERE;
    z = Double.NaN;
    forgetFeed();
    lift(height);
  }

  /** Goes on with another nozzle, whose place is stated anew. */
  void useNozzle(Machine.Nozzle nozzle) {
    offsetX = scaled(nozzle.x());
    offsetY = scaled(nozzle.y());
    x = NOWHERE;
    y = NOWHERE;
  }

  /** Extrudes at a standstill. */
  void purge(double mm, double speed) throws IOException {
    pushFilament(mm, speed);
  }

  void lift(double height) throws IOException {
    if (height == z) {
      return;
    }
    double from = z;
    z = height;
    text.move('0');
    if (belt.isPresent()) {
      rise(belt.get(), from);
    } else {
      text.thousandths('Z', scaled(height));
      feed(maxSpeedZ);
    }
    text.add('\n');
  }

  /** Over a belt, what stays where it is in its layer moves away from the belt with the height. */
  private void rise(Belt over, double from) throws IOException {
    if (y != NOWHERE) {
      y += scaled(over.edgeY(z)) - scaled(over.edgeY(from));
      text.thousandths('Y', y - offsetY - originY);
    }
    text.thousandths('Z', scaled(over.way(z)));
    feed(maxSpeedZ * (y == NOWHERE ? 1 : over.wayOfRise()));
  }

  /** The machine's Y of a place in the layer at the nozzle's height, µm. */
  private long machineY(double mm) {
    return scaled(belt.isPresent() ? belt.get().edgeY(z) - mm : mm);
  }

  /** Goes straight to a place of the layer, mm. */
  void travel(double toX, double toY) throws IOException {
    moveFast(scaled(toX), machineY(toY));
  }

  /** Retracts while the nozzle moves along a path. */
  void wipe(Path wipe) throws IOException {
    double whole = settings.retractionMm();
    double length = wipe.lengthMm();
    long drawn = 0;
    double done = 0;
    for (int i = 0; i < wipe.segmentCount(); i++) {
      done += wipe.segmentLengthMm(i);
      long toX = scaled(wipe.x(i + 1));
      long toY = machineY(wipe.y(i + 1));
      long wanted = Math.round(-whole * done / length * 1e5);
      if ((toX == x && toY == y) || wanted == drawn) {
        continue;
      }
      text.move('1');
      position(toX, toY);
      filamentMoves(wanted - drawn);
      feed(settings.wipeSpeed(length));
      text.add('\n');
      drawn = wanted;
    }
    long rest = Math.round(-whole * 1e5) - drawn;
    if (rest != 0) {
      pushFilament(rest / 1e5, settings.retractionSpeed());
    }
  }

  /** Goes straight to where the first nozzle is at a place of the machine's, mm. */
  void go(BedPoint place) throws IOException {
    moveFast(scaled(place.x()) + offsetX, scaled(place.y()) + offsetY);
  }

  private void moveFast(long toX, long toY) throws IOException {
    if (toX == x && toY == y) {
      return;
    }
    text.move('0');
    position(toX, toY);
    feed(settings.speed());
    text.add('\n');
  }

  private void position(long toX, long toY) throws IOException {
    if (toX != x) {
      text.thousandths('X', toX - offsetX - originX);
      x = toX;
    }
    if (toY != y) {
      text.thousandths('Y', toY - offsetY - originY);
      y = toY;
    }
  }

  private void feed(double speed) throws IOException {
    long wanted = Math.round(speed * 60);
    if (wanted != feed) {
      feed = wanted;
      text.number('F', wanted);
    }
  }

  void retract() throws IOException {
    pushFilament(-settings.retractionMm(), settings.retractionSpeed());
  }

  void unretract() throws IOException {
    pushFilament(settings.retractionMm(), settings.retractionSpeed());
  }

  /**
   * @param by how far the filament moves, in 10^-5 mm
   */
  private void filamentMoves(long by) throws IOException {
    writtenE = isAbsolute ? writtenE + by : by;
    text.hundredThousandths('E', writtenE);
  }

  /** After others' commands extrusion is relative again; where it is absolute, it begins anew. */
  void stateExtrusion() throws IOException {
    if (isAbsolute) {
      text.add("M82\n");
      beginLayer();
    }
  }

  /** Absolute extrusion counts from the beginning of each layer. */
  void beginLayer() throws IOException {
    if (isAbsolute) {
      writtenE = 0;
      text.add("G92 E0\n");
    }
  }

  private void pushFilament(double mm, double speed) throws IOException {
    text.move('1');
    filamentMoves(Math.round(mm * 1e5));
    feed(speed);
    text.add('\n');
  }

  void stroke(Stroke stroke, double speed) throws IOException {
    Path path = stroke.path();
    double filamentPerMm = stroke.crossSectionMm2() / filamentMm2.applyAsDouble(stroke.slot());
    int segments = path.segmentCount();
    Arcs arcs = arcToleranceMm > 0 && segments > 2 ? new Arcs(path, arcToleranceMm) : null;
    int i = 0;
    while (i < segments) {
      int end = arcs == null ? i : arcs.end(i);
      if (end > i) {
        arc(path, i, end, arcs, filamentPerMm, speed);
        i = end;
      } else {
        extrude(path, i, path.segmentEnd(i), filamentPerMm, speed);
        i++;
      }
    }
  }

  private void arc(Path path, int from, int to, Arcs arcs, double filamentPerMm, double speed)
      throws IOException {
    for (int i = from; i < to; i++) {
      extrusionRest += path.segmentLengthMm(i) * filamentPerMm * 1e5;
    }
    int last = to % path.size();
    long toX = scaled(path.x(last));
    long toY = machineY(path.y(last));
    long i = scaled(arcs.centreX()) - x;
    long j = machineY(arcs.centreY()) - y;
    text.move(arcs.isToTheLeft() != belt.isPresent() ? '3' : '2');
    position(toX, toY);
    text.thousandths('I', i).thousandths('J', j);
    long extrusion = Math.round(extrusionRest);
    extrusionRest -= extrusion;
    filamentMoves(extrusion);
    feed(speed);
    text.add('\n');
  }

  private void extrude(Path path, int from, int to, double filamentPerMm, double speed)
      throws IOException {
    double dx = path.x(to) - path.x(from);
    double dy = path.y(to) - path.y(from);
    double length = Math.sqrt(dx * dx + dy * dy);
    extrusionRest += length * filamentPerMm * 1e5;
    long toX = scaled(path.x(to));
    long toY = machineY(path.y(to));
    if (toX == x && toY == y) {
      return;
    }
    long extrusion = Math.round(extrusionRest);
    extrusionRest -= extrusion;
    text.move('1');
    position(toX, toY);
    filamentMoves(extrusion);
    feed(speed);
    text.add('\n');
  }

  private static long scaled(double mm) {
    return Math.round(mm * 1000);
  }
}

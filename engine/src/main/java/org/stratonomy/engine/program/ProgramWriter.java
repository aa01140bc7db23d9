package org.stratonomy.engine.program;

import java.io.IOException;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.stratonomy.engine.ledger.Ledger;
import org.stratonomy.engine.merge.Halt;
import org.stratonomy.engine.merge.LayerSchedule;
import org.stratonomy.engine.merge.Schedule;
import org.stratonomy.engine.merge.Stroke;
import org.stratonomy.engine.merge.Travel;
import org.stratonomy.engine.path.Role;
import org.stratonomy.engine.plan.Filament;
import org.stratonomy.engine.plan.Machine;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plan.Setting;
import org.stratonomy.engine.plan.Value;
import org.stratonomy.engine.plane.Path;

/**
 * Writes a schedule as a machine program (G-code): absolute positions to 0.001 mm, relative
 * extrusion to 0.00001 mm whose rounding is carried over, so that it never adds up.
 *
 * <p>Every stop lifts before it moves sideways, and states the whole modal state afterwards.
 */
public final class ProgramWriter {
  /** Where the start template leaves the nozzle. */
  private static final double START_Z_MM = 5;

  private static final double LEAST_WIPE_MM = 0.05;

  private static final long NOWHERE = Long.MIN_VALUE;

  private final Plan plan;
  private final Resolver resolver;
  private final Machine machine;
  private final Schedule schedule;
  private final Ledger ledger;
  private final Dialect dialect;

  /** 0 for straight moves only. */
  private final double arcToleranceMm;

  private GcodeText text;
  private long x = NOWHERE;
  private long y = NOWHERE;
  private double z = START_Z_MM;
  private long feed = NOWHERE;
  private long fan;
  private double nozzleC;
  private boolean retracted;
  private double extrusionRest;
  private int stopNumber;

  public ProgramWriter(Plan plan, Resolver resolver, Schedule schedule, Ledger ledger) {
    this.plan = plan;
    this.resolver = resolver;
    this.machine = resolver.machine();
    this.schedule = schedule;
    this.ledger = ledger;
    this.dialect = Dialect.named(machine.dialect());
    this.arcToleranceMm = resolver.plan().number(Setting.ARC_TOLERANCE);
  }

  public void write(OutputStream out) throws IOException {
    text = new GcodeText(out);
    start();
    for (LayerSchedule layer : schedule.layers()) {
      layer(layer);
    }
    end();
    text.flush();
  }

  private void start() throws IOException {
    nozzleC =
        schedule.layers().stream()
            .flatMap(layer -> layer.strokes().stream())
            .mapToDouble(Stroke::nozzleC)
            .findFirst()
            .orElse(0);
    Map<String, Object> values = common();
    List<Map<String, Object>> filaments = new ArrayList<>();
    for (Ledger.SlotEntry entry : ledger.slots()) {
      Filament filament = resolver.filament(entry.slot());
      filaments.add(
          Map.of(
              "slot", entry.slot(),
              "name", filament.name(),
              "material", filament.material(),
              "grams", String.format(Locale.ROOT, "%.1f", entry.massG()),
              "metres", String.format(Locale.ROOT, "%.2f", entry.lengthMm() / 1000)));
    }
    values.put("filaments", filaments);
    values.put("plan", oneLine(plan.name()));
    values.put("machine", machine.name());
    values.put("nozzle", number(machine.nozzleMm()));
    values.put("layers", schedule.layers().size());
    values.put(
        "height",
        schedule.layers().isEmpty() ? "0" : number(schedule.layers().getLast().layer().top()));
    values.put("time", duration(ledger.seconds()));
    values.put("filament", resolver.filament(schedule.firstSlot()).name());
    values.put("bedC", number(schedule.bedC()));
    text.add(dialect.start(values));
  }

  private void end() throws IOException {
    retract();
    Map<String, Object> values = common();
    values.put("liftZ", number(liftedZ()));
    values.put("parkX", number(machine.parkX()));
    values.put("parkY", number(machine.parkY()));
    text.add(dialect.end(values));
  }

  private Map<String, Object> common() {
    Map<String, Object> values = new HashMap<>();
    values.put("startZ", number(START_Z_MM));
    values.put("stops", ledger.halts().size());
    values.put("nozzleC", number(nozzleC));
    values.put("liftF", number(60 * machine.maxSpeedZ()));
    values.put("travelF", number(60 * schedule.travel().speed()));
    return values;
  }

  private void layer(LayerSchedule layer) throws IOException {
    List<Stroke> strokes = layer.strokes();
    if (strokes.isEmpty()) {
      return;
    }
    text.add("; layer ").add(Integer.toString(layer.layer().number()));
    text.add(", z ").add(number(layer.layer().top())).add('\n');
    List<Halt> halts = new ArrayList<>(layer.halts());
    Stroke before = null;
    Role role = null;
    for (int i = 0; i < strokes.size(); i++) {
      Stroke stroke = strokes.get(i);
      Travel way = layer.order().travels().get(i);
      if (!halts.isEmpty() && halts.getFirst().beforeStroke() == i) {
        halt(layer, halts.removeFirst(), stroke);
        before = null;
        way = Travel.RETRACTED;
      }
      temperature(stroke);
      fan(stroke);
      travel(before, way, stroke, layer.layer().top());
      if (stroke.role() != role) {
        role = stroke.role();
        text.add("; ").add(role.label()).add('\n');
      }
      stroke(stroke, layer.speed(stroke));
      before = stroke;
    }
  }

  private void temperature(Stroke stroke) throws IOException {
    if (stroke.nozzleC() != nozzleC) {
      retract();
      nozzleC = stroke.nozzleC();
      text.add("M109 S").add(number(nozzleC)).add('\n');
    }
  }

  private void fan(Stroke stroke) throws IOException {
    long wanted = Math.round(stroke.fanPercent() * 255 / 100);
    if (wanted != fan) {
      fan = wanted;
      text.add(wanted == 0 ? "M107" : "M106 S" + wanted).add('\n');
    }
  }

  private void halt(LayerSchedule layer, Halt halt, Stroke next) throws IOException {
    stopNumber++;
    retract();
    lift(liftedZ());
    moveFast(scaled(machine.parkX()), scaled(machine.parkY()));
    nozzleC = next.nozzleC();
    Map<String, Object> values = common();
    values.put("number", stopNumber);
    values.put("layer", layer.layer().number());
    values.put(
        "height", number(halt.beforeStroke() == 0 ? layer.layer().bottom() : layer.layer().top()));
    values.put("note", oneLine(halt.note()));
    values.put("from", resolver.filament(halt.fromSlot()).name());
    values.put("to", resolver.filament(halt.toSlot()).name());
    text.add(halt.isColourChange() ? dialect.change(values) : dialect.pause(values));
    feed = NOWHERE;
    fan = NOWHERE;
  }

  private double liftedZ() {
    return Math.min(z + machine.parkLiftMm(), machine.heightMm() + machine.parkLiftMm());
  }

  private void lift(double height) throws IOException {
    if (height == z) {
      return;
    }
    z = height;
    text.add("G0 Z").addThousandths(Math.round(height * 1000));
    feed(machine.maxSpeedZ());
    text.add('\n');
  }

  /** Goes to the start of a stroke, the way and with the strand drawn back as it was planned. */
  private void travel(Stroke before, Travel way, Stroke stroke, double height) throws IOException {
    Path path = stroke.path();
    double clearance = height;
    if (way.retracted()) {
      if (before != null) {
        wipe(before);
      }
      retract();
      clearance = Math.max(z, height + schedule.travel().liftMm());
    }
    if (clearance > z) {
      lift(clearance);
    }
    for (int i = 0; i < way.via().length; i += 2) {
      moveFast(scaled(way.via()[i]), scaled(way.via()[i + 1]));
    }
    moveFast(scaled(path.x(0)), scaled(path.y(0)));
    lift(height);
    unretract();
  }

  /** Runs over what was just printed while the strand is drawn back. */
  private void wipe(Stroke before) throws IOException {
    Path wipe = before.wipe(schedule.travel().wipeMm());
    double length = wipe.lengthMm();
    double whole = schedule.travel().retractionMm();
    if (retracted || whole == 0 || length < LEAST_WIPE_MM) {
      return;
    }
    long drawn = 0;
    double done = 0;
    for (int i = 0; i < wipe.segmentCount(); i++) {
      done += wipe.segmentLengthMm(i);
      long toX = scaled(wipe.x(i + 1));
      long toY = scaled(wipe.y(i + 1));
      long wanted = Math.round(-whole * done / length * 1e5);
      if ((toX == x && toY == y) || wanted == drawn) {
        continue;
      }
      text.add("G1");
      position(toX, toY);
      text.add(" E").addHundredThousandths(wanted - drawn);
      feed(schedule.travel().wipeSpeed(length));
      text.add('\n');
      drawn = wanted;
    }
    retracted = true;
    long rest = Math.round(-whole * 1e5) - drawn;
    if (rest != 0) {
      strand(rest / 1e5);
    }
  }

  private void moveFast(long toX, long toY) throws IOException {
    if (toX == x && toY == y) {
      return;
    }
    text.add("G0");
    position(toX, toY);
    feed(schedule.travel().speed());
    text.add('\n');
  }

  private void position(long toX, long toY) throws IOException {
    if (toX != x) {
      text.add(" X").addThousandths(toX);
      x = toX;
    }
    if (toY != y) {
      text.add(" Y").addThousandths(toY);
      y = toY;
    }
  }

  private void feed(double speed) throws IOException {
    long wanted = Math.round(speed * 60);
    if (wanted != feed) {
      feed = wanted;
      text.add(" F").addNumber(wanted);
    }
  }

  private void retract() throws IOException {
    if (!retracted && schedule.travel().retractionMm() > 0 && x != NOWHERE) {
      retracted = true;
      strand(-schedule.travel().retractionMm());
    }
  }

  private void unretract() throws IOException {
    if (retracted) {
      retracted = false;
      strand(schedule.travel().retractionMm());
    }
  }

  private void strand(double mm) throws IOException {
    text.add("G1 E").addHundredThousandths(Math.round(mm * 1e5));
    feed(schedule.travel().retractionSpeed());
    text.add('\n');
  }

  private void stroke(Stroke stroke, double speed) throws IOException {
    Path path = stroke.path();
    double strandPerMm =
        stroke.crossSectionMm2() / resolver.filament(stroke.slot()).crossSectionMm2();
    int segments = path.segmentCount();
    Arcs arcs = arcToleranceMm > 0 && segments > 2 ? new Arcs(path, arcToleranceMm) : null;
    int i = 0;
    while (i < segments) {
      int end = arcs == null ? i : arcs.end(i);
      if (end > i) {
        arc(path, i, end, arcs, strandPerMm, speed);
        i = end;
      } else {
        extrude(path, i, path.segmentEnd(i), strandPerMm, speed);
        i++;
      }
    }
  }

  private void arc(Path path, int from, int to, Arcs arcs, double strandPerMm, double speed)
      throws IOException {
    for (int i = from; i < to; i++) {
      extrusionRest += path.segmentLengthMm(i) * strandPerMm * 1e5;
    }
    int last = to % path.size();
    long toX = scaled(path.x(last));
    long toY = scaled(path.y(last));
    long i = scaled(arcs.centreX()) - x;
    long j = scaled(arcs.centreY()) - y;
    text.add(arcs.isToTheLeft() ? "G3" : "G2");
    position(toX, toY);
    text.add(" I").addThousandths(i).add(" J").addThousandths(j);
    long extrusion = Math.round(extrusionRest);
    extrusionRest -= extrusion;
    text.add(" E").addHundredThousandths(extrusion);
    feed(speed);
    text.add('\n');
  }

  private void extrude(Path path, int from, int to, double strandPerMm, double speed)
      throws IOException {
    double dx = path.x(to) - path.x(from);
    double dy = path.y(to) - path.y(from);
    double length = Math.sqrt(dx * dx + dy * dy);
    extrusionRest += length * strandPerMm * 1e5;
    long toX = scaled(path.x(to));
    long toY = scaled(path.y(to));
    if (toX == x && toY == y) {
      return;
    }
    long extrusion = Math.round(extrusionRest);
    extrusionRest -= extrusion;
    text.add("G1");
    position(toX, toY);
    text.add(" E").addHundredThousandths(extrusion);
    feed(speed);
    text.add('\n');
  }

  private static long scaled(double mm) {
    return Math.round(mm * 1000);
  }

  private static String number(double value) {
    return Value.of(Math.rint(value * 1000) / 1000).toString();
  }

  private static String oneLine(String note) {
    return note.replaceAll("\\s+", " ").strip();
  }

  private static String duration(double seconds) {
    long minutes = Math.round(seconds / 60);
    return minutes < 60 ? minutes + " min" : "%d h %d min".formatted(minutes / 60, minutes % 60);
  }
}

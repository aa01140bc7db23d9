package org.stratonomy.engine.merge;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.motion.LayerTime;
import org.stratonomy.engine.motion.MotionModel;
import org.stratonomy.engine.motion.MoveList;
import org.stratonomy.engine.motion.TravelSettings;
import org.stratonomy.engine.path.LineMaker;
import org.stratonomy.engine.path.Role;
import org.stratonomy.engine.plan.Machine;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plan.Setting;
import org.stratonomy.engine.plan.Settings;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.strata.LayerStack;
import org.stratonomy.engine.strata.LayerStack.Part;
import org.stratonomy.engine.strata.LayerStack.PlanLayer;

/**
 * Merges the lines of all pieces into one ordered print: strokes in their order, a halt wherever
 * the filament changes or a stop is set, and the time of each layer.
 */
public final class Scheduler {
  /** What times are counted under besides the roles. */
  private static final int TRAVEL = Role.values().length;

  private static final int SLOWDOWN_STEPS = 6;

  private final Plan plan;
  private final Resolver resolver;
  private final LayerStack stack;
  private final List<LineMaker> makers;
  private final Memo memo;
  private final Machine machine;
  private final TravelSettings travel;
  private final Settings planSettings;

  /**
   * @param makers one for each piece, in the plan's order
   */
  public Scheduler(
      Plan plan, Resolver resolver, LayerStack stack, List<LineMaker> makers, Memo memo) {
    this.plan = plan;
    this.resolver = resolver;
    this.stack = stack;
    this.makers = makers;
    this.memo = memo;
    this.machine = resolver.machine();
    this.planSettings = resolver.plan();
    this.travel = TravelSettings.of(planSettings);
  }

  private record Ordered(Key key, LayerOrder order, int entrySlot) {}

  /**
   * @param skirt strokes of the skirt's lines are laid before the first layer, with its filament
   * @param parallel runs the timing of layers, given their number and what to do for each index
   */
  public Schedule schedule(Skirt skirt, Parallel parallel) {
    List<Ordered> ordered = new ArrayList<>();
    int firstSlot = firstSlot();
    int slot = firstSlot;
    double x = 0;
    double y = 0;
    for (PlanLayer layer : stack.layers()) {
      Ordered next = order(layer, skirt, x, y, slot);
      ordered.add(next);
      if (!next.order.strokes().isEmpty()) {
        Stroke last = next.order.strokes().getLast();
        slot = last.slot();
        x = last.endX();
        y = last.endY();
      }
    }
    LayerTime[] times = new LayerTime[ordered.size()];
    parallel.forEach(times.length, i -> times[i] = time(ordered.get(i)));
    List<LayerSchedule> layers = new ArrayList<>();
    for (int i = 0; i < times.length; i++) {
      PlanLayer layer = stack.layers().get(i);
      Ordered o = ordered.get(i);
      layers.add(
          new LayerSchedule(layer, o.order.strokes(), o.entrySlot, halts(layer, o), times[i]));
    }
    return new Schedule(layers, firstSlot, planSettings.number(Setting.BED_TEMPERATURE), travel);
  }

  /** Runs a task for each index below a number, in any order, perhaps several at once. */
  @FunctionalInterface
  public interface Parallel {
    void forEach(int count, java.util.function.IntConsumer task);
  }

  private int firstSlot() {
    if (stack.layers().isEmpty()) {
      return 1;
    }
    return stack.layers().getFirst().parts().stream()
        .mapToInt(part -> settings(part).slot())
        .min()
        .orElse(1);
  }

  private Settings settings(Part part) {
    return resolver.stratum(plan.pieces().get(part.piece()).id(), part.layer().stratum());
  }

  private StrokeSettings strokeSettings(Part part) {
    Settings settings = settings(part);
    return new StrokeSettings(
        settings,
        resolver.filament(settings.slot()),
        part.layer(),
        part.piece(),
        stack.pieces().get(part.piece()).onBed());
  }

  private Ordered order(PlanLayer layer, Skirt skirt, double x, double y, int slot) {
    Key.Builder key = Key.of("order").add(x).add(y).add(slot);
    for (Part part : layer.parts()) {
      key.add(makers.get(part.piece()).key(part.layer(), settings(part)));
      strokeSettings(part).addTo(key);
    }
    boolean withSkirt = layer.number() == 1;
    if (withSkirt) {
      key.add(skirt.key());
    }
    Key built = key.build();
    LayerOrder order =
        memo.get(
            built,
            LayerOrder.class,
            () -> LayerSequencer.order(batches(layer, withSkirt, skirt), x, y, slot));
    return new Ordered(built, order, slot);
  }

  private List<LayerSequencer.Batch> batches(PlanLayer layer, boolean withSkirt, Skirt skirt) {
    List<LayerSequencer.Batch> batches = new ArrayList<>();
    for (Part part : layer.parts()) {
      StrokeSettings strokes = strokeSettings(part);
      List<Stroke> made = new ArrayList<>();
      makers
          .get(part.piece())
          .lines(part.layer(), settings(part))
          .lines()
          .forEach(line -> made.add(strokes.stroke(line)));
      if (withSkirt && batches.isEmpty()) {
        skirt.lines().forEach(line -> made.add(skirtStroke(strokes.stroke(line))));
      }
      batches.add(new LayerSequencer.Batch(strokes.slot(), made));
    }
    return batches;
  }

  private static Stroke skirtStroke(Stroke s) {
    return new Stroke(
        s.role(),
        s.path(),
        s.widthMm(),
        s.heightMm(),
        Stroke.NO_PIECE,
        s.stratum(),
        s.slot(),
        s.speed(),
        s.fanPercent(),
        s.nozzleC(),
        s.flow());
  }

  /** One halt for every change of filament and for every stop at the layer's bottom. */
  private List<Halt> halts(PlanLayer layer, Ordered ordered) {
    List<Halt> halts = new ArrayList<>();
    List<String> notes =
        plan.stops().stream()
            .filter(stop -> layer.number() > 1 && isAt(stop, layer))
            .map(Stop::note)
            .toList();
    int slot = ordered.entrySlot;
    List<Stroke> strokes = ordered.order.strokes();
    for (int i = 0; i < strokes.size(); i++) {
      int next = strokes.get(i).slot();
      if (next != slot || (i == 0 && !notes.isEmpty())) {
        String note =
            i == 0 ? String.join("; ", notes.stream().filter(n -> !n.isBlank()).toList()) : "";
        halts.add(new Halt(i, slot, next, note));
        slot = next;
      }
    }
    return List.copyOf(halts);
  }

  /** A stop belongs to the layer whose bottom is the plane nearest to its height. */
  private boolean isAt(Stop stop, PlanLayer layer) {
    double height = stop.heightMm();
    if (height >= stack.layers().getLast().top()) {
      return false;
    }
    double distance = Math.abs(height - layer.bottom());
    return stack.layers().stream()
        .filter(other -> other.number() > 1 && other != layer)
        .noneMatch(other -> Math.abs(height - other.bottom()) < distance);
  }

  private LayerTime time(Ordered ordered) {
    Key key =
        Key.of("time")
            .add(ordered.key)
            .add(travel.speed())
            .add(travel.retractionMm())
            .add(travel.retractionSpeed())
            .add(travel.retractFromMm())
            .add(machine.accelerationMmS2())
            .add(machine.junctionMm())
            .add(machine.maxSpeedXy())
            .add(planSettings.number(Setting.MIN_LAYER_TIME))
            .add(planSettings.number(Setting.MIN_SPEED))
            .build();
    return memo.get(key, LayerTime.class, () -> computeTime(ordered.order.strokes()));
  }

  private LayerTime computeTime(List<Stroke> strokes) {
    double wanted = planSettings.number(Setting.MIN_LAYER_TIME);
    double minSpeed = planSettings.number(Setting.MIN_SPEED);
    LayerTime time = timeAt(strokes, 1, minSpeed);
    double extruding = time.seconds() - time.travelSeconds();
    // Ramps take less of the time at lower speeds, so that a few steps are needed.
    for (int i = 0; i < SLOWDOWN_STEPS && extruding > 0 && time.seconds() < 0.99 * wanted; i++) {
      double left = Math.max(wanted - time.travelSeconds(), extruding);
      time = timeAt(strokes, time.slowdown() * extruding / left, minSpeed);
      extruding = time.seconds() - time.travelSeconds();
    }
    return time;
  }

  private LayerTime timeAt(List<Stroke> strokes, double slowdown, double minSpeed) {
    LayerTime speeds = new LayerTime(new double[0], 0, slowdown, minSpeed);
    MoveList moves = new MoveList();
    double retractions = 0;
    double x = Double.NaN;
    double y = Double.NaN;
    Role before = Role.SKIRT;
    for (Stroke stroke : strokes) {
      double toX = stroke.path().x(0);
      double toY = stroke.path().y(0);
      if (!Double.isNaN(x)) {
        boolean inside = before == Role.INFILL && stroke.role() == Role.INFILL;
        boolean retract = travel.retracts(Math.hypot(toX - x, toY - y), inside);
        if (retract) {
          retractions += travel.retractionSeconds();
          moves.rest();
        }
        moves.add(x, y, toX, toY, travel.speed(), TRAVEL);
        if (retract) {
          moves.rest();
        }
      }
      addStroke(moves, stroke, speeds.slowed(stroke.speed()));
      x = stroke.endX();
      y = stroke.endY();
      before = stroke.role();
    }
    double[] seconds = new double[TRAVEL + 1];
    new MotionModel(machine.accelerationMmS2(), machine.junctionMm(), machine.maxSpeedXy())
        .addTimes(moves, seconds);
    return new LayerTime(
        Arrays.copyOf(seconds, TRAVEL), seconds[TRAVEL] + retractions, slowdown, minSpeed);
  }

  private static void addStroke(MoveList moves, Stroke stroke, double speed) {
    var path = stroke.path();
    int label = stroke.role().ordinal();
    for (int i = 1; i < path.size(); i++) {
      moves.add(path.x(i - 1), path.y(i - 1), path.x(i), path.y(i), speed, label);
    }
    if (path.isClosed()) {
      int last = path.size() - 1;
      moves.add(path.x(last), path.y(last), path.x(0), path.y(0), speed, label);
    }
  }
}

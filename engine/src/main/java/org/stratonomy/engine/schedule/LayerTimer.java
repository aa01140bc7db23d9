package org.stratonomy.engine.schedule;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.stratonomy.engine.guard.Interruption;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.motion.LayerTime;
import org.stratonomy.engine.motion.MotionModel;
import org.stratonomy.engine.motion.MoveList;
import org.stratonomy.engine.motion.TravelSettings;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.settings.Choice.ShortLayers;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Settings;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.stroke.Stroke;
import org.stratonomy.engine.travel.Travel;

/** How long layers take, and how much they are slowed down for the least layer time. */
final class LayerTimer {
  /** What the time of moves without extrusion is counted under. */
  private static final int TRAVEL = 0;

  private static final int SLOWDOWN_STEPS = 6;

  private final Machine machine;
  private final TravelSettings travel;
  private final double leastSeconds;
  private final double minSpeed;

  /** What is done about layers that take less than they should. */
  private final boolean slows;

  private final boolean waits;

  LayerTimer(Machine machine, TravelSettings travel, Settings plan) {
    this.machine = machine;
    this.travel = travel;
    leastSeconds = plan.number(Setting.MIN_LAYER_TIME);
    minSpeed = plan.number(Setting.MIN_SPEED);
    ShortLayers shortLayers = plan.choice(ShortLayers.class);
    slows = shortLayers != ShortLayers.WAIT;
    waits = shortLayers != ShortLayers.SLOW_DOWN;
  }

  /** Takes in all that a layer's time depends on besides its strokes and travels. */
  void addTo(Key.Builder key) {
    key.add(travel);
    key.add(machine.motion().junctionMm()).add(machine.maxSpeedXy());
    key.add(machine.riseSpeed()).add(leastSeconds).add(minSpeed);
    key.add(slows ? 1 : 0).add(waits ? 1 : 0).add(machine.mixes() ? 1 : 0);
  }

  LayerTime time(LayerOrder order) {
    LayerTime time = timeAt(order, 1);
    double extruding = time.extrudingSeconds();
    if (extruding == 0) {
      return time;
    }
    // Ramps take less of the time at lower speeds, so that a few steps are needed.
    for (int i = 0; i < SLOWDOWN_STEPS && slows && time.seconds() < 0.99 * leastSeconds; i++) {
      double left = Math.max(leastSeconds - time.travelSeconds(), extruding);
      time = timeAt(order, time.slowdown() * extruding / left);
      extruding = time.extrudingSeconds();
    }
    return waits && time.seconds() < 0.99 * leastSeconds
        ? time.waiting(leastSeconds - time.seconds())
        : time;
  }

  private LayerTime timeAt(LayerOrder order, double slowdown) {
    LayerTime speeds = new LayerTime(List.of(), 0, 0, slowdown, minSpeed);
    List<Stroke> strokes = order.strokes();
    int segments = strokes.stream().mapToInt(stroke -> stroke.path().segmentCount()).sum();
    MoveList moves = new MoveList(segments + 2 * strokes.size());
    Labels labels = new Labels();
    double resting = 0;
    for (int i = 0; i < strokes.size(); i++) {
      Interruption.check(i);
      Stroke stroke = strokes.get(i);
      if (i > 0 && isAsideBefore(stroke, strokes.get(i - 1))) {
        moves.rest();
      } else if (i > 0) {
        resting += addTravel(moves, strokes.get(i - 1), order.travels().get(i), stroke);
      }
      addMoves(moves, stroke.path(), speeds.slowed(stroke.speed()), labels.of(stroke));
    }
    double[] seconds = new double[labels.count()];
    new MotionModel(travel.accelerationMmS2(), machine.motion().junctionMm(), machine.maxSpeedXy())
        .addTimes(moves, seconds);
    return labels.time(seconds, resting, slowdown, minSpeed);
  }

  /** Whether the head parks between two strokes: what it does then is no part of the layer. */
  private boolean isAsideBefore(Stroke stroke, Stroke before) {
    return stroke.slot() != before.slot() && !machine.mixes()
        || NozzleHeat.isWaitedFor(before.nozzleC(), stroke.nozzleC());
  }

  /** What times are counted under: label 0 for travel, then each kind of stroke that occurs. */
  private static final class Labels {
    private final List<Stroke> firsts = new ArrayList<>();
    private int last = -1;

    int of(Stroke stroke) {
      if (last < 0 || !firsts.get(last).countsWith(stroke)) {
        last = 0;
        while (last < firsts.size() && !firsts.get(last).countsWith(stroke)) {
          last++;
        }
        if (last == firsts.size()) {
          firsts.add(stroke);
        }
      }
      return 1 + last;
    }

    int count() {
      return 1 + firsts.size();
    }

    LayerTime time(double[] seconds, double resting, double slowdown, double minSpeed) {
      List<LayerTime.Share> shares = new ArrayList<>();
      for (int i = 0; i < firsts.size(); i++) {
        Stroke of = firsts.get(i);
        shares.add(new LayerTime.Share(of.origin(), of.role(), of.slot(), seconds[1 + i]));
      }
      double travel = seconds[TRAVEL] + resting;
      return new LayerTime(List.copyOf(shares), travel, 0, slowdown, minSpeed);
    }
  }

  /** Adds the moves of a travel and returns the time in which the head stays where it is. */
  private double addTravel(MoveList moves, Stroke before, Travel way, Stroke stroke) {
    double resting = 0;
    double x = before.endX();
    double y = before.endY();
    boolean drawnBack = way.retracted() && travel.retractionMm() > 0;
    if (drawnBack) {
      Optional<Path> wipe = before.wipe(travel.wipeMm());
      moves.rest();
      if (wipe.isPresent()) {
        addMoves(moves, wipe.get(), travel.wipeSpeed(wipe.get().lengthMm()), TRAVEL);
        x = wipe.get().x(wipe.get().size() - 1);
        y = wipe.get().y(wipe.get().size() - 1);
        moves.rest();
      }
      double still = wipe.isPresent() ? 0.5 : 1;
      resting = still * travel.retractionSeconds() + 2 * travel.liftMm() / machine.riseSpeed();
    }
    for (int i = 0; i < way.via().length; i += 2) {
      moves.add(x, y, way.via()[i], way.via()[i + 1], travel.speed(), TRAVEL);
      x = way.via()[i];
      y = way.via()[i + 1];
    }
    moves.add(x, y, stroke.path().x(0), stroke.path().y(0), travel.speed(), TRAVEL);
    if (drawnBack) {
      moves.rest();
    }
    return resting;
  }

  private static void addMoves(MoveList moves, Path path, double speed, int label) {
    for (int i = 0; i < path.segmentCount(); i++) {
      int j = path.segmentEnd(i);
      moves.add(path.x(i), path.y(i), path.x(j), path.y(j), speed, label);
    }
  }
}

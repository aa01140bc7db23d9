package org.stratonomy.engine.merge;

import java.util.List;
import org.stratonomy.engine.plan.Machine;
import org.stratonomy.engine.strata.LayerStack.PlanLayer;

/**
 * When each layer of a print begins. The clock starts cold: bed and nozzle are heated together
 * first. Later the print waits for its nozzle wherever the temperature changes by more than a step
 * of a ramp, and after a stop at which it waited cooler; a nozzle gets cooler as fast as it gets
 * hotter. What is heated during a change of filament is part of the change.
 */
public final class Timeline {
  /** Smaller changes of temperature are not waited for. */
  public static final double STEP_OF_RAMP_C = 5;

  private static final double ROOM_C = 20;

  private final Schedule schedule;
  private final Machine machine;
  private final double warmUp;
  private final double[] starts;
  private final double[] heating;
  private final double[] rises;

  public Timeline(Schedule schedule, Machine machine) {
    this.schedule = schedule;
    this.machine = machine;
    int count = schedule.layers().size();
    starts = new double[count + 1];
    heating = new double[count];
    rises = rises();
    double celsius =
        schedule.layers().stream()
            .flatMap(layer -> layer.strokes().stream())
            .mapToDouble(Stroke::nozzleC)
            .findFirst()
            .orElse(ROOM_C);
    warmUp =
        Math.max(
            nozzleSeconds(celsius - ROOM_C),
            Math.max(0, schedule.bedC() - ROOM_C) / machine.bedHeatingCPerS());
    starts[0] = warmUp;
    for (int i = 0; i < count; i++) {
      LayerSchedule layer = schedule.layers().get(i);
      heating[i] = heating(layer, celsius);
      double halts = layer.halts().stream().mapToDouble(halt -> halt.seconds(machine)).sum();
      starts[i + 1] = starts[i] + halts + seconds(i);
      celsius = layer.strokes().isEmpty() ? celsius : layer.strokes().getLast().nozzleC();
    }
  }

  private double nozzleSeconds(double celsius) {
    return Math.abs(celsius) / machine.heatingCPerS();
  }

  private double heating(LayerSchedule layer, double celsius) {
    double seconds = 0;
    double now = celsius;
    List<Stroke> strokes = layer.strokes();
    List<Halt> halts = layer.halts();
    int next = 0;
    for (int i = 0; i < strokes.size(); i++) {
      double wanted = strokes.get(i).nozzleC();
      if (next < halts.size() && halts.get(next).beforeStroke() == i) {
        Halt halt = halts.get(next++);
        now = halt.waitsApart(machine) ? halt.waitingC().orElse(now) : now;
        now = halt.isColourChange() ? wanted : now;
      }
      if (Math.abs(wanted - now) > STEP_OF_RAMP_C) {
        seconds += nozzleSeconds(wanted - now);
      }
      now = wanted;
    }
    return seconds;
  }

  /** When a layer begins, with the halts before it; for their count: when the print ends, s. */
  public double start(int layer) {
    return starts[layer];
  }

  /** When the print ends, s. */
  public double end() {
    return starts[starts.length - 1];
  }

  /** How long a layer takes without its halts, s. */
  public double seconds(int layer) {
    return schedule.layers().get(layer).time().seconds() + rise(layer) + heating[layer];
  }

  /** The move from the layer below, or over pieces that stand already to the next one, s. */
  public double rise(int layer) {
    return rises[layer];
  }

  private double[] rises() {
    double[] standing = schedule.standingMm();
    double[] seconds = new double[standing.length];
    for (int i = 0; i < seconds.length; i++) {
      PlanLayer layer = schedule.layers().get(i).layer();
      double mm = layer.top() - layer.bottom();
      if (schedule.beginsPiece(i) && standing[i] > 0) {
        double over = standing[i] + Schedule.OVER_PIECES_MM;
        mm = over - schedule.layers().get(i - 1).layer().top() + over - layer.top();
      }
      seconds[i] = mm / machine.riseSpeed();
    }
    return seconds;
  }

  /** Waiting for bed and nozzle, at the start and later, s. */
  public double heatingSeconds() {
    double sum = warmUp;
    for (double one : heating) {
      sum += one;
    }
    return sum;
  }
}

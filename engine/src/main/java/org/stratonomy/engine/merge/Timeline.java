package org.stratonomy.engine.merge;

import java.util.Arrays;
import org.stratonomy.engine.motion.TravelSettings;
import org.stratonomy.engine.plan.Machine;
import org.stratonomy.engine.plan.Purging;
import org.stratonomy.engine.strata.LayerStack.PlanLayer;

/**
 * When each layer of a print begins. The clock starts cold: bed and nozzle are heated together
 * first. Later the print waits for its nozzle, aside from the part, wherever the temperature
 * changes by more than a step of a ramp; at a stop at which it waited cooler; and before and after
 * a change of filament in a nozzle, which needs the hotter of both temperatures. A nozzle gets
 * cooler as fast as it gets hotter.
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

  /** Time of each layer's halts, with the travel to the parking place and back, s. */
  private final double[][] halts;

  public Timeline(Schedule schedule, Machine machine) {
    this.schedule = schedule;
    this.machine = machine;
    int count = schedule.layers().size();
    starts = new double[count + 1];
    heating = new double[count];
    halts = new double[count][];
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
    Walk walk = new Walk(celsius);
    for (int i = 0; i < count; i++) {
      walk.layer(i);
      starts[i + 1] = starts[i] + Arrays.stream(halts[i]).sum() + seconds(i);
    }
  }

  private double nozzleSeconds(double celsius) {
    return Math.abs(celsius) / machine.heatingCPerS();
  }

  /** Goes through the strokes of the print, one layer after the other. */
  private final class Walk {
    private double nozzleC;

    /** The last stroke so far; null before the first. */
    private Stroke before;

    /** Whether the head waits aside after the layer of that stroke. */
    private boolean waited;

    Walk(double nozzleC) {
      this.nozzleC = nozzleC;
    }

    void layer(int index) {
      LayerSchedule layer = schedule.layers().get(index);
      halts[index] = new double[layer.halts().size()];
      int next = 0;
      for (int i = 0; i < layer.strokes().size(); i++) {
        Stroke stroke = layer.strokes().get(i);
        boolean isAside = waited;
        if (next < halts[index].length && layer.halts().get(next).beforeStroke() == i) {
          Halt halt = layer.halts().get(next);
          isAside |= halt.count(machine) > 0;
          heating[index] += heatingAt(halt, stroke.nozzleC());
          halts[index][next++] = seconds(halt, stroke);
        }
        double wait = nozzleSeconds(stroke.nozzleC() - nozzleC);
        if (wait > nozzleSeconds(STEP_OF_RAMP_C)) {
          isAside = true;
          // The nozzle heats up or cools down while it travels.
          double there = schedule.travel().seconds(wayTo(machine.park()));
          heating[index] +=
              Math.max(wait, there) + aside(machine.parkLiftMm(), machine.park(), stroke) - there;
        }
        if (i == 0 && before != null && !isAside) {
          rises[index] += across(stroke);
        }
        nozzleC = stroke.nozzleC();
        before = stroke;
        waited = false;
      }
      waited |= layer.time().waitSeconds() > 0;
    }

    /** Retracted travel from the last stroke to the first one of a layer, s. */
    private double across(Stroke first) {
      TravelSettings travel = schedule.travel();
      double mm = Math.hypot(first.path().x(0) - before.endX(), first.path().y(0) - before.endY());
      return travel.seconds(mm)
          + travel.retractionSeconds()
          + 2 * travel.liftMm() / machine.riseSpeed();
    }

    /** Waiting for the nozzle at a halt, s. */
    private double heatingAt(Halt halt, double nextC) {
      double seconds = 0;
      if (halt.waitsApart(machine)) {
        double goesOn = halt.goesOnC(machine, nozzleC, nextC);
        seconds += nozzleSeconds(goesOn - halt.waitingC().orElse(nozzleC));
        nozzleC = goesOn;
      }
      if (halt.isColourChange()) {
        double changing = halt.changingC(machine, nozzleC, nextC);
        boolean inOneNozzle = !machine.hasNozzles();
        seconds += inOneNozzle ? nozzleSeconds(changing - nozzleC) : 0;
        seconds += nozzleSeconds(changing - nextC);
        nozzleC = nextC;
      }
      return seconds;
    }

    /** Time of a halt with its purging and the travel to the parking place and back, s. */
    private double seconds(Halt halt, Stroke next) {
      double aside =
          halt.count(machine) > 0 ? aside(halt.liftMm(machine), halt.park(machine), next) : 0;
      return halt.seconds(machine) + aside + halt.purgeMm() / Halt.PURGE_SPEED;
    }

    /** Up, to a place, back to where a stroke begins, and down, s. */
    private double aside(double liftMm, Purging.Place park, Stroke next) {
      double back = Math.hypot(park.x() - next.path().x(0), park.y() - next.path().y(0));
      TravelSettings travel = schedule.travel();
      return 2 * liftMm / machine.riseSpeed()
          + travel.seconds(wayTo(park))
          + travel.seconds(back)
          + travel.retractionSeconds();
    }

    private double wayTo(Purging.Place place) {
      return before == null ? 0 : Math.hypot(place.x() - before.endX(), place.y() - before.endY());
    }
  }

  /**
   * Time of a halt with the travel to the parking place and back, s.
   *
   * @param index among the halts of the layer, from 0
   */
  public double halt(int layer, int index) {
    return halts[layer][index];
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

  /**
   * Lift and travel from the end of the previous layer to the first stroke, perhaps over finished
   * pieces, s. Travel from the parking place counts with the halt or the wait instead.
   */
  public double rise(int layer) {
    return rises[layer];
  }

  private double[] rises() {
    double[] standing = schedule.standingMm();
    double[] seconds = new double[standing.length];
    double head = Double.NaN;
    for (int i = 0; i < seconds.length; i++) {
      PlanLayer layer = schedule.layers().get(i).layer();
      // Nothing is moved for a layer in which nothing is printed.
      if (schedule.layers().get(i).strokes().isEmpty()) {
        continue;
      }
      double mm = layer.top() - (Double.isNaN(head) ? layer.bottom() : head);
      if (schedule.beginsPiece(i) && standing[i] > 0) {
        double over = standing[i] + Schedule.OVER_PIECES_MM;
        mm = over - schedule.layers().get(i - 1).layer().top() + over - layer.top();
      }
      head = layer.top();
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

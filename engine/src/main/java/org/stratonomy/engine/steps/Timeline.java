package org.stratonomy.engine.steps;

import java.util.Arrays;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.schedule.Schedule;
import org.stratonomy.engine.shelf.BedPoint;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.stroke.Stroke;

/**
 * When each layer of a print begins, by its steps. The clock starts cold: bed and nozzle are heated
 * together first. Strokes of a layer and the travels between them are in the layer's time;
 * everything else is timed here. A nozzle gets cooler as fast as it gets hotter.
 */
public final class Timeline {
  private static final double ROOM_C = 20;

  private final Schedule schedule;
  private final Machine machine;
  private final double riseSpeed;
  private final double warmUp;
  private final double[] starts;
  private final double[] heating;
  private final double[] rises;

  /** Time of each layer's halts, with the travel to the parking place and back, s. */
  private final double[][] halts;

  public Timeline(Schedule schedule, Machine machine) {
    this.schedule = schedule;
    this.machine = machine;
    riseSpeed = machine.riseSpeed();
    int count = schedule.layers().size();
    starts = new double[count + 1];
    heating = new double[count];
    rises = new double[count];
    halts = new double[count][];
    for (int i = 0; i < count; i++) {
      halts[i] = new double[schedule.layers().get(i).halts().size()];
    }
    double celsius = Math.max(ROOM_C, StepWalk.startC(schedule));
    warmUp =
        Math.max(
            nozzleSeconds(celsius - ROOM_C),
            Math.max(0, schedule.bedC() - ROOM_C) / machine.heating().bedCPerS());
    StepWalk.tell(schedule, machine, new Clock());
    starts[0] = warmUp;
    for (int i = 0; i < count; i++) {
      starts[i + 1] = starts[i] + Arrays.stream(halts[i]).sum() + seconds(i);
    }
  }

  private double nozzleSeconds(double celsius) {
    return Math.abs(celsius) / machine.heating().nozzleCPerS();
  }

  /**
   * Sums the time between two strokes, and counts it where it belongs. What happens while the print
   * goes on takes no time; dwells are in the layer's time; the lines at start and end, and custom
   * G-code, are not counted.
   */
  private final class Clock implements StepVisitor<RuntimeException> {
    private int layer;

    /** Index of the next halt of the layer. */
    private int halt;

    /** Whether the layer has begun to print. */
    private boolean isUnderWay;

    /** Why the head is aside; null if it is not. */
    private Aside aside;

    /** Whether the head has moved since {@link #leave}. */
    private boolean hasLeft;

    /** Time since the last stroke, s. */
    private double seconds;

    /** The part of it before the nozzle got another temperature, s. */
    private double beforeHeat;

    @Override
    public void reach(int index) {
      layer = index;
      halt = 0;
      isUnderWay = false;
    }

    @Override
    public void retract() {
      seconds += schedule.travel().retractionSeconds() / 2;
    }

    @Override
    public void unretract() {
      retract();
    }

    @Override
    public void wipe(Path path) {
      seconds += schedule.travel().wipeSeconds(path.lengthMm());
    }

    @Override
    public void lift(double from, double to) {
      hasLeft = true;
      seconds += Math.abs(to - from) / riseSpeed;
    }

    /** Travels within a layer, and those to cool it, are in the layer's time. */
    @Override
    public void travel(double x, double y, double length) {
      boolean isOfLayer = aside == null && isUnderWay;
      if (!isOfLayer && aside != Aside.COOLING) {
        seconds += schedule.travel().seconds(length);
      }
    }

    @Override
    public void go(BedPoint place, double length) {
      hasLeft = true;
      travel(place.x(), place.y(), length);
    }

    @Override
    public void stroke(Stroke stroke, double speed) {
      count();
      aside = null;
      isUnderWay = true;
    }

    /** Counts the time since the last stroke. */
    private void count() {
      if (aside == Aside.HALT && hasLeft) {
        halts[layer][halt - 1] += seconds;
      } else if (aside == Aside.HEAT) {
        heating[layer] += seconds;
      } else if (aside == Aside.COOLING || !isUnderWay) {
        rises[layer] += seconds;
      }
      seconds = 0;
    }

    @Override
    public void purge(double length, double speed) {
      seconds += length / speed;
    }

    @Override
    public void nozzle(double celsius) {
      beforeHeat = seconds;
    }

    @Override
    public void awaitNozzle(double beforeC, double celsius) {
      // The nozzle heats up or cools down while it travels.
      seconds += Math.max(0, nozzleSeconds(celsius - beforeC) - (seconds - beforeHeat));
    }

    @Override
    public void leave(Aside why) {
      if (aside != null) {
        count();
      }
      aside = why;
      hasLeft = false;
      if (why == Aside.HALT) {
        halt++;
      }
    }

    @Override
    public void await(Wait wait) {
      boolean isLast = wait.isChange() == wait.halt().isColourChange();
      if (isLast) {
        seconds += wait.halt().seconds(machine);
      }
      if (wait.melts()) {
        heating[layer] += nozzleSeconds(wait.duringC() - wait.nowC());
      }
      heating[layer] += nozzleSeconds(wait.goesOnC() - wait.duringC());
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

  /** Waiting for bed and nozzle, at the start and later, s. */
  public double heatingSeconds() {
    return warmUp + Arrays.stream(heating).sum();
  }
}

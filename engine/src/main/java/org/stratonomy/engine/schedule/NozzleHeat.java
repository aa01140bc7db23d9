package org.stratonomy.engine.schedule;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import org.stratonomy.engine.shelf.Changer;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.stroke.Stroke;

/**
 * How hot the nozzles of a carriage are while others print. A nozzle that waits for more than twice
 * the time in which it heats up waits cooler, and is heated so far ahead that it is hot when its
 * turn comes; after its last turn it is left to cool.
 *
 * <p>Strokes are counted through all layers from 0. Within a layer they take shares of its time as
 * their length and speed say.
 */
public final class NozzleHeat {
  private static final double WORTHWHILE = 2;

  /** Smaller changes of the temperature are steps of a ramp, °C. */
  private static final double STEP_OF_RAMP_C = 5;

  /** A nozzle gets another temperature. */
  public record Change(int slot, double celsius) {}

  /**
   * Strokes of one nozzle, one after the other.
   *
   * @param end the first stroke that is no more of it
   * @param from when the change to it begins, s
   * @param to when the change to the next one begins, s
   * @param celsius with which it begins
   */
  private record Turn(int slot, int first, int end, double from, double to, double celsius) {}

  private final Machine machine;
  private final Changer.Nozzles nozzles;

  /** From the heat in which a nozzle waits to that in which it prints. */
  private final double heatingSeconds;

  private final double[] starts;
  private final SortedMap<Integer, Double> atStart = new TreeMap<>();
  private final Map<Integer, List<Change>> before = new HashMap<>();

  /**
   * @param nozzles of the machine
   */
  public NozzleHeat(Schedule schedule, Machine machine, Changer.Nozzles nozzles) {
    this.machine = machine;
    this.nozzles = nozzles;
    heatingSeconds = nozzles.standbyC() / machine.heating().nozzleCPerS();
    int count = schedule.layers().stream().mapToInt(layer -> layer.strokes().size()).sum();
    starts = new double[count];
    Map<Integer, Turn> last = new HashMap<>();
    for (Turn turn : turns(schedule)) {
      Turn earlier = last.put(turn.slot, turn);
      if (earlier == null && turn.first == 0) {
        atStart.put(turn.slot, turn.celsius);
      } else if (earlier == null) {
        atStart.put(turn.slot, waiting(0, 0, turn));
      } else {
        change(earlier.end, turn.slot, waiting(earlier.end, earlier.to, turn));
      }
    }
    last.values().stream()
        .filter(turn -> turn.end < count)
        .forEach(turn -> change(turn.end, turn.slot, 0));
  }

  /** Whether the print waits, aside, until its nozzle has another temperature. */
  public static boolean isWaitedFor(double beforeC, double nextC) {
    return Math.abs(nextC - beforeC) > STEP_OF_RAMP_C;
  }

  private List<Turn> turns(Schedule schedule) {
    List<Turn> turns = new ArrayList<>();
    double now = 0;
    int stroke = 0;
    int first = 0;
    double from = 0;
    Stroke current = null;
    for (LayerSchedule layer : schedule.layers()) {
      List<Halt> halts = layer.halts();
      double scale = scale(layer);
      int halt = 0;
      for (int i = 0; i < layer.strokes().size(); i++) {
        Stroke next = layer.strokes().get(i);
        double arrived = now;
        if (halt < halts.size() && halts.get(halt).beforeStroke() == i) {
          now += halts.get(halt++).seconds(machine);
        }
        if (current != null && next.slot() != current.slot()) {
          turns.add(new Turn(current.slot(), first, stroke, from, arrived, current.nozzleC()));
          first = stroke;
          from = arrived;
          current = next;
        }
        current = current == null ? next : current;
        starts[stroke++] = now;
        now += scale * seconds(layer, next);
      }
    }
    if (current != null) {
      turns.add(new Turn(current.slot(), first, stroke, from, now, current.nozzleC()));
    }
    return turns;
  }

  private static double seconds(LayerSchedule layer, Stroke stroke) {
    return stroke.path().lengthMm() / layer.speed(stroke);
  }

  /** Real time against that of the strokes alone. */
  private static double scale(LayerSchedule layer) {
    double strokes = layer.strokes().stream().mapToDouble(s -> seconds(layer, s)).sum();
    return strokes == 0 ? 1 : layer.time().seconds() / strokes;
  }

  /** How hot a nozzle waits for its turn; if it waits cooler, it is heated ahead of it. */
  private double waiting(int fromStroke, double since, Turn turn) {
    int ahead = strokeAt(turn.from - heatingSeconds) - 1;
    if (turn.from - since <= WORTHWHILE * heatingSeconds || ahead <= fromStroke) {
      return turn.celsius;
    }
    change(ahead, turn.slot, turn.celsius);
    return turn.celsius - nozzles.standbyC();
  }

  /** The first stroke that starts at a time or later. */
  private int strokeAt(double seconds) {
    int at = Arrays.binarySearch(starts, seconds);
    return at < 0 ? -at - 1 : at;
  }

  private void change(int stroke, int slot, double celsius) {
    before.computeIfAbsent(stroke, s -> new ArrayList<>()).add(new Change(slot, celsius));
  }

  /** Temperature of each nozzle that prints, when the print starts, by slot. */
  public SortedMap<Integer, Double> atStart() {
    return atStart;
  }

  /** What nozzles that do not print are heated to before a stroke, °C. */
  public List<Change> before(int stroke) {
    return before.getOrDefault(stroke, List.of());
  }
}

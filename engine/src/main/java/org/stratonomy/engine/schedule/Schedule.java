package org.stratonomy.engine.schedule;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import org.stratonomy.engine.melt.FilamentChange;
import org.stratonomy.engine.motion.TravelSettings;
import org.stratonomy.engine.purge.Tower;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.stroke.Stroke;

/**
 * The whole print in its order: layer by layer, or one piece at a time, each layer by layer.
 *
 * @param firstSlot filament that is loaded at the start
 * @param bed temperature of the bed, °C, which may go by the layer
 * @param plainChanges how many changes of filament there would be if each layer began with what is
 *     loaded and went on in the order of slots
 * @param tower that purged filament goes into, if there is one
 * @param pieceByPiece whether pieces are printed one at a time
 */
public record Schedule(
    List<LayerSchedule> layers,
    int firstSlot,
    Value bed,
    TravelSettings travel,
    int plainChanges,
    Optional<Tower> tower,
    boolean pieceByPiece) {
  /** How far above pieces that stand already the nozzle passes over them, mm. */
  public static final double OVER_PIECES_MM = 2;

  public Schedule {
    layers = List.copyOf(layers);
  }

  /** Temperature of the bed at the start, °C. */
  public double bedC() {
    return bedC(1);
  }

  /**
   * Temperature of the bed that is wanted in a layer, °C.
   *
   * @param number of the layer of the plan, from 1
   */
  public double bedC(int number) {
    return switch (bed) {
      case Value.Course course -> course.at(number);
      case Value.Number same -> same.value();
      case Value.Word choice -> throw new IllegalStateException("no temperature: " + choice);
    };
  }

  /** How far the bed lies below height 0, mm: under a raft the machine's heights are larger. */
  public double liftMm() {
    return layers.isEmpty() ? 0 : Math.max(0, -layers.getFirst().layer().bottom());
  }

  /**
   * What is printed of a layer of the plan, by its number: indices of {@link #layers}, in order.
   */
  public List<Integer> passes(int number) {
    return IntStream.range(0, layers.size())
        .filter(i -> layers.get(i).layer().number() == number)
        .boxed()
        .toList();
  }

  /** How many strokes of the same layer of the plan are printed before those of a pass. */
  public int strokesBefore(LayerSchedule pass) {
    return layers.stream()
        .filter(layer -> layer.layer().number() == pass.layer().number())
        .takeWhile(layer -> layer != pass)
        .mapToInt(layer -> layer.strokes().size())
        .sum();
  }

  /** Whether one of {@link #layers} is of another piece than the one before it. */
  public boolean beginsPiece(int index) {
    return pieceByPiece && index > 0 && layers.get(index).piece() != layers.get(index - 1).piece();
  }

  /**
   * The top of the pieces that stand already while each of {@link #layers} is printed, mm; 0 if
   * there are none.
   */
  public double[] standingMm() {
    double[] standing = new double[layers.size()];
    for (int i = 1; pieceByPiece && i < standing.length; i++) {
      double below = beginsPiece(i) ? layers.get(i - 1).layer().top() : 0;
      standing[i] = Math.max(standing[i - 1], below);
    }
    return standing;
  }

  /** The highest place that is printed, mm. */
  public double topMm() {
    return layers.stream().mapToDouble(layer -> layer.layer().top()).max().orElse(0);
  }

  /** How often a machine waits, or has filament changed. */
  public int stopCount(Machine machine) {
    return layers.stream()
        .flatMap(layer -> layer.halts().stream())
        .mapToInt(halt -> halt.count(machine))
        .sum();
  }

  public long haltCount() {
    return layers.stream().mapToLong(layer -> layer.halts().size()).sum();
  }

  /** How often each change is made; those of a mixing nozzle count, too. */
  public Map<FilamentChange, Integer> changes() {
    Map<FilamentChange, Integer> made = new HashMap<>();
    int loaded = firstSlot;
    for (LayerSchedule layer : layers) {
      if (layer.volumes().isOnly(loaded)) {
        continue;
      }
      for (Stroke stroke : layer.strokes()) {
        if (stroke.slot() != loaded) {
          made.merge(new FilamentChange(loaded, stroke.slot()), 1, Integer::sum);
          loaded = stroke.slot();
        }
      }
    }
    return made;
  }

  public long changeCount() {
    return layers.stream()
        .flatMap(layer -> layer.halts().stream())
        .filter(Halt::isColourChange)
        .count();
  }
}

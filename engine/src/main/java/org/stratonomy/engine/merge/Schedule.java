package org.stratonomy.engine.merge;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.stratonomy.engine.motion.TravelSettings;
import org.stratonomy.engine.plan.FilamentChange;

/**
 * The whole print in its order.
 *
 * @param firstSlot filament that is loaded at the start
 * @param bedC temperature of the bed, °C
 * @param plainChanges how many changes of filament there would be if each layer began with what is
 *     loaded and went on in the order of slots
 * @param tower that purged filament goes into, if there is one
 */
public record Schedule(
    List<LayerSchedule> layers,
    int firstSlot,
    double bedC,
    TravelSettings travel,
    int plainChanges,
    Optional<Tower> tower) {
  public Schedule {
    layers = List.copyOf(layers);
  }

  /** How far the bed lies below height 0, mm: under a raft the machine's heights are larger. */
  public double liftMm() {
    return layers.isEmpty() ? 0 : Math.max(0, -layers.getFirst().layer().bottom());
  }

  public long haltCount() {
    return layers.stream().mapToLong(layer -> layer.halts().size()).sum();
  }

  /** How often each change is made; those of a mixing nozzle count, too. */
  public Map<FilamentChange, Integer> changes() {
    Map<FilamentChange, Integer> made = new HashMap<>();
    int loaded = firstSlot;
    for (LayerSchedule layer : layers) {
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

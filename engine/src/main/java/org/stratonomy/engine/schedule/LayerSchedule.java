package org.stratonomy.engine.schedule;

import java.util.List;
import org.stratonomy.engine.motion.LayerTime;
import org.stratonomy.engine.plan.PrintedFor;
import org.stratonomy.engine.strata.LayerStack.PlanLayer;
import org.stratonomy.engine.stroke.Stroke;

/**
 * All that happens in one layer.
 *
 * @param entrySlot filament that is loaded when the layer begins
 * @param halts in the order of their strokes
 * @param time without the halts
 * @param volumes of all its strokes
 * @param fit of all its strokes
 */
public record LayerSchedule(
    PlanLayer layer,
    LayerOrder order,
    int entrySlot,
    List<Halt> halts,
    LayerTime time,
    LayerVolumes volumes,
    LayerFit fit) {

  /** Index of the first piece that is printed in it, or {@link PrintedFor#NO_PIECE}. */
  public int piece() {
    return layer.parts().isEmpty() ? PrintedFor.NO_PIECE : layer.parts().getFirst().piece();
  }

  public List<Stroke> strokes() {
    return order.strokes();
  }

  /** Speed of a stroke after slowing down for the least layer time, mm/s. */
  public double speed(Stroke stroke) {
    return time.slowed(stroke.speed());
  }
}

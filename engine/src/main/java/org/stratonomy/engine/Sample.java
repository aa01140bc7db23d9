package org.stratonomy.engine;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.stratonomy.engine.divide.Cells;
import org.stratonomy.engine.merge.LayerSchedule;
import org.stratonomy.engine.merge.Stroke;
import org.stratonomy.engine.plan.Resolver.Reason;
import org.stratonomy.engine.plan.Role;
import org.stratonomy.engine.plan.Setting;
import org.stratonomy.engine.plan.Spot;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.strata.LayerStack.Part;
import org.stratonomy.engine.strata.LayerStack.PlanLayer;

/**
 * What is printed at one spot of the bed, layer by layer from the bed to the top, and why a setting
 * has its value there.
 *
 * @param layers those in which something is printed at the spot
 */
public record Sample(List<Entry> layers) {

  /**
   * One layer at the spot.
   *
   * @param role of the line there
   * @param slot of its filament
   * @param spot what rules can tell of the place; empty for what belongs to no piece
   * @param reason why the setting has its value; empty without a spot
   */
  public record Entry(
      PlanLayer layer, Role role, int slot, Optional<Spot> spot, Optional<Reason> reason) {}

  /**
   * @param x on the bed, mm
   * @param y on the bed, mm
   * @param setting to explain
   */
  public static Sample at(PlanResult result, double x, double y, Setting setting) {
    List<Entry> entries = new ArrayList<>();
    for (LayerSchedule layer : result.schedule().layers()) {
      covering(layer, x, y).ifPresent(s -> entries.add(entry(result, layer, s, x, y, setting)));
    }
    return new Sample(List.copyOf(entries));
  }

  private static Entry entry(
      PlanResult result, LayerSchedule layer, Stroke stroke, double x, double y, Setting setting) {
    Optional<Spot> spot =
        layer.layer().parts().stream()
            .filter(part -> part.piece() == stroke.piece())
            .findFirst()
            .map(part -> spot(result, part, x, y));
    Optional<Reason> reason = spot.map(s -> result.resolver().reason(s, stroke.role(), setting));
    return new Entry(layer.layer(), stroke.role(), stroke.slot(), spot, reason);
  }

  /**
   * Beside the piece, where its support and the rounding of its lines lie, only its strata count.
   */
  private static Spot spot(PlanResult result, Part part, double x, double y) {
    Cells cells = result.cells().get(part.piece());
    String piece = result.placed().get(part.piece()).id();
    return cells
        .spot(part.layer(), x, y)
        .orElseGet(
            () -> new Spot(piece, "", part.layer().stratum(), Set.of(), part.layer().index(), 1));
  }

  /** The stroke whose middle is nearest, if the spot lies within its width. */
  private static Optional<Stroke> covering(LayerSchedule layer, double x, double y) {
    Stroke best = null;
    double least = Double.POSITIVE_INFINITY;
    for (Stroke stroke : layer.strokes()) {
      double distance = distance(stroke.path(), x, y);
      if (distance <= stroke.widthMm() / 2 && distance < least) {
        least = distance;
        best = stroke;
      }
    }
    return Optional.ofNullable(best);
  }

  private static double distance(Path path, double x, double y) {
    double least = Double.POSITIVE_INFINITY;
    for (int i = 0; i < path.segmentCount(); i++) {
      int j = path.segmentEnd(i);
      double dx = path.x(j) - path.x(i);
      double dy = path.y(j) - path.y(i);
      double square = dx * dx + dy * dy;
      double along = (x - path.x(i)) * dx + (y - path.y(i)) * dy;
      double t = square == 0 ? 0 : Math.clamp(along / square, 0.0, 1.0);
      least = Math.min(least, Math.hypot(x - path.x(i) - t * dx, y - path.y(i) - t * dy));
    }
    return least;
  }
}

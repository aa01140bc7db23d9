package org.stratonomy.engine;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.stratonomy.engine.divide.Cells;
import org.stratonomy.engine.plan.Resolver.Reason;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.schedule.Printed;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.ScopeSpot;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.SpotSettings;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.strata.LayerStack.Part;
import org.stratonomy.engine.strata.LayerStack.PlanLayer;
import org.stratonomy.engine.stroke.Stroke;

/**
 * What is printed at one spot of the bed, layer by layer from the bed to the top, and why a setting
 * has its value there.
 *
 * @param layers those in which something is printed at the spot, or a piece is around it
 */
public record Sample(List<Entry> layers) {

  /**
   * One layer at the spot.
   *
   * @param bottom of the piece's layer, or of the plan's for what belongs to no piece, mm
   * @param top mm
   * @param role of the line there, or infill if the spot lies between lines of it
   * @param slot of its filament
   * @param hollow whether nothing is printed inside of the piece
   * @param spot what rules can tell of the place; empty for what belongs to no piece
   * @param reason why the setting has its value; empty without a spot
   * @param printed the value that the line is printed with; empty if it has no such value
   */
  public record Entry(
      PlanLayer layer,
      double bottom,
      double top,
      Role role,
      int slot,
      boolean hollow,
      Optional<ScopeSpot> spot,
      Optional<Reason> reason,
      Optional<Printed> printed) {}

  /**
   * @param x on the bed, mm
   * @param y on the bed, mm
   * @param setting to explain
   */
  public static Sample at(PlanResult result, double x, double y, Setting setting) {
    List<Entry> entries = new ArrayList<>();
    for (LayerSchedule layer : result.schedule().layers()) {
      Optional<Stroke> stroke = covering(layer, x, y);
      if (stroke.isPresent()) {
        entries.add(printed(result, layer, stroke.get(), x, y, setting));
      } else {
        layer.layer().parts().stream()
            .flatMap(part -> between(result, layer, part, x, y, setting).stream())
            .findFirst()
            .ifPresent(entries::add);
      }
    }
    entries.sort(Comparator.comparing(entry -> entry.layer().number()));
    return new Sample(List.copyOf(entries));
  }

  private static Entry printed(
      PlanResult result, LayerSchedule layer, Stroke stroke, double x, double y, Setting setting) {
    PlanLayer of = layer.layer();
    Role role = stroke.role();
    Optional<Part> part = of.parts().stream().filter(p -> p.piece() == stroke.piece()).findFirst();
    if (part.isEmpty()) {
      return new Entry(
          of,
          of.bottom(),
          of.top(),
          role,
          stroke.slot(),
          false,
          Optional.empty(),
          Optional.empty(),
          Optional.empty());
    }
    ScopeSpot spot =
        isBeside(role) ? beside(result, part.get()) : spot(result, part.get(), stroke.path(), x, y);
    Reason reason = result.resolver().reason(spot, role, setting);
    Optional<Printed> printed =
        reason.value() instanceof Value.Number wanted
            ? Printed.of(layer, stroke, setting, wanted.value())
            : Optional.empty();
    return entry(of, part.get(), role, stroke.slot(), false, spot, reason, printed);
  }

  /** Inside of a piece between its lines. */
  private static Optional<Entry> between(
      PlanResult result, LayerSchedule layer, Part part, double x, double y, Setting setting) {
    return result
        .cells()
        .get(part.piece())
        .spot(part.layer(), x, y)
        .map(
            spot -> {
              SpotSettings settings = result.resolver().at(spot);
              boolean hollow = settings.all().number(Setting.INFILL_DENSITY) == 0;
              int slot = settings.of(Role.INFILL).slot();
              Reason reason = result.resolver().reason(spot, Role.INFILL, setting);
              return entry(
                  layer.layer(), part, Role.INFILL, slot, hollow, spot, reason, Optional.empty());
            });
  }

  private static Entry entry(
      PlanLayer layer,
      Part part,
      Role role,
      int slot,
      boolean hollow,
      ScopeSpot spot,
      Reason reason,
      Optional<Printed> printed) {
    return new Entry(
        layer,
        part.layer().bottom(),
        part.layer().top(),
        role,
        slot,
        hollow,
        Optional.of(spot),
        Optional.of(reason),
        printed);
  }

  /**
   * Where the middle of the line lies: its edge may reach into the next cell. Beside the piece,
   * where its support and the rounding of its lines lie, only its strata count.
   */
  private static ScopeSpot spot(PlanResult result, Part part, Path path, double x, double y) {
    Cells cells = result.cells().get(part.piece());
    double[] middle = nearest(path, x, y);
    return cells
        .spot(part.layer(), middle[0], middle[1])
        .or(() -> cells.spot(part.layer(), x, y))
        .orElseGet(() -> beside(result, part));
  }

  private static ScopeSpot beside(PlanResult result, Part part) {
    return result.cells().get(part.piece()).spot(part.layer(), "", Set.of());
  }

  private static boolean isBeside(Role role) {
    return switch (role) {
      case SUPPORT, INTERFACE, BRIM, SKIRT -> true;
      default -> false;
    };
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
    double[] nearest = nearest(path, x, y);
    return Math.hypot(x - nearest[0], y - nearest[1]);
  }

  /** The place on a path that is nearest to another one. */
  private static double[] nearest(Path path, double x, double y) {
    double least = Double.POSITIVE_INFINITY;
    double[] nearest = {path.x(0), path.y(0)};
    for (int i = 0; i < path.segmentCount(); i++) {
      int j = path.segmentEnd(i);
      double dx = path.x(j) - path.x(i);
      double dy = path.y(j) - path.y(i);
      double square = dx * dx + dy * dy;
      double along = (x - path.x(i)) * dx + (y - path.y(i)) * dy;
      double t = square == 0 ? 0 : Math.clamp(along / square, 0.0, 1.0);
      double distance = Math.hypot(x - path.x(i) - t * dx, y - path.y(i) - t * dy);
      if (distance < least) {
        least = distance;
        nearest[0] = path.x(i) + t * dx;
        nearest[1] = path.y(i) + t * dy;
      }
    }
    return nearest;
  }
}

package org.stratonomy.engine.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.stratonomy.engine.check.Finding.Remedy;
import org.stratonomy.engine.check.Finding.Severity;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.place.Placer;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.settings.ScopeSpot;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.strata.PlacedPiece;

/**
 * Pieces whose bodies of different filaments share layers, and would share far fewer if the piece
 * lay on another side.
 */
final class TurnChecks {
  /** Fewer layers than this are not worth turning a piece for. */
  private static final int LEAST_SAVED = 10;

  private final Plan plan;
  private final Resolver resolver;
  private final Machine machine;

  private TurnChecks(Plan plan, Resolver resolver) {
    this.plan = plan;
    this.resolver = resolver;
    this.machine = resolver.machine();
  }

  static List<Finding> run(Plan plan, Resolver resolver, List<PlacedPiece> placed) {
    TurnChecks checks = new TurnChecks(plan, resolver);
    return placed.stream()
        .filter(piece -> dependsOnBodiesAlone(piece.piece()))
        .flatMap(piece -> checks.turned(piece).stream())
        .toList();
  }

  /** Strata and regions share layers in ways that turning the piece changes, too. */
  private static boolean dependsOnBodiesAlone(Piece piece) {
    return piece.bodies().size() > 1 && piece.boundaries().isEmpty() && piece.regions().isEmpty();
  }

  /** What one filament takes up, along each axis. */
  private record Extent(int slot, Bounds bounds) {
    double low(int axis) {
      return axis == 0 ? bounds.minX() : axis == 1 ? bounds.minY() : bounds.minZ();
    }

    double high(int axis) {
      return axis == 0 ? bounds.maxX() : axis == 1 ? bounds.maxY() : bounds.maxZ();
    }
  }

  private Optional<Finding> turned(PlacedPiece piece) {
    List<Extent> extents = extents(piece);
    double now = shared(extents, 2);
    int up = shared(extents, 0) < shared(extents, 1) ? 0 : 1;
    double then = shared(extents, up);
    double layerHeight = resolver.stratum(piece.id(), 1).number(Setting.LAYER_HEIGHT);
    long saved = Math.round((now - then) / layerHeight);
    if (piece.belt().isPresent()
        || saved < LEAST_SAVED
        || then > now / 2
        || !fits(piece.bounds(), up)) {
      return Optional.empty();
    }
    Vector down = new Vector(up == 0 ? -1 : 0, up == 0 ? 0 : -1, 0);
    Plan other = new Placer(plan, PlacedPiece.meshes(List.of(piece))).layDown(piece.id(), down);
    return Optional.of(
        new Finding(
            "turn:" + piece.id(),
            Severity.NOTE,
            "About %d changes could be saved".formatted(saved),
            Checks.text(
                "Bodies of %s with different filaments share %.1f mm of its height. With its %s"
                    + " upward they share %.1f mm, that is %d layers less.",
                piece.piece().name(), now, up == 0 ? "right side" : "back", then, saved),
            Optional.of(piece.id()),
            Optional.empty(),
            List.of(new Remedy("Turn %s so".formatted(piece.piece().name()), other))));
  }

  private List<Extent> extents(PlacedPiece piece) {
    List<Extent> extents = new ArrayList<>();
    for (int b = 0; b < piece.piece().bodies().size(); b++) {
      ScopeSpot spot =
          new ScopeSpot(
              piece.id(),
              piece.piece().bodies().get(b).id(),
              piece.piece().strata().get(1).id(),
              Set.of(),
              1,
              1,
              plan.strata().get(1).id());
      extents.add(new Extent(resolver.at(spot).all().slot(), Bounds.of(piece.vertices(b))));
    }
    return extents;
  }

  /** Over how many mm along an axis more than one filament is needed. */
  private static double shared(List<Extent> extents, int axis) {
    TreeSet<Double> ends = new TreeSet<>();
    for (Extent extent : extents) {
      ends.add(extent.low(axis));
      ends.add(extent.high(axis));
    }
    double shared = 0;
    for (double from : ends) {
      Double to = ends.higher(from);
      long slots =
          extents.stream()
              .filter(extent -> extent.low(axis) <= from && extent.high(axis) > from)
              .map(Extent::slot)
              .distinct()
              .count();
      shared += to != null && slots > 1 ? to - from : 0;
    }
    return shared;
  }

  /** Whether the piece has room where it is, with another axis upward. */
  private boolean fits(Bounds b, int up) {
    double x = (b.minX() + b.maxX()) / 2;
    double y = (b.minY() + b.maxY()) / 2;
    double halfX = (up == 0 ? b.sizeZ() : b.sizeX()) / 2;
    double halfY = (up == 1 ? b.sizeZ() : b.sizeY()) / 2;
    double height = up == 0 ? b.sizeX() : b.sizeY();
    Bounds then = new Bounds(x - halfX, y - halfY, 0, x + halfX, y + halfY, height);
    return height <= machine.heightMm() && machine.hasOnBed(then, 0);
  }
}

package org.stratonomy.engine.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.stratonomy.engine.check.Finding.Remedy;
import org.stratonomy.engine.check.Finding.Severity;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.schedule.LayerFit;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.schedule.Schedule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;

/** Walls that are fitted to the thickness of a piece, because it is no whole number of lines. */
final class WallChecks {
  /** Walls whose width is off by more than this share are fitted. */
  private static final double FITTED = 0.08;

  /** It is worth telling if this share of the walls of a stratum is fitted with one width. */
  private static final double MUCH = 0.4;

  private final Plan plan;
  private final Resolver resolver;
  private final List<Walls> strata = new ArrayList<>();

  private WallChecks(Plan plan, Resolver resolver) {
    this.plan = plan;
    this.resolver = resolver;
  }

  static List<Finding> run(Plan plan, Resolver resolver, Schedule schedule) {
    WallChecks checks = new WallChecks(plan, resolver);
    checks.collect(schedule);
    return checks.strata.stream().map(checks::finding).flatMap(Optional::stream).toList();
  }

  /** The walls of one stratum. */
  private final class Walls {
    private final Piece piece;
    private final int index;
    private final int stratum;
    private final double bottom;
    private final double wanted;
    private double lengthMm;

    /** Length of those that are fitted, by their width. */
    private final Map<Double, Double> fitted = new TreeMap<>();

    Walls(LayerFit.Walls first, double bottom) {
      index = first.piece();
      piece = plan.pieces().get(index);
      stratum = first.stratum();
      wanted = resolver.stratum(piece.id(), stratum).number(Setting.LINE_WIDTH);
      this.bottom = bottom;
    }

    /** Id of the stratum. */
    String id() {
      return piece.strata().get(stratum).id();
    }

    boolean has(LayerFit.Walls some) {
      return index == some.piece() && stratum == some.stratum();
    }

    void add(LayerFit.Walls some) {
      lengthMm += some.lengthMm();
      if (Math.abs(some.widthMm() - wanted) > FITTED * wanted) {
        fitted.merge(some.widthMm(), some.lengthMm(), Double::sum);
      }
    }

    /** The width of much of the walls, if it is not the wanted one, mm. */
    Optional<Double> usual() {
      return fitted.entrySet().stream()
          .max(Map.Entry.comparingByValue())
          .filter(most -> most.getValue() > MUCH * lengthMm)
          .map(most -> Math.rint(100 * most.getKey()) / 100);
    }
  }

  private void collect(Schedule schedule) {
    for (LayerSchedule layer : schedule.layers()) {
      for (LayerFit.Walls walls : layer.fit().walls()) {
        wallsOf(walls, layer.layer().bottom()).add(walls);
      }
    }
  }

  private Walls wallsOf(LayerFit.Walls some, double bottom) {
    Optional<Walls> known = strata.stream().filter(walls -> walls.has(some)).findFirst();
    if (known.isEmpty()) {
      strata.add(new Walls(some, bottom));
    }
    return known.orElseGet(strata::getLast);
  }

  private Optional<Finding> finding(Walls walls) {
    return walls
        .usual()
        .map(
            width ->
                new Finding(
                    "walls-fitted:%s:%s".formatted(walls.piece.id(), walls.id()),
                    Severity.NOTE,
                    "Walls of %s are no whole number of lines".formatted(walls.piece.name()),
                    Checks.text(
                        "Much of the walls in stratum %d is %.2f mm wide instead of %.2f mm,"
                            + " because the piece is as thin as that. Lines of that width fit it as"
                            + " they are.",
                        walls.stratum, width, walls.wanted),
                    Optional.of(walls.piece.id()),
                    Optional.of(walls.bottom),
                    List.of(
                        Remedy.rule(
                            Checks.text("Lines of %.2f mm", width),
                            plan,
                            new Scope(List.of(walls.piece.id()), List.of(walls.id())),
                            Setting.LINE_WIDTH,
                            Value.of(width)))));
  }
}

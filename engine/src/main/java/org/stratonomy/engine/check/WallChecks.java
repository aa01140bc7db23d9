package org.stratonomy.engine.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.BiConsumer;
import org.stratonomy.engine.check.Finding.Remedy;
import org.stratonomy.engine.check.Finding.Severity;
import org.stratonomy.engine.merge.LayerSchedule;
import org.stratonomy.engine.merge.Schedule;
import org.stratonomy.engine.merge.Stroke;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plan.Setting;
import org.stratonomy.engine.plan.Value;
import org.stratonomy.engine.plan.Where;

/** Walls that are fitted to the thickness of a piece, because it is no whole number of lines. */
final class WallChecks {
  /** Walls whose width is off by more than this share are fitted. */
  private static final double FITTED = 0.08;

  /** It is worth telling if this share of the walls of a stratum is fitted with one width. */
  private static final double MUCH = 0.4;

  private static final double WIDTH_STEP_MM = 0.02;

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
    private int count;
    private int fitted;
    private double lengthMm;

    /** Length of those that are fitted, by their width in steps. */
    private final Map<Long, Double> lengths = new TreeMap<>();

    Walls(Stroke first, double bottom) {
      index = first.piece();
      piece = plan.pieces().get(index);
      stratum = first.stratum();
      wanted = resolver.stratum(piece.id(), stratum).number(Setting.LINE_WIDTH);
      this.bottom = bottom;
    }

    boolean has(Stroke stroke) {
      return index == stroke.piece() && stratum == stroke.stratum();
    }

    void count(Stroke stroke) {
      count++;
      fitted += isFitted(stroke) ? 1 : 0;
    }

    /** Most walls are as they are wanted; they are not worth measuring. */
    boolean mayBeFitted() {
      return fitted >= MUCH / 2 * count;
    }

    void measure(Stroke stroke) {
      double length = stroke.path().lengthMm();
      lengthMm += length;
      if (isFitted(stroke)) {
        lengths.merge(Math.round(stroke.widthMm() / WIDTH_STEP_MM), length, Double::sum);
      }
    }

    private boolean isFitted(Stroke stroke) {
      return Math.abs(stroke.widthMm() - wanted) > FITTED * wanted;
    }

    /** The width of much of the walls that were measured, if it is not the wanted one, mm. */
    Optional<Double> usual() {
      return lengths.entrySet().stream()
          .max(Map.Entry.comparingByValue())
          .filter(most -> most.getValue() > MUCH * lengthMm)
          .map(most -> Math.rint(100 * most.getKey() * WIDTH_STEP_MM) / 100);
    }
  }

  private void collect(Schedule schedule) {
    eachWall(schedule, Walls::count);
    if (strata.stream().anyMatch(Walls::mayBeFitted)) {
      eachWall(
          schedule,
          (walls, stroke) -> {
            if (walls.mayBeFitted()) {
              walls.measure(stroke);
            }
          });
    }
  }

  private void eachWall(Schedule schedule, BiConsumer<Walls, Stroke> task) {
    Walls at = null;
    for (LayerSchedule layer : schedule.layers()) {
      for (Stroke stroke : layer.strokes()) {
        if (stroke.role().isWall()) {
          at = at != null && at.has(stroke) ? at : wallsOf(stroke, layer.layer().bottom());
          task.accept(at, stroke);
        }
      }
    }
  }

  private Walls wallsOf(Stroke stroke, double bottom) {
    Optional<Walls> known = strata.stream().filter(walls -> walls.has(stroke)).findFirst();
    if (known.isEmpty()) {
      strata.add(new Walls(stroke, bottom));
    }
    return known.orElseGet(strata::getLast);
  }

  private Optional<Finding> finding(Walls walls) {
    return walls
        .usual()
        .map(
            width ->
                new Finding(
                    "walls-fitted:%s:%d".formatted(walls.piece.id(), walls.stratum),
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
                            new Where(List.of(walls.piece.id()), List.of(walls.stratum)),
                            Setting.LINE_WIDTH,
                            Value.of(width)))));
  }
}

package org.stratonomy.engine.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.stratonomy.engine.check.Finding.Remedy;
import org.stratonomy.engine.check.Finding.Severity;
import org.stratonomy.engine.merge.LayerSchedule;
import org.stratonomy.engine.merge.Schedule;
import org.stratonomy.engine.merge.Stroke;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plan.RuleEditor;
import org.stratonomy.engine.plan.Setting;
import org.stratonomy.engine.plan.Settings;
import org.stratonomy.engine.plan.Value;
import org.stratonomy.engine.plan.Where;

/** Walls that are fitted to the thickness of a piece, because it is no whole number of lines. */
final class WallChecks {
  /** Walls whose width is off by more than this share are fitted to the piece. */
  private static final double FITTED = 0.08;

  /** It is worth telling if this share of the walls is, and as much of that has one width. */
  private static final double MUCH = 0.4;

  private static final double WIDTH_STEP_MM = 0.02;

  private final Plan plan;
  private final Resolver resolver;
  private final Schedule schedule;
  private final List<Finding> findings = new ArrayList<>();

  private WallChecks(Plan plan, Resolver resolver, Schedule schedule) {
    this.plan = plan;
    this.resolver = resolver;
    this.schedule = schedule;
  }

  static List<Finding> run(Plan plan, Resolver resolver, Schedule schedule) {
    WallChecks checks = new WallChecks(plan, resolver, schedule);
    checks.walls();
    return checks.findings;
  }

  private Piece piece(int index) {
    return plan.pieces().get(index);
  }

  private Settings settings(int piece, int stratum) {
    return resolver.stratum(piece(piece).id(), stratum);
  }

  /** Length of the walls of a stratum, and by their width of those that are fitted, mm. */
  private static final class Walls {
    private final TreeMap<Long, Double> fitted = new TreeMap<>();
    private double all;

    void add(Stroke stroke, double wanted) {
      double length = stroke.path().lengthMm();
      all += length;
      if (Math.abs(stroke.widthMm() - wanted) > FITTED * wanted) {
        fitted.merge(Math.round(stroke.widthMm() / WIDTH_STEP_MM), length, Double::sum);
      }
    }

    double share() {
      return fitted.values().stream().mapToDouble(mm -> mm).sum() / all;
    }

    /** The width of most of the fitted ones, if that is much of all. */
    Optional<Double> usual() {
      return fitted.entrySet().stream()
          .max(Map.Entry.comparingByValue())
          .filter(most -> most.getValue() > MUCH * all)
          .map(most -> most.getKey() * WIDTH_STEP_MM);
    }
  }

  /** Strokes of the walls of one stratum. */
  private static final class Stratum {
    private final int piece;
    private final int number;
    private final double wanted;
    private final List<Stroke> strokes = new ArrayList<>();
    private int fitted;

    Stratum(int piece, int number, double wanted) {
      this.piece = piece;
      this.number = number;
      this.wanted = wanted;
    }

    boolean isOf(Stroke stroke) {
      return piece == stroke.piece() && number == stroke.stratum();
    }

    void add(Stroke stroke) {
      strokes.add(stroke);
      fitted += Math.abs(stroke.widthMm() - wanted) > FITTED * wanted ? 1 : 0;
    }

    /** A first look: few strokes that are off are not worth measuring. */
    boolean mayBeFitted() {
      return fitted > MUCH / 2 * strokes.size();
    }

    Walls walls() {
      Walls walls = new Walls();
      strokes.forEach(stroke -> walls.add(stroke, wanted));
      return walls;
    }
  }

  private void walls() {
    List<Stratum> strata = new ArrayList<>();
    Stratum at = null;
    for (LayerSchedule layer : schedule.layers()) {
      for (Stroke stroke : layer.strokes()) {
        if (stroke.role().isWall()) {
          at = at != null && at.isOf(stroke) ? at : stratumOf(stroke, strata);
          at.add(stroke);
        }
      }
    }
    for (Stratum stratum : strata) {
      if (stratum.mayBeFitted()) {
        Walls walls = stratum.walls();
        walls.usual().ifPresent(width -> fit(stratum.piece, stratum.number, walls, width));
      }
    }
  }

  private Stratum stratumOf(Stroke stroke, List<Stratum> strata) {
    return strata.stream()
        .filter(known -> known.isOf(stroke))
        .findFirst()
        .orElseGet(
            () -> {
              double wanted = settings(stroke.piece(), stroke.stratum()).number(Setting.LINE_WIDTH);
              Stratum added = new Stratum(stroke.piece(), stroke.stratum(), wanted);
              strata.add(added);
              return added;
            });
  }

  private void fit(int index, int stratum, Walls walls, double width) {
    Piece piece = piece(index);
    Settings own = settings(index, stratum);
    double wanted = own.number(Setting.LINE_WIDTH);
    Where where = new Where(List.of(piece.id()), List.of(stratum));
    double height =
        schedule.layers().stream()
            .filter(
                l ->
                    l.strokes().stream()
                        .anyMatch(s -> s.piece() == index && s.stratum() == stratum))
            .mapToDouble(l -> l.layer().bottom())
            .findFirst()
            .orElse(0);
    findings.add(
        new Finding(
            "walls-fitted:%s:%d".formatted(piece.id(), stratum),
            Severity.NOTE,
            "Walls of %s are no whole number of lines".formatted(piece.name()),
            Checks.text(
                "In stratum %d %.0f %% of the walls are %.2f mm wide instead of %.2f mm, because"
                    + " the piece is as thin as that. Lines of that width fit it as they are.",
                stratum, 100 * walls.share(), width, wanted),
            Optional.of(piece.id()),
            Optional.of(height),
            List.of(
                new Remedy(
                    Checks.text("Lines of %.2f mm", width),
                    RuleEditor.set(
                        plan,
                        where,
                        Setting.LINE_WIDTH,
                        Value.of(Math.rint(100 * width) / 100))))));
  }
}

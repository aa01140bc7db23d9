package org.stratonomy.engine.check;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.IntStream;
import org.stratonomy.engine.check.Finding.Remedy;
import org.stratonomy.engine.check.Finding.Severity;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.mesh.Rounding;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.PrintedFor;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.schedule.Schedule;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.stroke.Stroke;

/**
 * Looks whether each nozzle gets hot enough for its filament, and on a carriage with several of
 * them, whether each reaches what it prints and lays lines so thick and so wide. The carriage goes
 * as far as the first nozzle has bed, and the others stand beside it.
 */
final class NozzleChecks {
  private static final double ROUNDING_MM = 0.001;

  /** Lines that are as wide as the plan says, in the mean; in narrow places as those allow. */
  private static final Set<Role> OF_SET_WIDTH =
      EnumSet.of(
          Role.TOP_SKIN,
          Role.BOTTOM_SKIN,
          Role.SOLID_INFILL,
          Role.INFILL,
          Role.SUPPORT,
          Role.INTERFACE);

  private final Plan plan;
  private final Resolver resolver;
  private final Machine machine;
  private final List<Finding> findings = new ArrayList<>();

  private NozzleChecks(Plan plan, Resolver resolver) {
    this.plan = plan;
    this.resolver = resolver;
    this.machine = resolver.machine();
  }

  /** What one nozzle prints of one piece, or beside all of them. */
  private record Printed(int piece, int slot) implements Comparable<Printed> {
    @Override
    public int compareTo(Printed o) {
      return piece == o.piece ? Integer.compare(slot, o.slot) : Integer.compare(piece, o.piece);
    }
  }

  static List<Finding> run(Plan plan, Resolver resolver, Schedule schedule) {
    NozzleChecks checks = new NozzleChecks(plan, resolver);
    checks.heat(schedule);
    if (checks.machine.hasNozzles()) {
      checks.printed(schedule).forEach(checks::reach);
      checks.lines(schedule);
    }
    return checks.findings;
  }

  private void heat(Schedule schedule) {
    if (hottest() > machine.nozzles().stream().mapToDouble(Machine.Nozzle::maxC).min().orElse(0)) {
      hotLines(schedule);
    }
  }

  /** No line is hotter than this, °C. */
  private double hottest() {
    double byFilament =
        IntStream.rangeClosed(1, plan.slots().size())
            .mapToDouble(slot -> resolver.filament(slot).nozzleC())
            .max()
            .orElse(0);
    return plan.rules().stream()
        .flatMap(rule -> Optional.ofNullable(rule.set().get(Setting.NOZZLE_TEMPERATURE)).stream())
        .mapToDouble(NozzleChecks::most)
        .reduce(byFilament, Math::max);
  }

  private static double most(Value value) {
    return switch (value) {
      case Value.Number number -> number.value();
      case Value.Course course ->
          course.steps().stream().mapToDouble(Value.Course.Step::value).max().orElse(0);
      case Value.Word _ -> 0;
    };
  }

  /** The first line of each slot that is printed hotter than its nozzle may get. */
  private void hotLines(Schedule schedule) {
    Set<Integer> told = new HashSet<>();
    for (LayerSchedule layer : schedule.layers()) {
      for (Stroke stroke : layer.strokes()) {
        double most = machine.nozzle(stroke.slot()).maxC();
        if (stroke.nozzleC() > most && told.add(stroke.slot())) {
          found(
              "nozzle-heat:%d".formatted(stroke.slot()),
              "%s is printed hotter than its nozzle may get"
                  .formatted(resolver.filament(stroke.slot()).name()),
              Checks.text(
                  "It needs %.0f °C; the nozzle may get %.0f °C. Load another filament, or give it"
                      + " another temperature by a rule.",
                  stroke.nozzleC(), most),
              layer);
        }
      }
    }
  }

  /**
   * The first line of each slot that is thinner, thicker, narrower or wider than its nozzle lays.
   */
  private void lines(Schedule schedule) {
    Set<String> told = new HashSet<>();
    for (LayerSchedule layer : schedule.layers()) {
      for (Stroke stroke : layer.strokes()) {
        Machine.Nozzle nozzle = machine.nozzle(stroke.slot());
        outside(
            told,
            layer,
            stroke.slot(),
            "high",
            stroke.heightMm(),
            nozzle.minLayerHeight(),
            nozzle.maxLayerHeight());
      }
      widths(layer)
          .forEach(
              (slot, mean) -> {
                Machine.Nozzle nozzle = machine.nozzle(slot);
                double mm = mean.width();
                double most = nozzle.maxLineWidth();
                outside(told, layer, slot, "wide", mm, nozzle.minLineWidth(), most);
              });
    }
  }

  /** Lines of one nozzle in one layer: how long they are, and what they cover. */
  private record Mean(double mm, double mm2) {
    double width() {
      return mm2 / mm;
    }

    Mean plus(Mean o) {
      return new Mean(mm + o.mm, mm2 + o.mm2);
    }
  }

  private static Map<Integer, Mean> widths(LayerSchedule layer) {
    Map<Integer, Mean> means = new TreeMap<>();
    for (Stroke stroke : layer.strokes()) {
      if (OF_SET_WIDTH.contains(stroke.role())) {
        double length = stroke.path().lengthMm();
        means.merge(stroke.slot(), new Mean(length, length * stroke.widthMm()), Mean::plus);
      }
    }
    return means;
  }

  private void outside(
      Set<String> told,
      LayerSchedule layer,
      int slot,
      String how,
      double mm,
      double least,
      double most) {
    String id = "nozzle-%s:%d".formatted(how, slot);
    if ((mm < least - ROUNDING_MM || mm > most + ROUNDING_MM) && told.add(id)) {
      found(
          id,
          "Nozzle %d would lay lines %.2f mm %s".formatted(slot, mm, how),
          Checks.text(
              "Its opening of %s mm lays them %.2f to %.2f mm %s. Give the place another %s, or a"
                  + " filament of another nozzle.",
              Value.of(machine.nozzle(slot).diameterMm()),
              least,
              most,
              how,
              how.equals("high") ? "layer height" : "line width"),
          layer);
    }
  }

  private void found(String id, String title, String reason, LayerSchedule layer) {
    findings.add(
        new Finding(
            id,
            Severity.ERROR,
            title,
            reason,
            Optional.empty(),
            Optional.of(layer.layer().bottom()),
            List.of()));
  }

  /**
   * Where a nozzle prints.
   *
   * @param x of the place that is furthest out over a round bed, seen from the middle of what the
   *     nozzle reaches, as a share of that; y alike
   */
  private record Extent(Bounds bounds, double x, double y) {
    double share() {
      return Math.hypot(x, y);
    }

    Extent with(Extent o) {
      Extent outer = share() >= o.share() ? this : o;
      return new Extent(bounds.with(o.bounds), outer.x, outer.y);
    }
  }

  private Map<Printed, Extent> printed(Schedule schedule) {
    Map<Printed, Extent> printed = new TreeMap<>();
    for (LayerSchedule layer : schedule.layers()) {
      for (Stroke stroke : layer.strokes()) {
        // The first nozzle goes over the whole bed; that pieces stand on it is looked at elsewhere.
        if (stroke.slot() > 1) {
          printed.merge(new Printed(stroke.piece(), stroke.slot()), extent(stroke), Extent::with);
        }
      }
    }
    return printed;
  }

  private Extent extent(Stroke stroke) {
    Machine.Nozzle from = machine.nozzle(stroke.slot());
    Path path = stroke.path();
    Extent extent = null;
    for (int i = 0; i < path.size(); i++) {
      double x = path.x(i);
      double y = path.y(i);
      Extent place =
          new Extent(
              new Bounds(x, y, 0, x, y, 0),
              2 * (x - from.x()) / machine.bedX() - 1,
              2 * (y - from.y()) / machine.bedY() - 1);
      extent = extent == null ? place : extent.with(place);
    }
    return extent;
  }

  private void reach(Printed what, Extent extent) {
    Machine.Nozzle from = machine.nozzle(what.slot);
    Bounds b = extent.bounds;
    double x = inwards(b.minX(), b.maxX(), from.x(), from.x() + machine.bedX());
    double y = inwards(b.minY(), b.maxY(), from.y(), from.y() + machine.bedY());
    if (machine.hasRoundBed()) {
      double beyond = Math.max(0, 1 - 1 / extent.share());
      x = -beyond * extent.x * machine.bedX() / 2;
      y = -beyond * extent.y * machine.bedY() / 2;
    }
    double moveX = x;
    double moveY = y;
    if (Math.abs(x) < ROUNDING_MM && Math.abs(y) < ROUNDING_MM) {
      return;
    }
    Optional<Piece> piece =
        what.piece == PrintedFor.NO_PIECE
            ? Optional.empty()
            : Optional.of(plan.pieces().get(what.piece));
    findings.add(
        new Finding(
            "nozzle-reach:%s:%d".formatted(piece.map(Piece::id).orElse(""), what.slot),
            Severity.ERROR,
            "Nozzle %d does not reach all of %s"
                .formatted(what.slot, piece.map(Piece::name).orElse("skirt, raft or tower")),
            Checks.text(
                "It prints X %.1f to %.1f and Y %.1f to %.1f mm; it reaches%s X %.1f to %.1f and"
                    + " Y %.1f to %.1f mm.",
                b.minX(),
                b.maxX(),
                b.minY(),
                b.maxY(),
                machine.hasRoundBed() ? " the round of" : "",
                from.x(),
                from.x() + machine.bedX(),
                from.y(),
                from.y() + machine.bedY()),
            piece.map(Piece::id),
            Optional.empty(),
            piece.map(p -> List.of(moved(p, moveX, moveY))).orElse(List.of())));
  }

  /** How far a span has to go to lie within another one, mm. */
  private static double inwards(double from, double to, double least, double most) {
    if (from < least) {
      return least - from;
    }
    return to > most ? most - to : 0;
  }

  private Remedy moved(Piece piece, double x, double y) {
    Vector at = piece.placement().position();
    Vector to = new Vector(at.x() + outwards(x), at.y() + outwards(y), at.z());
    String inX = to.x() == at.x() ? "" : Checks.text("%.1f mm in X", to.x() - at.x());
    String inY = to.y() == at.y() ? "" : Checks.text("%.1f mm in Y", to.y() - at.y());
    String and = inX.isEmpty() || inY.isEmpty() ? "" : " and ";
    return new Remedy(
        "Move it by " + inX + and + inY,
        plan.withPiece(piece.withPlacement(piece.placement().withPosition(to))));
  }

  /** Rounded to tenths, away from zero. */
  private static double outwards(double mm) {
    return Math.copySign(Math.ceil(Math.abs(mm) * 10 - Rounding.MM) / 10, mm);
  }
}

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
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.plan.Machine;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement.Vector;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Purging;
import org.stratonomy.engine.plane.Path;

/**
 * Looks whether each nozzle of a carriage reaches what it prints: the carriage goes as far as the
 * first nozzle has bed, and the others stand beside it.
 */
final class NozzleChecks {
  private static final double ROUNDING_MM = 0.001;

  private final Plan plan;
  private final Machine machine;
  private final List<Finding> findings = new ArrayList<>();

  private NozzleChecks(Plan plan, Machine machine) {
    this.plan = plan;
    this.machine = machine;
  }

  /** What one nozzle prints of one piece, or beside all of them. */
  private record Printed(int piece, int slot) implements Comparable<Printed> {
    @Override
    public int compareTo(Printed o) {
      return piece == o.piece ? Integer.compare(slot, o.slot) : Integer.compare(piece, o.piece);
    }
  }

  static List<Finding> run(Plan plan, Machine machine, Schedule schedule) {
    NozzleChecks checks = new NozzleChecks(plan, machine);
    if (machine.hasNozzles()) {
      printed(schedule).forEach(checks::reach);
    }
    return checks.findings;
  }

  private static Map<Printed, Bounds> printed(Schedule schedule) {
    Map<Printed, Bounds> printed = new TreeMap<>();
    for (LayerSchedule layer : schedule.layers()) {
      for (Stroke stroke : layer.strokes()) {
        // The first nozzle goes over the whole bed; that pieces stand on it is looked at elsewhere.
        if (stroke.slot() > 1) {
          printed.merge(new Printed(stroke.piece(), stroke.slot()), bounds(stroke), Bounds::with);
        }
      }
    }
    return printed;
  }

  private static Bounds bounds(Stroke stroke) {
    Path path = stroke.path();
    Bounds bounds = new Bounds(path.x(0), path.y(0), 0, path.x(0), path.y(0), 0);
    for (int i = 1; i < path.size(); i++) {
      bounds = bounds.with(new Bounds(path.x(i), path.y(i), 0, path.x(i), path.y(i), 0));
    }
    return bounds;
  }

  private void reach(Printed what, Bounds b) {
    Purging.Place from = machine.nozzle(what.slot);
    double x = inwards(b.minX(), b.maxX(), from.x(), from.x() + machine.bedX());
    double y = inwards(b.minY(), b.maxY(), from.y(), from.y() + machine.bedY());
    if (Math.abs(x) < ROUNDING_MM && Math.abs(y) < ROUNDING_MM) {
      return;
    }
    Optional<Piece> piece =
        what.piece == Stroke.NO_PIECE
            ? Optional.empty()
            : Optional.of(plan.pieces().get(what.piece));
    findings.add(
        new Finding(
            "nozzle-reach:%s:%d".formatted(piece.map(Piece::id).orElse(""), what.slot),
            Severity.ERROR,
            "Nozzle %d does not reach all of %s"
                .formatted(what.slot, piece.map(Piece::name).orElse("skirt, raft or tower")),
            Checks.text(
                "It prints X %.1f to %.1f and Y %.1f to %.1f mm; it reaches X %.1f to %.1f and"
                    + " Y %.1f to %.1f mm.",
                b.minX(),
                b.maxX(),
                b.minY(),
                b.maxY(),
                from.x(),
                from.x() + machine.bedX(),
                from.y(),
                from.y() + machine.bedY()),
            piece.map(Piece::id),
            Optional.empty(),
            piece.map(p -> List.of(moved(p, x, y))).orElse(List.of())));
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
    return Math.copySign(Math.ceil(Math.abs(mm) * 10 - 1e-6) / 10, mm);
  }
}

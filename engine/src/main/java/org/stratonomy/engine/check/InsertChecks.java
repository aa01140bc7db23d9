package org.stratonomy.engine.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.stratonomy.engine.check.Finding.Remedy;
import org.stratonomy.engine.check.Finding.Severity;
import org.stratonomy.engine.divide.Inserts;
import org.stratonomy.engine.mesh.Rounding;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.schedule.Schedule;
import org.stratonomy.engine.shelf.FreeId;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.strata.PieceLayer;
import org.stratonomy.engine.strata.Sections;

/** Looks whether inserts can be put in, and whether the machine waits for it. */
final class InsertChecks {
  /** Less than this does not count, mm². */
  private static final double LITTLE_MM2 = 0.5;

  private final Plan plan;
  private final Machine machine;
  private final Schedule schedule;
  private final List<Finding> findings = new ArrayList<>();

  InsertChecks(Plan plan, Machine machine, Schedule schedule) {
    this.plan = plan;
    this.machine = machine;
    this.schedule = schedule;
  }

  List<Finding> findings() {
    return findings;
  }

  /**
   * @param layers of the piece
   */
  void run(Piece piece, List<PieceLayer> layers, Sections sections, Inserts inserts) {
    for (Region region : inserts.regions()) {
      int last = 0;
      for (int layer = 1; layer <= layers.size(); layer++) {
        Area cavity = Plane.intersection(inserts.get(region, layer), sections.whole(layer));
        last = cavity.areaMm2() > LITTLE_MM2 ? layer : last;
      }
      String of = "%s in %s".formatted(region.name(), piece.name());
      if (last == 0) {
        add(
            "insert-outside:",
            piece,
            region,
            "%s is outside".formatted(of),
            "The piece is not there, so there is no cavity. Move the insert into the piece.",
            Optional.empty(),
            List.of());
        continue;
      }
      Area opening = inserts.get(region, last);
      caught(piece, region, inserts, opening, last, layers);
      Area lid = Plane.intersection(sections.get(last + 1).area(), opening);
      if (lid.areaMm2() > LITTLE_MM2) {
        covered(piece, region, layers.get(last).bottom());
      }
    }
  }

  /** An insert goes in from above, so its cavity must not be wider below than at its top. */
  private void caught(
      Piece piece,
      Region region,
      Inserts inserts,
      Area opening,
      int last,
      List<PieceLayer> layers) {
    for (int layer = 1; layer < last; layer++) {
      Area under = Plane.difference(inserts.get(region, layer), opening);
      if (under.areaMm2() > LITTLE_MM2) {
        add(
            "insert-caught:",
            piece,
            region,
            "%s does not go in from above".formatted(region.name()),
            Checks.text(
                "At %.1f mm its cavity is wider than where it is covered. Turn the piece, or make"
                    + " the insert as wide above as below.",
                layers.get(layer - 1).middle()),
            Optional.of(layers.get(layer - 1).middle()),
            List.of());
        return;
      }
    }
  }

  private void covered(Piece piece, Region region, double plane) {
    boolean waits =
        schedule.layers().stream()
            .filter(layer -> Math.abs(layer.layer().bottom() - plane) < Rounding.MM)
            .map(LayerSchedule::halts)
            .flatMap(List::stream)
            .anyMatch(halt -> halt.beforeStroke() == 0 && halt.needsOperator(machine));
    if (waits) {
      return;
    }
    List<Stop> stops = new ArrayList<>(plan.stops());
    String id =
        FreeId.of("insert", taken -> plan.stops().stream().anyMatch(s -> s.id().equals(taken)));
    stops.add(new Stop(id, plane, "Put in " + region.name()));
    add(
        "insert-covered:",
        piece,
        region,
        "%s is covered without a stop".formatted(region.name()),
        Checks.text(
            "Its cavity closes at %.3f mm, and the machine does not wait there to have it put in.",
            plane),
        Optional.of(plane),
        List.of(new Remedy(Checks.text("Stop at %.1f mm", plane), plan.withStops(stops))));
  }

  private void add(
      String id,
      Piece piece,
      Region region,
      String title,
      String reason,
      Optional<Double> height,
      List<Remedy> remedies) {
    findings.add(
        new Finding(
            id + piece.id() + "/" + region.id(),
            Severity.WARNING,
            title,
            reason,
            Optional.of(piece.id()),
            height,
            remedies));
  }
}

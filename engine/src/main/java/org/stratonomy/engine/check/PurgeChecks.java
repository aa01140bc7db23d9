package org.stratonomy.engine.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.stratonomy.engine.check.Finding.Remedy;
import org.stratonomy.engine.check.Finding.Severity;
import org.stratonomy.engine.merge.Tower;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.plan.Machine;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Purging;
import org.stratonomy.engine.plan.Rule;
import org.stratonomy.engine.plan.Setting;
import org.stratonomy.engine.plan.Value;
import org.stratonomy.engine.plan.Where;
import org.stratonomy.engine.strata.PlacedPiece;

/** Looks whether the purge tower can stand where it is to stand. */
final class PurgeChecks {
  private final Plan plan;
  private final Machine machine;
  private final Tower tower;
  private final List<Finding> findings = new ArrayList<>();

  private PurgeChecks(Plan plan, Machine machine, Tower tower) {
    this.plan = plan;
    this.machine = machine;
    this.tower = tower;
  }

  static List<Finding> run(Plan plan, Machine machine, List<PlacedPiece> placed, Tower tower) {
    PurgeChecks checks = new PurgeChecks(plan, machine, tower);
    checks.bed();
    placed.forEach(checks::piece);
    return checks.findings;
  }

  private void bed() {
    if (!tower.isOnBed(machine)) {
      double side = tower.sideMm();
      add(
          "tower-off-bed",
          "The purge tower reaches off the bed",
          Checks.text(
              "It spans X %.1f to %.1f and Y %.1f to %.1f mm; the bed is %.0f × %.0f mm.",
              tower.x(),
              tower.x() + side,
              tower.y(),
              tower.y() + side,
              machine.bedX(),
              machine.bedY()));
    }
  }

  private void piece(PlacedPiece piece) {
    Bounds b = piece.bounds();
    double side = tower.sideMm();
    boolean meets =
        b.minX() < tower.x() + side
            && b.maxX() > tower.x()
            && b.minY() < tower.y() + side
            && b.maxY() > tower.y();
    if (meets) {
      add(
          "tower-in-piece:" + piece.id(),
          "The purge tower stands in %s".formatted(piece.piece().name()),
          Checks.text(
              "It spans X %.1f to %.1f and Y %.1f to %.1f mm, within the bounds of the piece.",
              tower.x(), tower.x() + side, tower.y(), tower.y() + side));
    }
  }

  private void add(String id, String title, String reason) {
    Remedy remedy =
        plan.purging().tower().isPresent()
            ? new Remedy(
                "Put it beside the pieces",
                plan.withPurging(new Purging(Optional.empty(), plan.purging().volumes())))
            : new Remedy("Purge into nothing", withoutTower());
    findings.add(
        new Finding(
            id,
            Severity.ERROR,
            title,
            reason,
            Optional.empty(),
            Optional.of(0.0),
            List.of(remedy)));
  }

  private Plan withoutTower() {
    List<Rule> rules = new ArrayList<>();
    rules.add(new Rule(Where.EVERYWHERE, Map.of(Setting.PURGE_INTO, Value.of("nothing"))));
    rules.addAll(plan.rules());
    return plan.withRules(rules);
  }
}

package org.stratonomy.engine.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.stratonomy.engine.check.Finding.Remedy;
import org.stratonomy.engine.check.Finding.Severity;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.place.AdhesionReach;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Purging;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.purge.Tower;
import org.stratonomy.engine.settings.Choice.PurgeInto;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.strata.PlacedPiece;

/** Looks whether the purge tower can stand where it is to stand. */
final class PurgeChecks {
  private final Plan plan;
  private final Resolver resolver;
  private final Machine machine;
  private final Tower tower;
  private final List<Finding> findings = new ArrayList<>();

  private PurgeChecks(Plan plan, Resolver resolver, Tower tower) {
    this.plan = plan;
    this.resolver = resolver;
    this.machine = resolver.machine();
    this.tower = tower;
  }

  static List<Finding> run(Plan plan, Resolver resolver, List<PlacedPiece> placed, Tower tower) {
    PurgeChecks checks = new PurgeChecks(plan, resolver, tower);
    checks.bed();
    placed.forEach(checks::piece);
    return checks.findings;
  }

  private void bed() {
    if (!machine.hasOnBed(tower.footprint(), 0)) {
      add(
          "tower-off-bed",
          "The purge tower reaches off the bed",
          Checks.offBed(tower.footprint(), machine));
    }
  }

  private void piece(PlacedPiece piece) {
    double reach = AdhesionReach.ofPiece(piece.piece(), resolver);
    Bounds b = piece.bounds().grown(reach);
    if (tower.footprint().meets(b)) {
      boolean isInPiece = tower.footprint().meets(piece.bounds());
      add(
          "tower-in-piece:" + piece.id(),
          "The purge tower overlaps %s%s"
              .formatted(isInPiece ? "" : "the brim or raft of ", piece.piece().name()),
          Checks.text(
              "With its brim or raft the piece spans X %.1f to %.1f and Y %.1f to %.1f mm.",
              b.minX(), b.maxX(), b.minY(), b.maxY()));
    }
  }

  private void add(String id, String title, String reason) {
    Remedy remedy =
        plan.purging().tower().isPresent()
            ? new Remedy(
                "Put it beside the pieces",
                plan.withPurging(new Purging(Optional.empty(), plan.purging().volumes())))
            : Remedy.rule(
                "Purge into nothing",
                plan,
                Scope.EVERYWHERE,
                Setting.PURGE_INTO,
                Value.of(PurgeInto.NOTHING));
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
}

package org.stratonomy.engine.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.stratonomy.engine.check.Finding.Remedy;
import org.stratonomy.engine.check.Finding.Severity;
import org.stratonomy.engine.divide.Cells;
import org.stratonomy.engine.mesh.MeshReport;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.RegionEditor;
import org.stratonomy.engine.plan.Rule;
import org.stratonomy.engine.plan.Setting;
import org.stratonomy.engine.plan.Where;
import org.stratonomy.engine.strata.PieceLayer;
import org.stratonomy.engine.strata.PieceStack;
import org.stratonomy.engine.strata.PlacedPiece;

/** Looks for rules and regions that are without effect. */
final class DivisionChecks {
  private final Plan plan;
  private final List<PlacedPiece> placed;
  private final List<PieceStack> stacks;
  private final List<Cells> cells;
  private final List<Finding> findings = new ArrayList<>();

  private DivisionChecks(
      Plan plan, List<PlacedPiece> placed, List<PieceStack> stacks, List<Cells> cells) {
    this.plan = plan;
    this.placed = placed;
    this.stacks = stacks;
    this.cells = cells;
  }

  static List<Finding> run(
      Plan plan, List<PlacedPiece> placed, List<PieceStack> stacks, List<Cells> cells) {
    DivisionChecks checks = new DivisionChecks(plan, placed, stacks, cells);
    for (int i = 0; i < plan.rules().size(); i++) {
      checks.rule(i, plan.rules().get(i));
    }
    for (int p = 0; p < placed.size(); p++) {
      for (Region region : placed.get(p).piece().regions()) {
        checks.region(p, region);
      }
    }
    return checks.findings;
  }

  private void rule(int index, Rule rule) {
    if (!rule.on()) {
      return;
    }
    if (!matchesAnything(rule.where())) {
      add(
          "rule-empty:" + index,
          "Rule %d matches nothing".formatted(index + 1),
          "Nowhere in the plan is there a place in all that it names.",
          Optional.empty(),
          new Remedy("Remove the rule", without(index)));
    }
    for (Setting setting : rule.set().keySet()) {
      if (!rule.where().canSet(setting)) {
        scope(index, rule, setting);
      }
    }
  }

  private boolean matchesAnything(Where where) {
    for (int p = 0; p < placed.size(); p++) {
      for (PieceLayer layer : stacks.get(p).layers()) {
        boolean near = where.matches(placed.get(p).id(), layer.stratum());
        if (near
            && cells.get(p).places(layer).stream().anyMatch(place -> where.matches(place.spot()))) {
          return true;
        }
      }
    }
    return false;
  }

  /** A value has no effect in a rule for places finer than it can differ for. */
  private void scope(int index, Rule rule, Setting setting) {
    String limited = rule.where().roles().isEmpty() ? "a part of the plan" : "some roles of lines";
    String remedy =
        setting.scope() == Setting.Scope.PLAN
            ? "Set it in a rule for everything."
            : "Set it in a rule without that limit.";
    String same =
        switch (setting.scope()) {
          case PLAN -> "the whole plan";
          case PIECE, STRATUM -> "all of a piece at a height";
          case CELL, LINE -> "all lines of a place";
        };
    add(
        "rule-scope:" + index + ":" + setting.id(),
        "%s cannot differ here".formatted(setting.label()),
        "Rule %d sets it for %s, but it is the same for %s; the value has no effect. %s"
            .formatted(index + 1, limited, same, remedy),
        Optional.empty());
  }

  private void region(int p, Region region) {
    Piece piece = placed.get(p).piece();
    cells
        .get(p)
        .report(region)
        .filter(report -> report.openEdges() > 0)
        .ifPresent(report -> open(piece, region, report));
    boolean somewhere =
        stacks.get(p).layers().stream()
            .anyMatch(layer -> !cells.get(p).region(region.id(), layer).isEmpty());
    if (!somewhere) {
      boolean core = region.shape().isOfCore();
      add(
          "region-empty:" + piece.id() + ":" + region.id(),
          core
              ? "Nothing is left of %s".formatted(region.name())
              : "%s lies outside its piece".formatted(region.name()),
          core
              ? "%s is nowhere thick enough for its depth, from L1 to L%d. Make it less deep."
                  .formatted(piece.name(), stacks.get(p).layers().size())
              : "No place of %s lies in it, so it changes nothing. Move it, or remove it."
                  .formatted(piece.name()),
          Optional.of(piece),
          new Remedy("Remove the region", new RegionEditor(plan, piece.id()).remove(region.id())));
    }
  }

  private void open(Piece piece, Region region, MeshReport report) {
    add(
        "region-open:" + piece.id() + ":" + region.id(),
        "%s is not closed".formatted(region.name()),
        Checks.text(
            "%,d edges of its mesh have a face on one side only; its outline is closed across the"
                + " gaps by straight lines. Mend the mesh and drop it again.",
            report.openEdges()),
        Optional.of(piece));
  }

  private Plan without(int index) {
    List<Rule> rules = new ArrayList<>(plan.rules());
    rules.remove(index);
    return plan.withRules(rules);
  }

  private void add(
      String id, String title, String reason, Optional<Piece> piece, Remedy... remedies) {
    findings.add(
        new Finding(
            id,
            Severity.WARNING,
            title,
            reason,
            piece.map(Piece::id),
            Optional.empty(),
            List.of(remedies)));
  }
}

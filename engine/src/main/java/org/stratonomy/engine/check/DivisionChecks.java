package org.stratonomy.engine.check;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import org.stratonomy.engine.check.Finding.Remedy;
import org.stratonomy.engine.check.Finding.Severity;
import org.stratonomy.engine.divide.Cells;
import org.stratonomy.engine.edit.RegionEditor;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.mesh.MeshReport;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.strata.PieceLayer;
import org.stratonomy.engine.strata.PieceStack;
import org.stratonomy.engine.strata.PlacedPiece;

/** Looks for rules and regions that are without effect. */
final class DivisionChecks {
  /** In how many layers of a piece slivers and overlaps are looked for. */
  private static final int LOOKS = 60;

  /** Share of a line's width that is taken for less than a line. */
  private static final double NARROW = 0.9;

  /** Share of the layers of a patch that may be slivers. */
  private static final double ENDS = 0.1;

  /** An overlap smaller than this is none, mm². */
  private static final double LEAST_MM2 = 0.05;

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
      for (int lower = i + 1; lower < plan.rules().size(); lower++) {
        checks.support(i, lower);
      }
    }
    for (int p = 0; p < placed.size(); p++) {
      for (Region region : placed.get(p).piece().regions()) {
        checks.region(p, region);
        checks.slivers(p, region);
      }
    }
    for (int a = 0; a < placed.size(); a++) {
      for (int b = a + 1; b < placed.size(); b++) {
        checks.overlap(a, b);
      }
    }
    return checks.findings;
  }

  /** Two pieces in one place are both printed there. */
  private void overlap(int a, int b) {
    Bounds one = placed.get(a).bounds();
    Bounds other = placed.get(b).bounds();
    boolean near = one.meets(other);
    List<PieceLayer> layers = stacks.get(a).layers();
    int step = Math.max(1, layers.size() / LOOKS);
    for (int i = 0; near && i < layers.size(); i += step) {
      PieceLayer layer = layers.get(i);
      Optional<PieceLayer> beside =
          stacks.get(b).layers().stream()
              .filter(l -> l.bottom() <= layer.middle() && l.top() > layer.middle())
              .findFirst();
      double shared =
          beside
              .map(l -> Plane.intersection(section(a, layer), section(b, l)).areaMm2())
              .orElse(0.0);
      if (shared > LEAST_MM2) {
        Piece piece = placed.get(a).piece();
        Piece second = placed.get(b).piece();
        findings.add(
            new Finding(
                "overlap:" + piece.id() + ":" + second.id(),
                Severity.WARNING,
                "%s and %s overlap".formatted(piece.name(), second.name()),
                Checks.text(
                    "At %.2f mm they share %.1f mm², which is printed twice. Join them to one piece,"
                        + " so that the body further up in its list owns the place, or move one.",
                    layer.bottom(), shared),
                Optional.of(piece.id()),
                Optional.of(layer.bottom()),
                List.of()));
        return;
      }
    }
  }

  private Area section(int p, PieceLayer layer) {
    return Plane.union(cells.get(p).places(layer).stream().map(Cells.Place::area).toList());
  }

  private void rule(int index, Rule rule) {
    if (!rule.on()) {
      return;
    }
    if (!matchesAnything(rule.where()) && !waits(rule.where())) {
      add(
          "rule-empty:" + rule.id(),
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

  /** Two rules want support in one place, and none. */
  private void support(int upper, int lower) {
    Optional<String> one = wanted(plan.rules().get(upper));
    Optional<String> other = wanted(plan.rules().get(lower));
    if (one.isEmpty() || other.isEmpty() || one.equals(other)) {
      return;
    }
    Scope first = plan.rules().get(upper).where();
    Scope second = plan.rules().get(lower).where();
    for (int p = 0; p < placed.size(); p++) {
      for (PieceLayer layer : stacks.get(p).layers()) {
        boolean both =
            cells.get(p).places(layer).stream()
                .map(Cells.Place::spot)
                .anyMatch(spot -> first.matches(spot) && second.matches(spot));
        if (both) {
          findings.add(
              new Finding(
                  "support-conflict:%s:%s"
                      .formatted(plan.rules().get(upper).id(), plan.rules().get(lower).id()),
                  Severity.WARNING,
                  "Support is forced and forbidden in one place",
                  Checks.text(
                      "From %.2f mm on there are places for which rule %d says '%s' and rule %d"
                          + " '%s'. Rule %d decides, because it stands further up.",
                      layer.bottom(), upper + 1, one.get(), lower + 1, other.get(), upper + 1),
                  Optional.of(placed.get(p).id()),
                  Optional.of(layer.bottom()),
                  List.of()));
          return;
        }
      }
    }
  }

  /** Whether a rule for regions forces or forbids support. */
  private static Optional<String> wanted(Rule rule) {
    boolean ofRegions = rule.on() && !rule.where().regions().isEmpty();
    return Optional.ofNullable(rule.set().get(Setting.SUPPORT))
        .map(Value::toString)
        .filter(value -> ofRegions && (value.equals("forced") || value.equals("none")));
  }

  /** Whether a place is in strata that lie outside the print, as another finding says. */
  private boolean waits(Scope where) {
    for (int p = 0; p < placed.size(); p++) {
      Piece piece = placed.get(p).piece();
      boolean names =
          stacks.get(p).unprinted(piece).stream()
              .anyMatch(number -> where.strata().contains(piece.strata().get(number).id()));
      if (names && where.matchesPiece(piece.id())) {
        return true;
      }
    }
    return false;
  }

  private boolean matchesAnything(Scope where) {
    for (int p = 0; p < placed.size(); p++) {
      Piece piece = placed.get(p).piece();
      for (PieceLayer layer : stacks.get(p).layers()) {
        boolean near = where.matches(placed.get(p).id(), piece.strata().get(layer.stratum()).id());
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
        "rule-scope:" + rule.id() + ":" + setting.id(),
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
    // Where an insert is belongs to the checks of inserts.
    if (region.clearanceMm().isEmpty()) {
      extent(p, region);
    }
  }

  /** A region that is nowhere, and a core that is interrupted. */
  private void extent(int p, Region region) {
    Piece piece = placed.get(p).piece();
    List<PieceLayer> layers = stacks.get(p).layers();
    BitSet there = new BitSet(layers.size());
    for (int i = 0; i < layers.size(); i++) {
      there.set(i, !cells.get(p).region(region.id(), layers.get(i)).isEmpty());
    }
    if (there.isEmpty()) {
      nowhere(piece, region, layers.size());
      return;
    }
    int gap = there.nextClearBit(there.nextSetBit(0));
    if (region.shape() instanceof Region.Core && gap < there.length()) {
      PieceLayer last = layers.get(there.nextSetBit(gap) - 1);
      findings.add(
          new Finding(
              "core-gap:" + piece.id() + ":" + region.id(),
              Severity.NOTE,
              "%s is interrupted".formatted(region.name()),
              Checks.text(
                  "Between %.2f and %.2f mm nothing is left of it: %s is not thick enough there for"
                      + " its depth. Make it less deep, if it should go through.",
                  layers.get(gap).bottom(), last.top(), piece.name()),
              Optional.of(piece.id()),
              Optional.of(layers.get(gap).bottom()),
              List.of()));
    }
  }

  private void nowhere(Piece piece, Region region, int layers) {
    String title = "%s lies outside its piece".formatted(region.name());
    String reason =
        "No place of %s lies in it, so it changes nothing. Move it, or remove it."
            .formatted(piece.name());
    if (region.shape().isOfCore()) {
      title = "Nothing is left of %s".formatted(region.name());
      reason =
          "%s is nowhere thick enough for its depth, from L1 to L%d. Make it less deep."
              .formatted(piece.name(), layers);
    } else if (region.shape() instanceof Region.Patch) {
      title = "Nothing is marked for %s".formatted(region.name());
      reason =
          "So it changes nothing. Mark some of the surface of %s, or remove it."
              .formatted(piece.name());
    }
    add(
        "region-empty:" + piece.id() + ":" + region.id(),
        title,
        reason,
        Optional.of(piece),
        new Remedy("Remove the region", new RegionEditor(plan, piece.id()).remove(region.id())));
  }

  /** Where a patch is nowhere as wide as a line, it cannot be printed on its own. */
  private void slivers(int p, Region region) {
    if (!(region.shape() instanceof Region.Patch)) {
      return;
    }
    List<PieceLayer> layers = stacks.get(p).layers();
    List<PieceLayer> thin = new ArrayList<>();
    int marked = 0;
    int step = Math.max(1, layers.size() / LOOKS);
    for (int i = 0; i < layers.size(); i += step) {
      PieceLayer layer = layers.get(i);
      Area area = cells.get(p).region(region.id(), layer);
      double width = cells.get(p).stratum(layer).number(Setting.LINE_WIDTH);
      marked += area.isEmpty() ? 0 : 1;
      if (!area.isEmpty() && Plane.open(area, NARROW * width / 2).isEmpty()) {
        thin.add(layer);
      }
    }
    // Round patches end in slivers.
    if (thin.size() > ENDS * marked) {
      Piece piece = placed.get(p).piece();
      findings.add(
          new Finding(
              "patch-thin:" + piece.id() + ":" + region.id(),
              Severity.WARNING,
              "%s is thinner than a line".formatted(region.name()),
              Checks.text(
                  "Between %.2f and %.2f mm there are layers in which it is nowhere as wide as a"
                      + " line. Make it deeper, or mark more of the surface there.",
                  thin.getFirst().bottom(), thin.getLast().top()),
              Optional.of(piece.id()),
              Optional.of(thin.getFirst().bottom()),
              List.of()));
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

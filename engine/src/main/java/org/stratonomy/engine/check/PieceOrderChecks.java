package org.stratonomy.engine.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.stratonomy.engine.check.Finding.Remedy;
import org.stratonomy.engine.check.Finding.Severity;
import org.stratonomy.engine.edit.RuleEditor;
import org.stratonomy.engine.place.AdhesionReach;
import org.stratonomy.engine.place.PieceOrder;
import org.stratonomy.engine.place.PiecesApart;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.schedule.Schedule;
import org.stratonomy.engine.settings.Choice;
import org.stratonomy.engine.settings.Choice.PurgeInto;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.strata.PlacedPiece;

/** Whether pieces can be printed one at a time as the plan wants it. */
final class PieceOrderChecks {
  private final Plan plan;
  private final Resolver resolver;
  private final Machine machine;
  private final List<PlacedPiece> placed;
  private final Schedule schedule;

  private PieceOrderChecks(
      Plan plan, Resolver resolver, List<PlacedPiece> placed, Schedule schedule) {
    this.plan = plan;
    this.resolver = resolver;
    this.machine = resolver.machine();
    this.placed = placed;
    this.schedule = schedule;
  }

  static List<Finding> run(
      Plan plan, Resolver resolver, List<PlacedPiece> placed, Schedule schedule) {
    return schedule.pieceByPiece()
        ? new PieceOrderChecks(plan, resolver, placed, schedule).findings()
        : List.of();
  }

  private List<Finding> findings() {
    List<Finding> findings = new ArrayList<>();
    PieceOrder.of(
            placed.stream().map(PlacedPiece::bounds).toList(),
            AdhesionReach.ofBrim(plan, resolver),
            machine)
        .conflict()
        .ifPresent(conflict -> findings.add(inTheWay(conflict)));
    boolean purges = resolver.plan().choice(PurgeInto.class) != PurgeInto.NOTHING;
    if (machine.changesByItself() && purges && schedule.changeCount() > 0) {
      findings.add(
          new Finding(
              "one-at-a-time:tower",
              Severity.WARNING,
              "There is no purge tower",
              "A tower grows with all layers; beside pieces that are printed one at a time there is"
                  + " no way to it. What other lines do not take is not purged, and colours mix.",
              Optional.empty(),
              Optional.of(0.0),
              List.of(together())));
    }
    return findings;
  }

  private Finding inTheWay(PieceOrder.Conflict conflict) {
    String first = plan.pieces().get(conflict.first()).name();
    String second = plan.pieces().get(conflict.second()).name();
    List<Remedy> remedies = new ArrayList<>();
    PiecesApart.of(plan, placed, resolver)
        .map(apart -> new Remedy("Move the pieces apart", apart))
        .ifPresent(remedies::add);
    remedies.add(together());
    return new Finding(
        "one-at-a-time:" + conflict.first() + ":" + conflict.second(),
        Severity.ERROR,
        "The head would meet %s or %s".formatted(first, second),
        Checks.text(
            "Whichever is printed first blocks the other: the head reaches %.0f mm from"
                + " its nozzle, pieces lower than %.0f mm never meet it, and pieces higher than %.0f"
                + " mm meet the beam along X. Move them apart, in Y if they are high, or print them"
                + " together.",
            machine.head().radiusMm(), machine.head().clearMm(), machine.head().gantryMm()),
        Optional.of(plan.pieces().get(conflict.first()).id()),
        Optional.of(0.0),
        remedies);
  }

  private Remedy together() {
    return new Remedy(
        "Print the pieces together",
        RuleEditor.set(
            plan, Scope.EVERYWHERE, Setting.PIECE_ORDER, Value.of(Choice.PieceOrder.TOGETHER)));
  }
}

package org.stratonomy.engine.propose;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.check.Finding;
import org.stratonomy.engine.edit.RuleEditor;
import org.stratonomy.engine.ledger.Ledger.SlotEntry;
import org.stratonomy.engine.mesh.Rounding;
import org.stratonomy.engine.place.PiecesApart;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.settings.Choice.FilamentOrder;
import org.stratonomy.engine.settings.Choice.InfillPattern;
import org.stratonomy.engine.settings.Choice.PieceOrder;
import org.stratonomy.engine.settings.Choice.PurgeInto;
import org.stratonomy.engine.settings.Choice.SupportKind;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Settings;
import org.stratonomy.engine.settings.Value;

/** What a proposed variant of a plan is to have less of. */
public enum Objective {
  FEWEST_CHANGES("fewest changes") {
    @Override
    double of(PlanResult result) {
      return result.schedule().changeCount();
    }

    @Override
    List<Step> steps(PlanResult result) {
      List<Step> steps = new ArrayList<>();
      add(
          steps,
          result,
          Setting.FILAMENT_ORDER,
          Value.of(FilamentOrder.LEAST_COST),
          "order of least cost");
      add(steps, result, Setting.PURGE_WEIGHT, Value.of(0), "filament is worth nothing");
      result.findings().stream()
          .filter(Finding::savesChanges)
          .forEach(
              finding ->
                  finding
                      .remedies()
                      .forEach(
                          remedy ->
                              steps.add(
                                  new Step(
                                      finding.id() + remedy.label(),
                                      remedy.label(),
                                      remedy.plan()))));
      return steps;
    }
  },

  SHORTEST_TIME("shortest time") {
    @Override
    double of(PlanResult result) {
      return result.ledger().seconds();
    }

    @Override
    List<Step> steps(PlanResult result) {
      double diameter = result.resolver().machine().nozzles().getFirst().diameterMm();
      double thick = Math.floor(THICK * diameter / LAYER_STEP_MM + Rounding.SHARE) * LAYER_STEP_MM;
      List<Step> steps = new ArrayList<>();
      if (thick > result.resolver().plan().number(Setting.LAYER_HEIGHT)) {
        Value height = Value.of(Math.rint(100 * thick) / 100);
        add(steps, result, Setting.LAYER_HEIGHT, height, "layers of " + height + " mm");
      }
      add(steps, result, Setting.INFILL_PATTERN, Value.of(InfillPattern.LINES), "infill in lines");
      addThinner(steps, result);
      return steps;
    }
  },

  LEAST_MATERIAL("least material") {
    @Override
    double of(PlanResult result) {
      return result.ledger().slots().stream().mapToDouble(SlotEntry::massG).sum();
    }

    @Override
    List<Step> steps(PlanResult result) {
      List<Step> steps = new ArrayList<>();
      addThinner(steps, result);
      add(steps, result, Setting.SUPPORT_KIND, Value.of(SupportKind.TREE), "support like trees");
      if (result.resolver().machine().changesByItself()) {
        Value into = Value.of(PurgeInto.INFILL_SUPPORT_TOWER);
        add(steps, result, Setting.PURGE_INTO, into, "purging into infill and support");
      }
      return steps;
    }
  },

  ONE_AT_A_TIME("one piece at a time") {
    @Override
    double of(PlanResult result) {
      return result.schedule().pieceByPiece() ? 0 : 1;
    }

    @Override
    List<Step> steps(PlanResult result) {
      List<Step> steps = new ArrayList<>();
      if (result.plan().pieces().size() > 1) {
        Value choice = Value.of(PieceOrder.ONE_AT_A_TIME);
        add(steps, result, Setting.PIECE_ORDER, choice, label());
        Function<Plan, Plan> ordered =
            plan -> RuleEditor.set(plan, Scope.EVERYWHERE, Setting.PIECE_ORDER, choice);
        PiecesApart.of(result.plan(), result.placed(), result.resolver())
            .map(ordered)
            .ifPresent(plan -> steps.add(new Step("apart", label() + ", moved apart", plan)));
      }
      return steps;
    }
  };

  /** Thickest layers that are proposed, in diameters of the nozzle. */
  private static final double THICK = 0.7;

  private static final double LAYER_STEP_MM = 0.04;

  /** Infill is not proposed any thinner, %. */
  private static final double THIN = 10;

  private final String label;

  Objective(String label) {
    this.label = label;
  }

  /** As a variant is named. */
  public String label() {
    return label;
  }

  /** How much there is of it: the less the better. */
  abstract double of(PlanResult result);

  /** Changes of a plan that may help; each is tried by computing it. */
  abstract List<Step> steps(PlanResult result);

  /**
   * A change of a plan.
   *
   * @param id the same for the same change of another state of the plan
   * @param what it does
   */
  record Step(String id, String what, Plan plan) {}

  private static void addThinner(List<Step> steps, PlanResult result) {
    if (result.resolver().plan().number(Setting.INFILL_DENSITY) > THIN) {
      add(steps, result, Setting.INFILL_DENSITY, Value.of(THIN), "%.0f %% infill".formatted(THIN));
    }
  }

  /** A value for all of the plan, but where narrower rules say something else. */
  private static void add(
      List<Step> steps, PlanResult result, Setting setting, Value value, String what) {
    Settings now = result.resolver().plan();
    if (!now.values().get(setting).equals(value)) {
      steps.add(
          new Step(
              setting.id(), what, RuleEditor.set(result.plan(), Scope.EVERYWHERE, setting, value)));
    }
  }
}

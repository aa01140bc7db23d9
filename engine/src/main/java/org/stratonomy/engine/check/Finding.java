package org.stratonomy.engine.check;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.stratonomy.engine.edit.RuleEditor;
import org.stratonomy.engine.plan.CustomCode;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;

/**
 * Something that a check found.
 *
 * @param id the same for the same finding in the next result of the plan
 * @param title what was found, short
 * @param reason why it matters, with the numbers
 * @param piece id of the piece concerned
 * @param heightMm where to look
 */
public record Finding(
    String id,
    Severity severity,
    String title,
    String reason,
    Optional<String> piece,
    Optional<Double> heightMm,
    List<Remedy> remedies) {
  public Finding {
    remedies = List.copyOf(remedies);
  }

  /** The worst first, and those of a severity from the bed upwards. */
  public static final Comparator<Finding> WORST_FIRST =
      Comparator.comparing(Finding::severity, Comparator.reverseOrder())
          .thenComparing(finding -> finding.heightMm().orElse(0.0));

  public enum Severity {
    NOTE,
    WARNING,
    ERROR
  }

  /** Whether its remedies save changes of filament. */
  public boolean savesChanges() {
    return id.startsWith("change-") || id.startsWith("turn:");
  }

  /** Whether no program is written until the planner has accepted it. */
  public boolean mustBeAccepted() {
    return CustomCode.isFinding(id);
  }

  /**
   * A change of the plan that would mend it.
   *
   * @param label what it does, as on a button
   * @param plan the plan afterwards
   */
  public record Remedy(String label, Plan plan) {
    /** A rule that would mend it. */
    static Remedy rule(String label, Plan plan, Scope where, Setting setting, Value value) {
      return new Remedy(label, RuleEditor.set(plan, where, setting, value));
    }
  }
}

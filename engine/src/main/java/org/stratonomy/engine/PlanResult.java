package org.stratonomy.engine;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.stratonomy.engine.check.Finding;
import org.stratonomy.engine.divide.Cells;
import org.stratonomy.engine.ledger.Ledger;
import org.stratonomy.engine.path.LayerFlaws;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.schedule.Schedule;
import org.stratonomy.engine.steps.Timeline;
import org.stratonomy.engine.strata.HeightProfile;
import org.stratonomy.engine.strata.LayerStack;
import org.stratonomy.engine.strata.PlacedPiece;

/**
 * All that was computed of a job.
 *
 * @param placed one for each piece, in the plan's order
 * @param profiles one for each piece, in the plan's order
 * @param flaws of each layer of each piece, in the plan's order
 * @param cells one for each piece, in the plan's order
 */
public record PlanResult(
    Job job,
    Resolver resolver,
    List<PlacedPiece> placed,
    LayerStack stack,
    List<HeightProfile> profiles,
    List<List<LayerFlaws>> flaws,
    List<Cells> cells,
    Schedule schedule,
    Timeline timeline,
    Ledger ledger,
    List<Finding> findings) {

  public Plan plan() {
    return job.plan();
  }

  /** The findings that say that the program cannot be printed. */
  public List<Finding> errors() {
    return findings.stream().filter(f -> f.severity() == Finding.Severity.ERROR).toList();
  }

  /** The findings that must be accepted before a program is written, and are not. */
  public List<Finding> unaccepted() {
    return findings.stream()
        .filter(finding -> finding.mustBeAccepted() && accepted(finding).isEmpty())
        .toList();
  }

  /**
   * Refuses plans with errors, or with custom G-code that was not accepted.
   *
   * @param despite ids of the findings that are known, and do not stop it
   * @throws Problem for the first other one
   */
  public void checkPrintable(Set<String> despite) {
    for (Finding code : unaccepted()) {
      if (!despite.contains(code.id())) {
        throw new Problem(
            Problem.Kind.PLAN,
            "the program",
            "%s. %s".formatted(code.title(), code.reason()),
            "Accept the finding first.");
      }
    }
    for (Finding error : errors()) {
      if (!despite.contains(error.id())) {
        throw new Problem(
            Problem.Kind.PLAN,
            "the program",
            "%s. %s".formatted(error.title(), error.reason()),
            error.remedies().isEmpty()
                ? "Mend it first."
                : "%s first.".formatted(error.remedies().getFirst().label()));
      }
    }
  }

  /** About how much memory it takes that is not shared with what the planner remembers, kB. */
  public long kilobytes() {
    long strokes = schedule.layers().stream().mapToLong(layer -> layer.strokes().size()).sum();
    return 50 + strokes / 4;
  }

  /** The planner's note on a finding that is accepted; an error never is. */
  public Optional<String> accepted(Finding finding) {
    return finding.severity() == Finding.Severity.ERROR
        ? Optional.empty()
        : plan().noteFor(finding.id());
  }
}

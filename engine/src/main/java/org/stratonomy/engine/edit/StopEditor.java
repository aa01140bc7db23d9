package org.stratonomy.engine.edit;

import java.util.ArrayList;
import java.util.List;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.shelf.FreeId;

/** Adds, changes and removes stops. */
public final class StopEditor {
  private final Plan plan;

  public StopEditor(Plan plan) {
    this.plan = plan;
  }

  /**
   * @param stop with an empty id to get one
   * @throws Problem if a stop has its id already
   */
  public Plan add(Stop stop) {
    if (has(stop.id())) {
      throw bad(
          "There is a stop '%s' already.".formatted(stop.id()),
          "Leave out its id to get a new one.");
    }
    String id = stop.id().isEmpty() ? FreeId.of("stop", this::has) : stop.id();
    List<Stop> stops = new ArrayList<>(plan.stops());
    stops.add(stop.withId(id));
    return plan.withStops(stops);
  }

  /**
   * @param changed in the place of the one with its id
   * @throws Problem if there is none
   */
  public Plan change(Stop changed) {
    existing(changed.id());
    return plan.withStops(
        plan.stops().stream().map(s -> s.id().equals(changed.id()) ? changed : s).toList());
  }

  /**
   * @throws Problem if there is no such stop
   */
  public Plan remove(String id) {
    existing(id);
    return plan.withStops(plan.stops().stream().filter(s -> !s.id().equals(id)).toList());
  }

  private boolean has(String id) {
    return plan.stop(id).isPresent();
  }

  private void existing(String id) {
    if (!has(id)) {
      throw bad("There is no stop '%s'.".formatted(id), "Choose a stop of the plan.");
    }
  }

  private static Problem bad(String reason, String remedy) {
    return new Problem(Problem.Kind.PLAN, "the stop", reason, remedy);
  }
}

package org.stratonomy.engine.plan;

import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.shelf.Shelf;

/**
 * A plan together with the machine and the filaments that it uses: all that a print depends on
 * besides the meshes that the plan names. Whatever happens to a shelf later does not change it.
 *
 * @param used the plan's machine, and the filaments of its slots, each once in the order of slots
 */
public record Job(Plan plan, Shelf used) {

  /**
   * @param used at least what the plan uses
   * @throws Problem if some of that is missing
   */
  public Job {
    used = used.only(plan.machine(), plan.slots());
  }

  /**
   * The plan after an edit. Machine and filaments stay as they are here; others come from a shelf.
   *
   * @throws Problem if the plan names one that is nowhere
   */
  public Job edited(Plan edited, Shelf shelf) {
    return new Job(edited, shelf.with(used));
  }

  /**
   * The same plan with the machine and filaments as a shelf has them now; what it has no more stays
   * as it is.
   */
  public Job following(Shelf shelf) {
    return new Job(plan, used.with(shelf));
  }

  public Machine machine() {
    return used.machines().getFirst();
  }
}

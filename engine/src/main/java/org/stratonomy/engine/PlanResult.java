package org.stratonomy.engine;

import java.util.List;
import org.stratonomy.engine.check.Finding;
import org.stratonomy.engine.divide.Cells;
import org.stratonomy.engine.ledger.Ledger;
import org.stratonomy.engine.merge.Schedule;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.strata.HeightProfile;
import org.stratonomy.engine.strata.LayerStack;
import org.stratonomy.engine.strata.PlacedPiece;

/**
 * All that was computed of a plan.
 *
 * @param placed one for each piece, in the plan's order
 * @param profiles one for each piece, in the plan's order
 * @param cells one for each piece, in the plan's order
 */
public record PlanResult(
    Plan plan,
    Resolver resolver,
    List<PlacedPiece> placed,
    LayerStack stack,
    List<HeightProfile> profiles,
    List<Cells> cells,
    Schedule schedule,
    Ledger ledger,
    List<Finding> findings) {}

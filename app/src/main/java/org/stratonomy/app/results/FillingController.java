package org.stratonomy.app.results;

import io.swagger.v3.oas.annotations.media.Schema;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.IntStream;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.stratonomy.app.plans.PlanService;
import org.stratonomy.app.tasks.Lane;
import org.stratonomy.app.tasks.TaskService;
import org.stratonomy.engine.Filling;
import org.stratonomy.engine.PlanResult;

/** What the hollows of the pieces hold, and where to stop to fill them. */
@RestController
class FillingController {
  private final Computations computations;
  private final PlanService plans;
  private final TaskService tasks;

  FillingController(Computations computations, PlanService plans, TaskService tasks) {
    this.computations = computations;
    this.plans = plans;
    this.tasks = tasks;
  }

  /**
   * The largest hollow of a piece.
   *
   * @param proposedMm height of the stop that is proposed; nothing if it is nowhere wide enough
   * @param reason for the proposal
   */
  record FillingView(
      String piece,
      List<LevelView> levels,
      @Schema(nullable = true) Double proposedMm,
      String reason) {}

  /**
   * What a stop before a layer would meet.
   *
   * @param layer its number in the piece, from 1
   * @param heightMm bottom of the layer
   * @param openingMm diameter of the largest circle that fits into the opening
   * @param bridgeMm longest bridge that closes it; nothing if lines would hang free
   * @param volumeMm3 below
   */
  record LevelView(
      int layer,
      double heightMm,
      double openingMm,
      @Schema(nullable = true) Double bridgeMm,
      double volumeMm3) {
    static LevelView of(Filling.Level level) {
      Double bridge = Double.isFinite(level.bridgeMm()) ? level.bridgeMm() : null;
      return new LevelView(
          level.layer(), level.heightMm(), level.openingMm(), bridge, level.volumeMm3());
    }
  }

  /**
   * The hollow of each piece that has one.
   *
   * @param opening that is needed to reach in or to pour, mm
   */
  @GetMapping("/api/revisions/{revision}/fillings")
  List<FillingView> fillings(
      @PathVariable UUID revision, @RequestParam(defaultValue = "20") double opening) {
    PlanResult result = computations.result(revision);
    return tasks.run(Lane.LOOK, plans.planOf(revision), progress -> views(result, opening));
  }

  private static List<FillingView> views(PlanResult result, double opening) {
    return IntStream.range(0, result.plan().pieces().size())
        .mapToObj(
            piece ->
                Filling.of(result, piece, opening)
                    .map(filling -> view(result.plan().pieces().get(piece).id(), filling)))
        .flatMap(Optional::stream)
        .toList();
  }

  private static FillingView view(String piece, Filling filling) {
    return new FillingView(
        piece,
        filling.levels().stream().map(LevelView::of).toList(),
        filling.proposal().map(proposal -> proposal.level().heightMm()).orElse(null),
        filling.proposal().map(Filling.Proposal::reason).orElse(""));
  }
}

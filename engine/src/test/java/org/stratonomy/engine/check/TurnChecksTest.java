package org.stratonomy.engine.check;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;

/** Pieces that would need fewer changes of filament lying on another side. */
class TurnChecksTest {
  private static final Mesh BAR = Shapes.bar(20, 20, 6);

  /** Two bars of different filaments, the second one aside of the first. */
  private static Plan bars(Vector aside, double x, double... boundaries) {
    List<Body> bodies =
        List.of(new Body("a", "A", "mesh"), new Body("b", "B", "mesh").withShift(aside));
    Scope second =
        new Scope(List.of("bars"), List.of("b"), List.of(), List.of(), List.of(), Optional.empty());
    Piece piece =
        new Piece(
            "bars",
            "Bars",
            bodies,
            Placement.at(x, 100),
            java.util.Arrays.stream(boundaries).boxed().toList());
    return new Plan(
        "Bars",
        "workshop-one",
        List.of("chalk", "slate"),
        List.of(piece),
        List.of(new Rule(second, Map.of(Setting.FILAMENT, Value.of(2)))),
        List.of());
  }

  private static Optional<Finding> turn(PlanResult result) {
    return result.findings().stream().filter(f -> f.id().startsWith("turn:")).findFirst();
  }

  @Test
  void barsSideBySideAreStoodOnTopOfEachOther() {
    for (Vector aside : List.of(new Vector(20, 0, 0), new Vector(0, 20, 0))) {
      PlanResult lying = Shapes.compute(bars(aside, 120), BAR);
      Finding found = turn(lying).orElseThrow();
      assertThat(found.title()).isEqualTo("About 30 changes could be saved");
      assertThat(found.reason()).contains("share 6.0 mm", "they share 0.0 mm");
      PlanResult standing = Shapes.compute(found.remedies().getFirst().plan(), BAR);
      assertThat(lying.schedule().changeCount() - standing.schedule().changeCount())
          .isBetween(28L, 30L);
      assertThat(standing.placed().getFirst().bounds().sizeZ()).isBetween(39.99, 40.01);
      assertThat(turn(standing)).isEmpty();
    }
  }

  @Test
  void whatWouldSaveLittleOrHasNoRoomStaysAsItIs() {
    assertThat(turn(Shapes.compute(bars(new Vector(0, 0, 6), 120), BAR))).isEmpty();
    assertThat(turn(Shapes.compute(bars(new Vector(20, 0, 0), 120, 3), BAR))).isEmpty();
    assertThat(turn(Shapes.compute(bars(new Vector(210, 0, 0), 125), BAR))).isEmpty();
    Plan alike = bars(new Vector(20, 0, 0), 120).withRules(List.of());
    assertThat(turn(Shapes.compute(alike, BAR))).isEmpty();
  }

  @Test
  void linesAreInTheLayersOfTheirFilamentAloneAfterwards() {
    PlanResult lying = Shapes.compute(bars(new Vector(20, 0, 0), 120), BAR);
    PlanResult standing =
        Shapes.compute(turn(lying).orElseThrow().remedies().getFirst().plan(), BAR);
    assertThat(standing.schedule().layers())
        .allMatch(
            layer ->
                layer.strokes().stream()
                        .filter(stroke -> stroke.role() != Role.SKIRT)
                        .map(stroke -> stroke.slot())
                        .distinct()
                        .count()
                    == 1);
  }
}

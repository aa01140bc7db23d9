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
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;

/** Changes that a small step saves, and those that are made for next to nothing. */
class ChangeChecksTest {
  private static final Mesh BAR = Shapes.bar(20, 20, 6);

  /** Two bars whose upper parts have the second filament. */
  private static Plan pair(double first, double second) {
    return new Plan(
        "Pair",
        "workshop-one",
        List.of("chalk", "slate"),
        List.of(bar("one", 80, first), bar("two", 160, second)),
        List.of(
            new Rule(
                new Scope(List.of("one"), List.of("s2")), Map.of(Setting.FILAMENT, Value.of(2))),
            new Rule(
                new Scope(List.of("two"), List.of("s2")), Map.of(Setting.FILAMENT, Value.of(2)))),
        List.of());
  }

  private static Piece bar(String id, double x, double boundary) {
    return new Piece(
        id, id, List.of(new Body("b", "b", "mesh")), Placement.at(x, 100), List.of(boundary));
  }

  private static Optional<Finding> finding(Plan plan, String kind) {
    return Shapes.compute(plan, BAR).findings().stream()
        .filter(f -> f.id().startsWith(kind))
        .findFirst();
  }

  @Test
  void piecesThatChangeAtNearlyTheSameHeightCouldDoSoTogether() {
    PlanResult apart = Shapes.compute(pair(3, 3.4), BAR);
    Finding step = finding(pair(3, 3.4), "change-step").orElseThrow();
    assertThat(step.title()).isEqualTo("2 changes could be saved");
    assertThat(step.reason()).contains("Chalk to Slate at 3.00 mm, two at 3.40 mm");
    Plan mended = step.remedies().getFirst().plan();
    assertThat(finding(mended, "change-step")).isEmpty();
    assertThat(apart.schedule().changeCount()).isEqualTo(3);
    assertThat(Shapes.compute(mended, BAR).schedule().changeCount()).isEqualTo(1);
  }

  @Test
  void theLowerOfThemIsMovedUpAsWell() {
    Finding step = finding(pair(3.4, 3), "change-step").orElseThrow();
    Plan mended = step.remedies().getFirst().plan();
    assertThat(mended.pieces().get(1).boundaries()).containsExactly(3.4);
  }

  @Test
  void piecesThatChangeTogetherOrFarApartAreLeftAlone() {
    assertThat(finding(pair(3, 3), "change-step")).isEmpty();
    assertThat(finding(pair(2, 4), "change-step")).isEmpty();
  }

  private static Plan with(Region.Shape shape) {
    return Shapes.divided(
        List.of(new Region("part", "Part", shape)),
        Shapes.region("part", Map.of(Setting.FILAMENT, Value.of(2))));
  }

  @Test
  void aFilamentThatIsLoadedForAFewLinesIsSaid() {
    Finding little =
        finding(with(new Region.Sphere(new Vector(0, 0, 3), 0.7)), "change-little").orElseThrow();
    assertThat(little.title()).isEqualTo("Slate is loaded for next to nothing");
    assertThat(little.reason()).contains("mm³ of it is printed until the next change");
    assertThat(finding(with(new Region.Cylinder(new Vector(0, 0, 3), 5, 4)), "change-little"))
        .isEmpty();
    assertThat(finding(pair(3, 3), "change-little")).isEmpty();
  }
}

package org.stratonomy.engine.edit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.PlanChecker;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plan.Strata;
import org.stratonomy.engine.plan.Stratum;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.settings.Recipe;
import org.stratonomy.engine.settings.Recipes;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.ScopeSpot;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.strata.PieceStack.MovedPlane;
import org.stratonomy.engine.stroke.Stroke;

/** Strata of the plan, names, bands, copies, and courses over the layers. */
class StrataEditsTest {
  private static final Map<Setting, Value> SECOND = Map.of(Setting.FILAMENT, Value.of(2));

  private static Rule ofPlanStratum(int number) {
    return new Rule(Scope.EVERYWHERE.withPlanStrata(List.of(Strata.id(number))), SECOND);
  }

  private static PlanResult compute(Plan plan) {
    return Shapes.compute(plan, Shapes.bar(12, 12, 4));
  }

  private static Plan pair(Rule... rules) {
    Plan plan = Shapes.plan(List.of(), rules);
    Piece left = plan.pieces().getFirst().withPlacement(Placement.at(80, 100));
    Piece right = new Piece("right", "Right", left.bodies(), Placement.at(120, 100), List.of());
    return plan.withPieces(List.of(left, right));
  }

  @Test
  void aBoundaryOfThePlanLiesOnALayerPlaneOfEveryPiece() {
    Plan plan = new PlanDivider(pair(ofPlanStratum(1))).divide(1.9);
    assertThat(plan.rules().getFirst().where().planStrata()).containsExactly("s1", "s2");
    Plan lower = plan.withRules(List.of(ofPlanStratum(1)));
    for (LayerSchedule layer : compute(lower).schedule().layers()) {
      int expected = layer.layer().top() < 1.95 ? 2 : 1;
      assertThat(layer.strokes()).extracting(Stroke::slot).containsOnly(expected);
    }
    assertThat(compute(lower).stack().layers()).anyMatch(layer -> layer.top() == 1.9);
  }

  @Test
  void aBoundaryOfThePlanTooNearToOneOfAPieceMovesOntoItAndSaysSo() {
    Plan plan = Shapes.plan(List.of(2.0)).withStrata(Strata.of(List.of(2.05)));
    PlanResult result = compute(plan);
    assertThat(result.stack().pieces().getFirst().moved())
        .containsExactly(new MovedPlane(MovedPlane.What.PLAN_BOUNDARY, 2.05, 2.0));
    assertThat(result.findings()).anyMatch(f -> f.id().startsWith("boundary-moved"));
  }

  @Test
  void strataOfThePlanKeepTheirRulesWhenTheyAreDividedAndJoined() {
    Plan plan = pair(ofPlanStratum(2)).withStrata(Strata.of(List.of(2.0)));
    Plan divided = new PlanDivider(plan).divide(1);
    assertThat(divided.rules().getFirst().where().planStrata()).containsExactly("s2");
    assertThat(divided.strata().all()).extracting(Stratum::id).containsExactly("s1", "s3", "s2");
    assertThat(new PlanDivider(divided).move(1, 1.5).boundaries()).containsExactly(1.5, 2.0);
    Plan joined = new PlanDivider(divided).join(2);
    assertThat(joined.boundaries()).containsExactly(1.0);
    assertThat(joined.rules()).isEmpty();
    assertThatThrownBy(() -> new PlanDivider(plan).divide(-1)).isInstanceOf(Problem.class);
    assertThatThrownBy(() -> new PlanDivider(plan).divide(2)).isInstanceOf(Problem.class);
  }

  @Test
  void namesOfStrataGoWithThem() {
    Plan plan = Shapes.plan(List.of(1.0, 3.0));
    plan = plan.withPiece(Shapes.named(plan.pieces().getFirst(), "foot", "", "cap"));
    Plan divided = new Divider(plan, "piece").divide(0.5);
    assertThat(divided.pieces().getFirst().strata().all())
        .extracting(Stratum::name)
        .containsExactly("foot", "foot", "", "cap");
    Plan joined = new Divider(divided, "piece").join(3);
    assertThat(joined.pieces().getFirst().strata().all())
        .extracting(Stratum::name)
        .containsExactly("foot", "foot", "");
  }

  @Test
  void aCourseByElevationGivesEachPartItsFilament() {
    Plan plan = new Divider(Shapes.plan(List.of()), "piece").bands(1, 4, 3, List.of(2, 1), 0, 4);
    assertThat(plan.pieces().getFirst().boundaries()).containsExactly(1.0, 2.0, 3.0);
    Resolver resolver = new Resolver(new Job(plan, ShelfReader.standard()));
    assertThat(IntStream.rangeClosed(1, 4).map(s -> resolver.stratum("piece", s).slot()))
        .containsExactly(1, 2, 1, 2);
    assertThatThrownBy(() -> new Divider(plan, "piece").bands(1, 4, 3, List.of(), 0, 4))
        .isInstanceOf(Problem.class);
  }

  @Test
  void strataAreCopiedWithTheirNamesAndRulesAsFarAsTheyFit() {
    Plan plan = pair(new Rule(new Scope(List.of("piece"), List.of("s2")), SECOND));
    plan =
        plan.withPiece(
            Shapes.named(
                plan.pieces().getFirst().withStrata(Strata.of(List.of(1.0, 3.0, 9.0))),
                "",
                "band",
                "",
                ""));
    Plan copied = new Divider(plan, "right").copyStrata("piece", 0.5, 4, 0);
    Piece right = copied.piece("right").orElseThrow();
    assertThat(right.boundaries()).containsExactly(1.5, 3.5);
    assertThat(right.strata().get(2).name()).isEqualTo("band");
    assertThat(new Resolver(new Job(copied, ShelfReader.standard())).stratum("right", 2).slot())
        .isEqualTo(2);
    assertThatThrownBy(() -> new Divider(copied, "piece").copyStrata("right", 0, 1, 0))
        .hasMessageContaining("no boundary");
  }

  private static Value.Course course(Scope.Layers.From from, boolean ramp, double... pairs) {
    List<Value.Course.Step> steps =
        IntStream.range(0, pairs.length / 2)
            .mapToObj(i -> new Value.Course.Step((int) pairs[2 * i], pairs[2 * i + 1]))
            .toList();
    return new Value.Course(from, ramp, steps);
  }

  @Test
  void aCourseGoesByStepsOrEvenly() {
    Value.Course steps = course(Scope.Layers.From.PIECE, false, 1, 0, 3, 50, 5, 100);
    assertThat(IntStream.rangeClosed(1, 6).mapToDouble(steps::at))
        .containsExactly(0d, 0d, 50d, 50d, 100d, 100d);
    Value.Course ramp = course(Scope.Layers.From.PIECE, true, 1, 220, 5, 200);
    assertThat(IntStream.rangeClosed(1, 6).mapToDouble(ramp::at))
        .containsExactly(220d, 215d, 210d, 205d, 200d, 200d);
  }

  @Test
  void aCourseIsCountedFromThePieceOrFromTheStratum() {
    Value.Course course = course(Scope.Layers.From.STRATUM, false, 1, 0, 2, 40, 3, 80);
    Plan plan =
        Shapes.plan(
            List.of(2.0),
            Shapes.everywhere(Map.of(Setting.FAN, course, Setting.FAN_OFF_LAYERS, Value.of(0))));
    List<LayerSchedule> layers = compute(plan).schedule().layers();
    int start = 0;
    while (layers.get(start).layer().bottom() < 2) {
      start++;
    }
    for (int at : new int[] {0, start}) {
      for (int i = 0; i < 4; i++) {
        double fan = Math.min(80, 40 * i);
        assertThat(layers.get(at + i).strokes())
            .filteredOn(stroke -> stroke.role() == Role.OUTER_WALL)
            .isNotEmpty()
            .allSatisfy(stroke -> assertThat(stroke.fanPercent()).isEqualTo(fan));
      }
    }
    Resolver.Reason reason =
        new Resolver(new Job(plan, ShelfReader.standard()))
            .reason(
                new ScopeSpot("piece", "body", "s2", Set.of(), 12, 2, "s1"),
                Role.INFILL,
                Setting.FAN);
    assertThat(reason.value()).isEqualTo(Value.of(40));
    assertThat(reason.rule()).isZero();
  }

  @Test
  void coursesThatCannotBeAreRefused() {
    for (Map<Setting, Value> set :
        List.<Map<Setting, Value>>of(
            Map.of(Setting.FAN, course(Scope.Layers.From.PIECE, false, 2, 0)),
            Map.of(Setting.FAN, course(Scope.Layers.From.PIECE, false, 1, 0, 1, 5)),
            Map.of(Setting.FAN, course(Scope.Layers.From.PIECE, false, 1, 101)),
            Map.of(Setting.WALLS, course(Scope.Layers.From.PIECE, true, 1, 2, 9, 4)),
            Map.of(Setting.FILAMENT, course(Scope.Layers.From.PIECE, false, 1, 1)))) {
      Plan plan = Shapes.plan(List.of(), Shapes.everywhere(set));
      assertThatThrownBy(() -> PlanChecker.check(new Job(plan, ShelfReader.standard())))
          .isInstanceOf(Problem.class);
    }
  }

  private static final Recipes RECIPES =
      new Recipes(
          List.of(
              new Recipe(
                  "plain",
                  "Plain",
                  Optional.empty(),
                  Map.of(Setting.WALLS, Value.of(2), Setting.FAN, Value.of(100))),
              new Recipe(
                  "thick", "Thick", Optional.of("plain"), Map.of(Setting.WALLS, Value.of(5))),
              new Recipe("ring", "Ring", Optional.of("ring"), Map.of())));

  @Test
  void aRecipeHoldsOnlyItsDifferences() {
    assertThat(RECIPES.values("thick"))
        .isEqualTo(Map.of(Setting.WALLS, Value.of(5), Setting.FAN, Value.of(100)));
    assertThat(
            RECIPES.differences(
                Map.of(Setting.WALLS, Value.of(5), Setting.FAN, Value.of(50)),
                Optional.of("thick")))
        .isEqualTo(Map.of(Setting.FAN, Value.of(50)));
    assertThatThrownBy(() -> RECIPES.values("ring")).hasMessageContaining("based on itself");
    assertThatThrownBy(() -> RECIPES.values("lost")).hasMessageContaining("no recipe");
  }

  @Test
  void aRuleTakesFromARecipeWhatCanBeSetForItsPlace() {
    Scope outer =
        new Scope(
            List.of(), List.of(), List.of(), List.of(), List.of(Role.OUTER_WALL), Optional.empty());
    Rule rule = new Rule(outer, SECOND).with("plain", RECIPES.values("plain"));
    assertThat(rule.set())
        .isEqualTo(Map.of(Setting.FILAMENT, Value.of(2), Setting.FAN, Value.of(100)));
    assertThat(rule.recipe()).isEqualTo("plain");
  }
}

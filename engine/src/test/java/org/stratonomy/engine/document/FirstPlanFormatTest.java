package org.stratonomy.engine.document;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.edit.FillingRules;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Strata;
import org.stratonomy.engine.plan.Stratum;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

class FirstPlanFormatTest {
  private static final String FIRST =
      """
      { "format": "stratonomy-plan", "version": 1, "name": "Old", "machine": "workshop-one",
        "slots": ["chalk", "slate"],
        "pieces": [ { "id": "block", "bodies": [ { "id": "body", "mesh": "block.stl" } ],
                      "boundaries": [9.0, 4.2], "strataNames": ["", "Band"] } ],
        "rules": [
          { "where": { "pieces": ["block"], "layers": { "from": "piece", "last": 9 } },
            "set": { "infillDensity": 0, "topLayers": 0 } },
          { "where": { "pieces": ["block"], "layers": { "from": "piece", "last": 9 } },
            "set": { "infillDensity": 0, "topLayers": 0 } },
          { "where": { "strata": [2, 7], "planStrata": [2] }, "set": { "filament": 2 } } ],
        "boundaries": [5],
        "accepted": [ { "finding": "rule-empty:2", "note": "later" },
                      { "finding": "rule-scope:2:walls" },
                      { "finding": "support-conflict:0:2" },
                      { "finding": "walls-fitted:block:2" },
                      { "finding": "skin-cut:block:2" },
                      { "finding": "change-step:block:other:0" },
                      { "finding": "bleed:3" } ] }
      """;

  @Test
  void positionsBecomeIds() {
    Plan plan = PlanFormat.parse("old.json", FIRST);
    assertThat(plan.pieces().getFirst().strata().all())
        .containsExactly(
            new Stratum("s1", "", 4.2),
            new Stratum("s2", "Band", 9.0),
            new Stratum("s3", "", Stratum.OPEN));
    assertThat(plan.boundaries()).containsExactly(5.0);
    Rule last = plan.rules().getLast();
    assertThat(last.where().strata()).containsExactly("s2", "s7");
    assertThat(last.where().planStrata()).containsExactly("s2");
    String first = plan.rules().getFirst().id();
    assertThat(plan.accepted())
        .extracting(Plan.Accepted::finding)
        .containsExactly(
            "rule-empty:" + last.id(),
            "rule-scope:" + last.id() + ":walls",
            "support-conflict:" + first + ":" + last.id(),
            "walls-fitted:block:s2",
            "skin-cut:block:s3",
            "change-step:block:other:s2",
            "bleed:3");
    assertThat(PlanFormat.read("new", PlanFormat.write(plan))).isEqualTo(plan);
  }

  @Test
  void ofRulesForAFillingOnlyTheOneInForceIsReplaced() {
    Plan plan = PlanFormat.parse("old.json", FIRST);
    Plan moved = FillingRules.set(plan, "block", 5, true, 0);
    assertThat(moved.rules())
        .extracting(rule -> rule.where().layers().map(Scope.Layers::last).orElse(0))
        .containsExactlyInAnyOrder(4, 9, 0);
  }

  @Test
  void whatIsWrongIsNamed() {
    assertThatThrownBy(
            () -> PlanFormat.parse("old.json", FIRST.replace("[9.0, 4.2]", "[9.0, \"x\"]")))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("'boundaries' is no list of numbers");
    assertThatThrownBy(() -> PlanFormat.parse("old.json", FIRST.replace("[2, 7]", "[2.5]")))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("rules 3, where, strata 1: ");
    assertThatThrownBy(() -> PlanFormat.parse("old.json", FIRST.replace("\"walls", "\"wals\":1")))
        .isInstanceOf(Problem.class);
  }

  @Provide
  Arbitrary<Plan> plans() {
    Arbitrary<List<Double>> heights =
        Arbitraries.integers()
            .between(1, 40)
            .map(i -> i / 4.0)
            .set()
            .ofMaxSize(4)
            .map(List::copyOf);
    Arbitrary<List<String>> strata =
        Arbitraries.integers().between(1, 6).map(Strata::id).list().uniqueElements().ofMaxSize(3);
    Arbitrary<Boolean> named = Arbitraries.of(true, false);
    Arbitrary<Rule> rule =
        Combinators.combine(strata, strata, named, named, Arbitraries.integers().between(0, 4))
            .as(
                (ofPiece, ofPlan, piece, on, walls) ->
                    new Rule(
                        "",
                        new Scope(
                            piece ? List.of("piece") : List.of(),
                            List.of(),
                            ofPiece,
                            List.of(),
                            List.of(),
                            Optional.empty(),
                            ofPlan),
                        Map.of(Setting.WALLS, Value.of(walls)),
                        on,
                        ""));
    return Combinators.combine(heights, heights, rule.list().ofMaxSize(5))
        .as(
            (ofPiece, ofPlan, rules) ->
                Shapes.plan(ofPiece, rules.toArray(Rule[]::new)).withStrata(Strata.of(ofPlan)));
  }

  @Property(tries = 200)
  void aDocumentOfVersionOneIsTheSamePlan(@ForAll("plans") Plan plan) {
    assertThat(PlanFormat.read("old", first(plan))).isEqualTo(plan);
  }

  /** The plan as version 1 wrote it. */
  private static ObjectNode first(Plan plan) {
    ObjectNode node = PlanFormat.write(plan);
    node.put("version", 1);
    boundaries(node, plan.strata());
    for (int p = 0; p < plan.pieces().size(); p++) {
      Piece piece = plan.pieces().get(p);
      boundaries((ObjectNode) node.get("pieces").get(p), piece.strata());
    }
    for (JsonNode rule : node.get("rules")) {
      ((ObjectNode) rule).remove("id");
      for (String list : List.of("strata", "planStrata")) {
        List<Integer> numbers = new ArrayList<>();
        rule.get("where")
            .path(list)
            .forEach(id -> numbers.add(Integer.valueOf(id.asString().substring(1))));
        if (!numbers.isEmpty()) {
          ArrayNode array = ((ObjectNode) rule.get("where")).putArray(list);
          numbers.forEach(array::add);
        }
      }
    }
    return (ObjectNode) JsonMapper.shared().readTree(node.toString());
  }

  private static void boundaries(ObjectNode node, Strata strata) {
    node.remove("strata");
    strata.boundaries().forEach(node.putArray("boundaries")::add);
  }
}

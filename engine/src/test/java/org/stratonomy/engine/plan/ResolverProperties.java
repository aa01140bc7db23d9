package org.stratonomy.engine.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.edit.RuleEditor;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Settings;
import org.stratonomy.engine.settings.Value;

class ResolverProperties {
  @Provide
  Arbitrary<List<Rule>> rules() {
    Arbitrary<Scope> where =
        Arbitraries.integers()
            .between(1, 3)
            .list()
            .uniqueElements()
            .ofMaxSize(2)
            .map(strata -> new Scope(List.of(), strata.stream().map(Strata::id).toList()));
    Arbitrary<Map<Setting, Value>> set =
        Arbitraries.maps(
                Arbitraries.of(Setting.WALLS, Setting.FAN, Setting.FILAMENT),
                Arbitraries.integers().between(1, 2).map(Value::of))
            .ofMinSize(1);
    return Combinators.combine(where, set).as(Rule::new).list().ofMaxSize(6);
  }

  @Property
  void theTopmostMatchDecidesAndIsNamed(
      @ForAll("rules") List<Rule> rules, @ForAll @IntRange(min = 1, max = 3) int stratum) {
    Plan plan = Shapes.plan(List.of(1.0, 2.0), rules.toArray(Rule[]::new));
    Settings settings =
        new Resolver(new Job(plan, ShelfReader.standard())).stratum("piece", stratum);
    for (Setting setting : Setting.values()) {
      int expected = Settings.BY_DEFAULT;
      for (int i = rules.size() - 1; i >= 0; i--) {
        boolean here =
            rules.get(i).where().strata().isEmpty()
                || rules.get(i).where().strata().contains(Strata.id(stratum));
        if (here && rules.get(i).set().containsKey(setting)) {
          expected = i;
        }
      }
      assertThat(settings.rules().get(setting)).isEqualTo(expected);
      if (expected >= 0) {
        assertThat(settings.values().get(setting))
            .isEqualTo(rules.get(expected).set().get(setting));
      }
    }
  }

  @Property
  void aValueThatIsSetHoldsThere(
      @ForAll("rules") List<Rule> rules, @ForAll @IntRange(min = 1, max = 3) int stratum) {
    Plan plan = Shapes.plan(List.of(1.0, 2.0), rules.toArray(Rule[]::new));
    Scope where = new Scope(List.of("piece"), List.of(Strata.id(stratum)));
    Plan changed = RuleEditor.set(plan, where, Setting.WALLS, Value.of(7));
    Resolver resolver = new Resolver(new Job(changed, ShelfReader.standard()));
    assertThat(resolver.stratum("piece", stratum).count(Setting.WALLS)).isEqualTo(7);
    for (int other = 1; other <= 3; other++) {
      if (other != stratum) {
        assertThat(resolver.stratum("piece", other))
            .extracting(s -> s.values())
            .isEqualTo(
                new Resolver(new Job(plan, ShelfReader.standard()))
                    .stratum("piece", other)
                    .values());
      }
    }
    Plan cleared = RuleEditor.clear(changed, where, Setting.WALLS);
    assertThat(
            new Resolver(new Job(cleared, ShelfReader.standard()))
                .stratum("piece", stratum)
                .values())
        .isEqualTo(
            new Resolver(new Job(plan, ShelfReader.standard())).stratum("piece", stratum).values());
  }

  @Test
  void defaultsFollowTheFilamentOfTheSpot() {
    Plan plan =
        new Plan(
            "p",
            "workshop-one",
            List.of("chalk", "pitch"),
            Shapes.plan(List.of(2.0)).pieces(),
            List.of(Shapes.stratum(2, Map.of(Setting.FILAMENT, Value.of(2)))),
            List.of());
    Resolver resolver = new Resolver(new Job(plan, ShelfReader.standard()));
    assertThat(resolver.stratum("piece", 1).number(Setting.NOZZLE_TEMPERATURE)).isEqualTo(210);
    assertThat(resolver.stratum("piece", 2).number(Setting.NOZZLE_TEMPERATURE)).isEqualTo(240);
  }

  @Test
  void theBedIsAsWarmAsTheFilamentOnItNeeds() {
    Plan plan =
        new Plan(
            "p",
            "workshop-one",
            List.of("chalk", "pitch"),
            Shapes.plan(List.of(2.0)).pieces(),
            List.of(Shapes.stratum(1, Map.of(Setting.FILAMENT, Value.of(2)))),
            List.of());
    assertThat(
            new Resolver(new Job(plan, ShelfReader.standard()))
                .plan()
                .number(Setting.BED_TEMPERATURE))
        .isEqualTo(80);
  }
}

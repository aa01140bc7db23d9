package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.divide.Cells;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plan.Strata;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.schedule.Printed;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.ScopeSpot;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Filament;
import org.stratonomy.engine.strata.LayerStack.Part;
import org.stratonomy.engine.stroke.Cause;
import org.stratonomy.engine.stroke.Stroke;

/** What is said of a line is what is printed, and where it is not, the cause explains it. */
class PrintedProperties {
  private static final Set<Role> BESIDE =
      EnumSet.of(Role.SUPPORT, Role.INTERFACE, Role.BRIM, Role.SKIRT);

  /** A plate on two legs, a cone that stands on its tip's side, and a thin rod. */
  private static Mesh model() {
    TriangleSoup soup = new TriangleSoup(100);
    Shapes.addBar(soup, 0, 0, 0, 4, 12, 3);
    Shapes.addBar(soup, 14, 0, 0, 18, 12, 3);
    Shapes.addBar(soup, 0, 0, 3, 18, 12, 4);
    // Each step hangs over by a third of a line.
    for (int i = 0; i < 8; i++) {
      Shapes.addBar(soup, 22 - 0.15 * i, 2, 0.4 * i, 26, 8, 0.4 * (i + 1));
    }
    Shapes.addBar(soup, 30, 2, 0, 31.5, 3.5, 4);
    return MeshBuilder.build("model", soup);
  }

  private static Arbitrary<Map<Setting, Value>> values() {
    Map<Setting, int[]> ranges = new EnumMap<>(Setting.class);
    ranges.put(Setting.OUTER_WALL_SPEED, new int[] {20, 60});
    ranges.put(Setting.INNER_WALL_SPEED, new int[] {20, 90});
    ranges.put(Setting.INFILL_SPEED, new int[] {30, 150});
    ranges.put(Setting.FAN, new int[] {0, 100});
    ranges.put(Setting.BRIDGE_FAN, new int[] {0, 100});
    ranges.put(Setting.BRIDGE_SPEED, new int[] {10, 40});
    ranges.put(Setting.OVERHANG_SPEED, new int[] {30, 100});
    ranges.put(Setting.SMALL_WALL_SPEED, new int[] {30, 100});
    ranges.put(Setting.SMALL_WALL_LENGTH, new int[] {0, 20});
    ranges.put(Setting.FIRST_LAYER_SPEED, new int[] {10, 30});
    ranges.put(Setting.FAN_OFF_LAYERS, new int[] {0, 4});
    ranges.put(Setting.NOZZLE_TEMPERATURE, new int[] {195, 230});
    ranges.put(Setting.MIN_LAYER_TIME, new int[] {0, 12});
    ranges.put(Setting.FLOW, new int[] {90, 110});
    ranges.put(Setting.FILAMENT, new int[] {1, 2});
    return Arbitraries.of(ranges.keySet())
        .flatMap(
            setting ->
                Arbitraries.integers()
                    .between(ranges.get(setting)[0], ranges.get(setting)[1])
                    .map(value -> Map.entry(setting, Value.of(value))))
        .list()
        .ofMinSize(1)
        .ofMaxSize(6)
        .map(
            entries -> {
              Map<Setting, Value> set = new EnumMap<>(Setting.class);
              entries.forEach(entry -> set.put(entry.getKey(), entry.getValue()));
              return set;
            });
  }

  @Provide
  Arbitrary<List<Rule>> rules() {
    Arbitrary<List<String>> regions = Arbitraries.of("core").list().ofMaxSize(1);
    Arbitrary<List<String>> strata = Arbitraries.of("s1", "s2").list().ofMaxSize(1);
    Arbitrary<List<Role>> roles =
        Arbitraries.of(Role.OUTER_WALL, Role.INFILL, Role.SUPPORT, Role.BRIDGE).list().ofMaxSize(1);
    return Combinators.combine(regions, strata, roles, values())
        .as(
            (r, s, o, set) ->
                new Rule(new Scope(List.of(), List.of(), s, r, o, Optional.empty()), set))
        .list()
        .ofMinSize(1)
        .ofMaxSize(5);
  }

  private static PlanResult compute(String machine, String takes, List<Rule> rules) {
    List<Rule> all = new ArrayList<>(rules);
    all.add(
        Shapes.everywhere(
            Map.of(
                Setting.SUPPORT, Value.of("everywhere"),
                Setting.TAKES_PURGE, Value.of(takes),
                Setting.PURGE_INTO, Value.of("infill, support, tower"),
                Setting.BRIM_LINES, Value.of(2))));
    Region core =
        new Region("core", "Core", new Region.Core(Region.Depth.of(2), Region.Depth.of(2)));
    Plan divided = Shapes.divided(List.of(core), all.toArray(Rule[]::new)).withMachine(machine);
    Plan plan = divided.withPiece(divided.pieces().getFirst().withStrata(Strata.of(List.of(2.0))));
    return Shapes.compute(plan, model());
  }

  @Property(tries = 30)
  void theExplanationIsWhatIsPrinted(
      @ForAll("rules") List<Rule> rules, @ForAll("machines") String machine) {
    PlanResult result = compute(machine, "all lines", rules);
    for (LayerSchedule layer : result.schedule().layers()) {
      for (Stroke stroke : layer.strokes()) {
        spot(result, layer, stroke)
            .ifPresent(
                spot -> {
                  for (Setting setting : explained(stroke)) {
                    check(result, layer, stroke, spot, setting);
                  }
                });
      }
    }
  }

  @Provide
  Arbitrary<String> machines() {
    return Arbitraries.of("workshop-one", "workshop-four");
  }

  private static Set<Setting> explained(Stroke stroke) {
    Set<Setting> settings =
        EnumSet.of(
            stroke.role().speed(),
            Setting.FAN,
            Setting.NOZZLE_TEMPERATURE,
            Setting.FILAMENT,
            Setting.FLOW);
    if (stroke.role() == Role.BRIDGE) {
      settings.add(Setting.BRIDGE_FAN);
    }
    return settings;
  }

  private static Optional<ScopeSpot> spot(PlanResult result, LayerSchedule layer, Stroke stroke) {
    Optional<Part> part =
        layer.layer().parts().stream().filter(p -> p.piece() == stroke.piece()).findFirst();
    if (part.isEmpty()) {
      return Optional.empty();
    }
    Cells cells = result.cells().get(stroke.piece());
    int middle = stroke.path().size() / 2;
    if (BESIDE.contains(stroke.role())) {
      return Optional.of(cells.spot(part.get().layer(), "", Set.of()));
    }
    // A line at the very edge of its cell may have its middle in the next one.
    boolean isOnly = cells.of(part.get().layer()).size() == 1;
    return cells
        .spot(part.get().layer(), stroke.path().x(middle), stroke.path().y(middle))
        .filter(spot -> isOnly || spot.regions().equals(Set.copyOf(stroke.origin().regions())));
  }

  private static void check(
      PlanResult result, LayerSchedule layer, Stroke stroke, ScopeSpot spot, Setting setting) {
    Resolver resolver = result.resolver();
    double wanted = number(resolver, spot, stroke.role(), setting);
    Printed printed = Printed.of(layer, stroke, setting, wanted).orElseThrow();
    String of = "%s of %s in %s".formatted(setting, stroke, spot);
    double all = number(resolver, spot, stroke.role(), Setting.FIRST_LAYER_SPEED);
    switch (printed.cause()) {
      case NONE -> assertThat(printed.value()).as(of).isCloseTo(wanted, within(1e-6));
      case FIRST_LAYER -> assertThat(printed.value()).as(of).isCloseTo(all, within(1e-6));
      case OVERHANG -> {
        double least = number(resolver, spot, stroke.role(), Setting.OVERHANG_SPEED) / 100;
        assertThat(printed.value()).as(of).isBetween(wanted * least - 1e-6, wanted);
      }
      case SMALL_WALL -> {
        double factor = number(resolver, spot, stroke.role(), Setting.SMALL_WALL_SPEED) / 100;
        assertThat(printed.value()).as(of).isCloseTo(wanted * factor, within(1e-6));
      }
      case FLOW_LIMIT -> {
        Filament filament = resolver.filament(stroke.slot());
        assertThat(printed.value() * stroke.crossSectionMm2())
            .as(of)
            .isCloseTo(filament.maxFlow(), within(1e-6));
      }
      case LAYER_TIME -> assertThat(printed.value()).as(of).isLessThan(wanted);
      case NO_COOLING -> {
        assertThat(printed.value()).as(of).isZero();
        assertThat(spot.layer())
            .isLessThanOrEqualTo((int) number(resolver, spot, Role.INFILL, Setting.FAN_OFF_LAYERS));
      }
      case BRIDGE ->
          assertThat(printed.value())
              .as(of)
              .isEqualTo(number(resolver, spot, stroke.role(), Setting.BRIDGE_FAN));
      case PURGE -> assertThat(stroke.causes().takesPurge()).isTrue();
      case FITTED -> throw new AssertionError(of);
    }
  }

  private static double number(Resolver resolver, ScopeSpot spot, Role role, Setting setting) {
    Value value = resolver.reason(spot, role, setting).value();
    return ((Value.Number) value).value();
  }

  /** Otherwise the property would hold for nothing. */
  @Test
  void everyCauseOccurs() {
    Rule slow =
        Shapes.everywhere(
            Map.of(
                Setting.FAN_OFF_LAYERS, Value.of(2),
                Setting.SMALL_WALL_SPEED, Value.of(50),
                Setting.SMALL_WALL_LENGTH, Value.of(9),
                Setting.OVERHANG_SPEED, Value.of(40),
                Setting.FAN, Value.of(60),
                Setting.INFILL_SPEED, Value.of(300)));
    Rule second = Shapes.region("core", Map.of(Setting.FILAMENT, Value.of(2)));
    Set<Cause> seen = EnumSet.noneOf(Cause.class);
    for (int seconds : new int[] {0, 20}) {
      Rule least = Shapes.everywhere(Map.of(Setting.MIN_LAYER_TIME, Value.of(seconds)));
      PlanResult result = compute("workshop-four", "all lines", List.of(least, second, slow));
      for (LayerSchedule layer : result.schedule().layers()) {
        for (Stroke stroke : layer.strokes()) {
          for (Setting setting : explained(stroke)) {
            Printed.of(layer, stroke, setting, 0).ifPresent(p -> seen.add(p.cause()));
          }
          Printed.of(layer, stroke, Setting.LINE_WIDTH, 0.44).ifPresent(p -> seen.add(p.cause()));
        }
      }
    }
    assertThat(seen).containsExactlyInAnyOrder(Cause.values());
  }
}

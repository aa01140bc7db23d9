package org.stratonomy.engine.support;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.strata.LayerStack.PlanLayer;
import org.stratonomy.engine.stroke.Stroke;

class SupportTest {
  private static PlanResult compute(Mesh mesh, Map<Setting, Value> set) {
    Map<Setting, Value> all = new HashMap<>(set);
    all.putIfAbsent(Setting.SKIRT_LINES, Value.of(0));
    return compute(Shapes.plan(List.of(), Shapes.everywhere(all)), mesh);
  }

  private static PlanResult compute(Plan plan, Mesh mesh) {
    return Shapes.compute(plan, mesh);
  }

  /** A pillar, 10 mm wide, with an arm over to the right: X 100 to 150, the arm at Z 8 to 10. */
  private static Mesh gallows() {
    TriangleSoup soup = new TriangleSoup(24);
    Shapes.addBar(soup, 0, 0, 0, 10, 20, 10);
    Shapes.addBar(soup, 0, 0, 8, 50, 20, 10);
    return MeshBuilder.build("gallows", soup);
  }

  /** The same arm over a foot that is 2 mm high and reaches as far. */
  private static Mesh bracket() {
    TriangleSoup soup = new TriangleSoup(36);
    Shapes.addBar(soup, 0, 0, 0, 10, 20, 10);
    Shapes.addBar(soup, 0, 0, 8, 50, 20, 10);
    Shapes.addBar(soup, 0, 0, 0, 50, 20, 2);
    return MeshBuilder.build("bracket", soup);
  }

  private static List<Stroke> strokes(PlanResult result, Role role, int layer) {
    return result.schedule().layers().get(layer - 1).strokes().stream()
        .filter(stroke -> stroke.role() == role)
        .toList();
  }

  private static double volume(PlanResult result, Role... roles) {
    return result.ledger().roles().stream()
        .filter(entry -> List.of(roles).contains(entry.role()))
        .mapToDouble(entry -> entry.volumeMm3())
        .sum();
  }

  @Test
  void thereIsNoSupportUnlessItIsAskedFor() {
    assertThat(volume(compute(gallows(), Map.of()), Role.SUPPORT, Role.INTERFACE)).isZero();
  }

  @ParameterizedTest
  @ValueSource(strings = {"lines", "tree"})
  void anOverhangIsSupportedFromTheBedUpToTheGap(String kind) {
    PlanResult result =
        compute(
            gallows(),
            Map.of(
                Setting.SUPPORT,
                Value.of("from the bed"),
                Setting.SUPPORT_KIND,
                Value.of(kind),
                Setting.SUPPORT_GAP_LAYERS,
                Value.of(2),
                Setting.INTERFACE_LAYERS,
                Value.of(3)));
    // The arm begins with layer 41; two layers under it are free, three are interface.
    assertThat(strokes(result, Role.SUPPORT, 1)).isNotEmpty();
    assertThat(strokes(result, Role.SUPPORT, 20)).isNotEmpty();
    for (int layer = 36; layer <= 38; layer++) {
      assertThat(strokes(result, Role.INTERFACE, layer)).as("layer %d", layer).isNotEmpty();
    }
    for (int layer : new int[] {35, 39, 40, 41}) {
      assertThat(strokes(result, Role.INTERFACE, layer)).as("layer %d", layer).isEmpty();
    }
    assertThat(strokes(result, Role.SUPPORT, 39)).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(strings = {"lines", "tree"})
  void aRaisedPieceStandsOnSupportFromTheBed(String kind) {
    Plan raised =
        Shapes.plan(
                List.of(),
                Shapes.everywhere(
                    Map.of(
                        Setting.SUPPORT, Value.of("from the bed"),
                        Setting.SUPPORT_KIND, Value.of(kind),
                        Setting.SKIRT_LINES, Value.of(0))))
            .withPiece(Shapes.raised(6));
    PlanResult result = compute(raised, Shapes.bar(20, 20, 2));
    List<PlanLayer> layers = result.stack().layers();
    assertThat(layers).hasSize(40);
    assertThat(layers.getFirst().bottom()).isZero();
    for (int layer = 1; layer <= 29; layer++) {
      assertThat(result.schedule().layers().get(layer - 1).strokes())
          .isNotEmpty()
          .allMatch(s -> s.role() == Role.SUPPORT || s.role() == Role.INTERFACE);
    }
    assertThat(strokes(result, Role.OUTER_WALL, 31)).isNotEmpty();
    assertThat(result.findings()).noneMatch(finding -> finding.id().startsWith("floating"));
    assertThat(result.profiles().getFirst().marks()).isEmpty();
  }

  @Test
  void supportKeepsItsDistanceFromThePiece() {
    PlanResult result =
        compute(
            gallows(),
            Map.of(Setting.SUPPORT, Value.of("everywhere"), Setting.SUPPORT_GAP, Value.of(1.5)));
    for (int layer = 1; layer < 40; layer++) {
      for (Role role : List.of(Role.SUPPORT, Role.INTERFACE)) {
        for (Stroke stroke : strokes(result, role, layer)) {
          for (int i = 0; i < stroke.path().size(); i++) {
            // The pillar ends at X 110.
            assertThat(stroke.path().x(i)).isGreaterThan(110 + 1.5);
          }
        }
      }
    }
  }

  @Test
  void supportFromTheBedDoesNotStandOnThePiece() {
    PlanResult bed = compute(bracket(), Map.of(Setting.SUPPORT, Value.of("from the bed")));
    assertThat(volume(bed, Role.SUPPORT, Role.INTERFACE)).isLessThan(5);
    PlanResult everywhere = compute(bracket(), Map.of(Setting.SUPPORT, Value.of("everywhere")));
    assertThat(volume(everywhere, Role.SUPPORT, Role.INTERFACE)).isGreaterThan(300);
    // It leaves a gap above the foot, which ends with layer 10, too.
    assertThat(strokes(everywhere, Role.SUPPORT, 11)).isEmpty();
    assertThat(strokes(everywhere, Role.SUPPORT, 13)).isNotEmpty();
  }

  @Test
  void shortBridgesAndSmallOverhangsAreSpared() {
    TriangleSoup soup = new TriangleSoup(36);
    Shapes.addBar(soup, 0, 0, 0, 10, 20, 6);
    Shapes.addBar(soup, 17, 0, 0, 27, 20, 6);
    Shapes.addBar(soup, 0, 0, 6, 27, 20, 8);
    Mesh gate = MeshBuilder.build("gate", soup);
    Map<Setting, Value> support = Map.of(Setting.SUPPORT, Value.of("everywhere"));
    assertThat(volume(compute(gate, support), Role.SUPPORT, Role.INTERFACE)).isZero();
    Map<Setting, Value> narrow = new HashMap<>(support);
    narrow.put(Setting.SUPPORT_BRIDGE, Value.of(5));
    assertThat(volume(compute(gate, narrow), Role.SUPPORT, Role.INTERFACE)).isGreaterThan(50);
    narrow.put(Setting.SUPPORT_LEAST_AREA, Value.of(1000));
    assertThat(volume(compute(gate, narrow), Role.SUPPORT, Role.INTERFACE)).isZero();
  }

  @Test
  void slopesAreSupportedFromTheAngleOn() {
    Mesh funnel =
        Shapes.turned(
            new double[] {0, 0}, new double[] {4, 0}, new double[] {14, 10}, new double[] {0, 10});
    Map<Setting, Value> support = new HashMap<>(Map.of(Setting.SUPPORT, Value.of("everywhere")));
    support.put(Setting.SUPPORT_ANGLE, Value.of(55));
    assertThat(volume(compute(funnel, support), Role.SUPPORT, Role.INTERFACE)).isZero();
    support.put(Setting.SUPPORT_ANGLE, Value.of(35));
    assertThat(volume(compute(funnel, support), Role.SUPPORT, Role.INTERFACE)).isGreaterThan(50);
  }

  @Test
  void supportAndInterfaceMayHaveFilamentsOfTheirOwn() {
    PlanResult result =
        compute(
            gallows(),
            Map.of(
                Setting.SUPPORT, Value.of("everywhere"), Setting.INTERFACE_FILAMENT, Value.of(2)));
    assertThat(strokes(result, Role.INTERFACE, 39)).isNotEmpty().allMatch(s -> s.slot() == 2);
    assertThat(strokes(result, Role.SUPPORT, 20)).isNotEmpty().allMatch(s -> s.slot() == 1);
    assertThat(result.schedule().changeCount()).isPositive();
  }

  @Test
  void aBrimLiesAroundThePieceOnTheBedOnly() {
    PlanResult result = compute(Shapes.cylinder(8, 2), Map.of(Setting.BRIM_LINES, Value.of(6)));
    assertThat(strokes(result, Role.BRIM, 1)).hasSize(6);
    assertThat(strokes(result, Role.BRIM, 2)).isEmpty();
    for (Stroke stroke : strokes(result, Role.BRIM, 1)) {
      for (int i = 0; i < stroke.path().size(); i++) {
        double r = Math.hypot(stroke.path().x(i) - 125, stroke.path().y(i) - 105);
        assertThat(r).isBetween(8.2, 8 + 6 * 0.44);
      }
    }
  }

  @Test
  void aBrimMayBeInHolesOnlyOrAroundSmallPartsOnly() {
    Mesh tube =
        Shapes.turned(
            new double[] {8, 0},
            new double[] {12, 0},
            new double[] {12, 1},
            new double[] {8, 1},
            new double[] {8, 0});
    Map<Setting, Value> inside = new HashMap<>();
    inside.put(Setting.BRIM_LINES, Value.of(3));
    inside.put(Setting.BRIM_SIDE, Value.of("inside"));
    assertThat(strokes(compute(tube, inside), Role.BRIM, 1))
        .hasSize(3)
        .allMatch(s -> Math.hypot(s.path().x(0) - 125, s.path().y(0) - 105) < 8);
    inside.put(Setting.BRIM_UP_TO, Value.of(100));
    assertThat(strokes(compute(tube, inside), Role.BRIM, 1)).isEmpty();
  }
}

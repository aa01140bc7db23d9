package org.stratonomy.engine.check;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.assertj.core.api.Assertions.withinPercentage;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.path.LayerFlaws;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;

/** Parts that begin in mid-air, and pieces that stand on little of the bed. */
class StandingChecksTest {
  private static final Plan PLAN = Shapes.plan(List.of());

  /** Two posts with a lintel on them, and under it what hangs down. */
  private static Mesh gate(double hangsTo) {
    TriangleSoup soup = new TriangleSoup(60);
    Shapes.addBar(soup, 0, 0, 0, 6, 12, 10);
    Shapes.addBar(soup, 24, 0, 0, 30, 12, 10);
    Shapes.addBar(soup, 0, 0, 9, 30, 12, 12);
    if (hangsTo < 9) {
      Shapes.addBar(soup, 11, 4, hangsTo, 13, 6, 10);
      Shapes.addBar(soup, 17, 4, hangsTo + 2, 19, 6, 10);
    }
    return MeshBuilder.build("gate", soup);
  }

  private static Optional<Finding> finding(Plan plan, Mesh mesh, String kind) {
    return Shapes.compute(plan, mesh).findings().stream()
        .filter(f -> f.id().startsWith(kind))
        .findFirst();
  }

  @Test
  void whatHangsDownBeginsInMidAirUntilItIsSupported() {
    Finding finding = finding(PLAN, gate(6), "mid-air").orElseThrow();
    assertThat(finding.title()).isEqualTo("Piece begins in mid-air in 2 places");
    assertThat(finding.reason()).contains("From 6.00 to 8.00 mm").contains("4.0 mm²");
    assertThat(finding.heightMm()).contains(6.0);
    assertThat(finding(finding.remedies().getFirst().plan(), gate(6), "mid-air")).isEmpty();
  }

  @Test
  void whatHasNothingBelowIsMeasuredLayerByLayer() {
    Mesh funnel = Shapes.turned(new double[][] {{0, 0}, {6, 0}, {6, 2}, {20, 6}, {20, 7}, {0, 7}});
    List<LayerFlaws> flaws = Shapes.compute(PLAN, funnel).flaws().getFirst();
    // Layer 15 is cut at 2.9 mm, where the funnel's radius is 9.15 mm, the one below at 8.45 mm.
    assertThat(flaws.get(14).hangingMm2())
        .isCloseTo(Math.PI * (9.15 * 9.15 - 8.45 * 8.45), withinPercentage(0.2));
    assertThat(flaws.get(5).hangingMm2()).isZero();
    assertThat(flaws).extracting(LayerFlaws::startingMm2).containsOnly(0.0);
    List<LayerFlaws> ofGate = Shapes.compute(PLAN, gate(6)).flaws().getFirst();
    assertThat(ofGate.get(30).startingMm2()).isCloseTo(4, within(1e-6));
  }

  @Test
  void whatLeansOutTooFarIsToldButNotABridge() {
    Mesh funnel = Shapes.turned(new double[][] {{0, 0}, {6, 0}, {6, 2}, {20, 6}, {20, 7}, {0, 7}});
    Finding finding = finding(PLAN, funnel, "overhang").orElseThrow();
    assertThat(finding.title()).isEqualTo("Piece hangs over by more than 50°");
    assertThat(finding.reason()).contains("the lowest at 2.");
    assertThat(finding(finding.remedies().getFirst().plan(), funnel, "overhang")).isEmpty();
    Mesh steep = Shapes.turned(new double[][] {{0, 0}, {6, 0}, {6, 2}, {9, 6}, {9, 7}, {0, 7}});
    assertThat(finding(PLAN, steep, "overhang")).isEmpty();
    assertThat(finding(PLAN, gate(9), "overhang")).isEmpty();
  }

  @Test
  void howeverSmallItIsSupportCarriesIt() {
    TriangleSoup soup = new TriangleSoup(36);
    Shapes.addBar(soup, 0, 0, 0, 6, 12, 10);
    Shapes.addBar(soup, 0, 0, 9, 12, 12, 12);
    Shapes.addBar(soup, 9, 4, 6, 9.8, 4.8, 10);
    Mesh needle = MeshBuilder.build("needle", soup);
    assertThat(finding(PLAN, needle, "mid-air")).isPresent();
    Plan supported =
        Shapes.plan(
            List.of(), Shapes.everywhere(Map.of(Setting.SUPPORT, Value.of("from the bed"))));
    assertThat(finding(supported, needle, "mid-air")).isEmpty();
  }

  @Test
  void whatLiesOnAnythingDoesNot() {
    assertThat(finding(PLAN, gate(9), "mid-air")).isEmpty();
    assertThat(finding(PLAN, Shapes.table(), "mid-air")).isEmpty();
  }

  @Test
  void aTallThinPieceIsHeldByABrimOrARaft() {
    Mesh tall = Shapes.bar(6, 6, 60);
    Finding finding = finding(PLAN, tall, "little-contact").orElseThrow();
    assertThat(finding.reason()).contains("60 mm high and covers 36 mm²");
    assertThat(finding(finding.remedies().getFirst().plan(), tall, "little-contact")).isEmpty();
    Plan raft = Shapes.plan(List.of(), Shapes.everywhere(Map.of(Setting.RAFT_LAYERS, Value.of(2))));
    assertThat(finding(raft, tall, "little-contact")).isEmpty();
    assertThat(finding(PLAN, Shapes.bar(10, 10, 50), "little-contact")).isEmpty();
  }
}

package org.stratonomy.engine.check;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;

/** Lines that will not come out as they are meant. */
class LineChecksTest {
  private static final Plan PLAN = Shapes.plan(List.of());

  private static Optional<Finding> finding(Plan plan, Mesh mesh, String kind) {
    return Shapes.compute(plan, mesh).findings().stream()
        .filter(f -> f.id().startsWith(kind))
        .findFirst();
  }

  /** Two posts with a lintel on them, so many mm apart. */
  private static Mesh gate(double span) {
    TriangleSoup soup = new TriangleSoup(36);
    Shapes.addBar(soup, 0, 0, 0, 6, 12, 6);
    Shapes.addBar(soup, 6 + span, 0, 0, 12 + span, 12, 6);
    Shapes.addBar(soup, 0, 0, 5, 12 + span, 12, 8);
    return MeshBuilder.build("gate", soup);
  }

  @Test
  void aLongBridgeIsToldUntilItIsSupported() {
    Finding finding = finding(PLAN, gate(40), "long-bridge").orElseThrow();
    assertThat(finding.reason()).contains("At 5.00 mm").containsPattern("air for 4\\d mm");
    assertThat(finding(finding.remedies().getFirst().plan(), gate(40), "long-bridge")).isEmpty();
  }

  @Test
  void aShortBridgeIsNotToldNorOneThatTheMachineManages() {
    assertThat(finding(PLAN, gate(15), "long-bridge")).isEmpty();
    Rule far = Shapes.everywhere(Map.of(Setting.SUPPORT_BRIDGE, Value.of(60)));
    assertThat(finding(Shapes.plan(List.of(), far), gate(40), "long-bridge")).isEmpty();
  }

  @Test
  void wallsThatDoNotFitThinRibsAreToldWithTheWidthThatDoes() {
    Mesh ribs = Shapes.comb(6, 1, 1, 1, 1, 1, 1);
    Finding finding = finding(PLAN, ribs, "walls-fitted").orElseThrow();
    assertThat(finding.reason()).contains("0.50 mm wide");
    Plan fitted = finding.remedies().getFirst().plan();
    assertThat(finding(fitted, ribs, "walls-fitted")).isEmpty();
    assertThat(finding(PLAN, Shapes.bar(20, 20, 6), "walls-fitted")).isEmpty();
  }

  @Test
  void layersThatStayTooShortAreToldWithASpeedThatHelps() {
    Mesh small = Shapes.bar(7, 7, 4);
    Finding finding = finding(PLAN, small, "short-layers").orElseThrow();
    assertThat(finding.reason()).contains("8 s are wanted");
    Plan slower = finding.remedies().getFirst().plan();
    assertThat(finding(slower, small, "short-layers")).isEmpty();
    assertThat(finding(PLAN, Shapes.bar(40, 40, 2), "short-layers")).isEmpty();
  }

  @Test
  void aChangeInTheMiddleOfABridgeIsTold() {
    Plan plan =
        Shapes.divided(
            List.of(
                new Region(
                    "half", "Half", new Region.Box(new Vector(0, 3, 6), new Vector(60, 6, 8)))),
            Shapes.region("half", Map.of(Setting.FILAMENT, Value.of(2))));
    Finding finding = finding(plan, gate(15), "stop-in-bridge").orElseThrow();
    assertThat(finding.heightMm()).contains(5.0);
    assertThat(finding(finding.remedies().getFirst().plan(), gate(15), "stop-in-bridge")).isEmpty();
    assertThat(finding(PLAN, gate(15), "stop-in-bridge")).isEmpty();
  }

  @Test
  void speedsThatTheFilamentDoesNotMeltAreTold() {
    Mesh block = Shapes.bar(40, 40, 3);
    Rule fast = Shapes.everywhere(Map.of(Setting.INFILL_SPEED, Value.of(300)));
    Plan plan = Shapes.plan(List.of(), fast);
    Finding finding = finding(plan, block, "flow").orElseThrow();
    assertThat(finding.title()).isEqualTo("Chalk does not melt fast enough for infill");
    assertThat(finding(finding.remedies().getFirst().plan(), block, "flow")).isEmpty();
    assertThat(finding(PLAN, block, "flow")).isEmpty();
  }
}

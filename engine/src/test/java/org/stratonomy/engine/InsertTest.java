package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.check.Finding;
import org.stratonomy.engine.document.PlanFormat;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Region.Depth;
import org.stratonomy.engine.plan.Strata;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;

/** Cavities for what is put in while the machine waits. */
class InsertTest {
  private static final double STRAND = 1.75;
  private static final double ACROSS = 8;
  private static final double CLEARANCE = 0.2;

  /** Middle of the bed and of the bar. */
  private static final double X = 125;

  private static final double Y = 105;

  private static Plan plan(Region.Shape shape, Rule... more) {
    List<Rule> rules = new ArrayList<>(List.of(more));
    rules.add(
        Shapes.everywhere(
            Map.of(Setting.INFILL_DENSITY, Value.of(100), Setting.SKIRT_LINES, Value.of(0))));
    Region magnet = new Region("magnet", "Magnet", shape, Optional.of(CLEARANCE));
    return Shapes.divided(List.of(magnet), rules.toArray(Rule[]::new));
  }

  private static Region.Shape disc(double middle, double height) {
    return new Region.Cylinder(new Vector(0, 0, middle), ACROSS, height);
  }

  private static PlanResult compute(Plan plan) {
    return Shapes.compute(plan, Shapes.bar(20, 16, 8));
  }

  private static List<String> findings(PlanResult result) {
    return result.findings().stream().map(Finding::id).toList();
  }

  @Property(tries = 10)
  void theCavityHoldsTheInsertWithItsClearanceAndAllElseIsPrinted(
      @ForAll @DoubleRange(min = 1.2, max = 2.5) double bottom,
      @ForAll @DoubleRange(min = 1, max = 3.5) double height)
      throws IOException {
    PlanResult result = compute(plan(disc(bottom + height / 2, height)));
    GcodeReader program = GcodeReader.of(result);
    double layer = 0.2;
    double low = Math.floor(bottom / layer + 1e-6) * layer;
    double high = Math.ceil((bottom + height) / layer - 1e-6) * layer;
    double free = ACROSS / 2 + CLEARANCE;
    for (GcodeReader.Extrusion e : program.extrusions) {
      boolean beside = e.z() > low + 1e-3 && e.z() < high + 1e-3;
      double x = (e.x0() + e.x1()) / 2 - X;
      double y = (e.y0() + e.y1()) / 2 - Y;
      if (beside) {
        assertThat(Math.hypot(x, y)).isGreaterThan(free + 0.44 / 2 - 0.03);
      }
    }
    double expected = 20 * 16 * 8 - Math.PI * free * free * (high - low);
    assertThat(program.volume(STRAND)).isCloseTo(expected, within(0.01 * expected));
  }

  @Test
  void aCavityThatIsCoveredWantsAStopWhichTheRemedySets() throws IOException {
    PlanResult result = compute(plan(disc(3, 3)));
    assertThat(findings(result)).containsExactly("insert-covered:piece/magnet");
    Finding finding =
        result.findings().stream()
            .filter(f -> f.id().startsWith("insert"))
            .findFirst()
            .orElseThrow();
    Plan mended = finding.remedies().getFirst().plan();
    assertThat(mended.stops())
        .singleElement()
        .satisfies(s -> assertThat(s.heightMm()).isEqualTo(4.6));
    assertThat(findings(compute(mended))).isEmpty();
    assertThat(GcodeReader.text(compute(mended))).contains("at 4.6 mm: pause; Put in Magnet");
  }

  @Test
  void aChangeByHandAtThePlaneWillDo() {
    Rule second = Shapes.stratum(2, Map.of(Setting.FILAMENT, Value.of(2)));
    Plan plan = plan(disc(3, 3), second);
    Plan divided = plan.withPiece(plan.pieces().getFirst().withStrata(Strata.of(List.of(4.6))));
    assertThat(findings(compute(divided))).isEmpty();
    assertThat(findings(compute(divided.withMachine("workshop-four")))).hasSize(1);
  }

  @Test
  void whatIsOpenAboveNeedsNoStop() {
    assertThat(findings(compute(plan(disc(7, 4))))).isEmpty();
  }

  @Test
  void whatDoesNotGoInOrIsNotThereIsFound() {
    Region.Shape ball = new Region.Sphere(new Vector(0, 0, 4), 5);
    assertThat(findings(compute(plan(ball)))).contains("insert-caught:piece/magnet");
    Region.Shape beside = new Region.Cylinder(new Vector(40, 0, 4), 5, 3);
    assertThat(findings(compute(plan(beside)))).containsExactly("insert-outside:piece/magnet");
  }

  @Test
  void noSupportIsPrintedWhereTheInsertCarries() {
    Rule support = Shapes.everywhere(Map.of(Setting.SUPPORT, Value.of("everywhere")));
    PlanResult result = compute(plan(disc(3, 3), support));
    assertThat(result.schedule().layers())
        .allMatch(layer -> layer.strokes().stream().noneMatch(s -> s.role() == Role.SUPPORT));
  }

  @Test
  void onlySolidsCanBeInserts() {
    Region.Shape core = new Region.Core(Depth.of(2), Depth.of(2));
    assertThatThrownBy(() -> compute(plan(core)))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("cannot be an insert");
  }

  @Test
  void thePlanKeepsIt() {
    Plan plan = plan(disc(3, 3));
    assertThat(PlanFormat.read("plan", PlanFormat.write(plan))).isEqualTo(plan);
  }
}

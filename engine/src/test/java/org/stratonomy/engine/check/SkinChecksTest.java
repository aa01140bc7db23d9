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
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;

/** Boundaries within the solid layers of a flat top or bottom. */
class SkinChecksTest {
  /** A block with a smaller one on it; its flat top is at 5 mm. */
  private static Mesh step() {
    TriangleSoup soup = new TriangleSoup(24);
    Shapes.addBar(soup, 0, 0, 0, 30, 30, 5);
    Shapes.addBar(soup, 0, 0, 4, 12, 12, 10);
    return MeshBuilder.build("step", soup);
  }

  private static Optional<Finding> cut(Plan plan, Mesh mesh) {
    return Shapes.compute(plan, mesh).findings().stream()
        .filter(f -> f.id().startsWith("skin-cut"))
        .findFirst();
  }

  private static Plan dividedAt(double height) {
    return Shapes.plan(List.of(height), Shapes.stratum(2, Map.of(Setting.FILAMENT, Value.of(2))));
  }

  @Test
  void aBoundaryJustBelowAFlatTopCutsItsSkin() {
    Finding finding = cut(dividedAt(4.6), step()).orElseThrow();
    assertThat(finding.reason())
        .contains("flat top at 5.00 mm is 4 layers thick")
        .contains("gives 2 of them");
    Plan moved = finding.remedies().getFirst().plan();
    assertThat(moved.pieces().getFirst().boundaries()).containsExactly(5.0);
    assertThat(cut(moved, step())).isEmpty();
  }

  @Test
  void oneAtTheTopOrBelowItsSkinOrWithoutAnotherFilamentDoesNot() {
    assertThat(cut(dividedAt(5), step())).isEmpty();
    assertThat(cut(dividedAt(4), step())).isEmpty();
    assertThat(cut(Shapes.plan(List.of(4.6)), step())).isEmpty();
  }

  @Test
  void aBoundaryJustAboveAFlatBottomCutsItsSkin() {
    assertThat(cut(dividedAt(4.4), Shapes.table()).orElseThrow().reason())
        .contains("flat bottom at 4.00 mm");
  }
}

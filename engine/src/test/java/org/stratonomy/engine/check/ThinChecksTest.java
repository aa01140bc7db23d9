package org.stratonomy.engine.check;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.stroke.Stroke;

class ThinChecksTest {
  private static final Plan PLAN = Shapes.plan(List.of());

  /** A block of 10 × 10 × 4 mm with a fin of 12 mm length on its side. */
  private static Mesh finned(double thickness) {
    TriangleSoup soup = new TriangleSoup(40);
    Shapes.addBar(soup, 0, 0, 0, 10, 10, 4);
    Shapes.addBar(soup, 9, 5, 0, 22, 5 + thickness, 4);
    return MeshBuilder.build("finned", soup);
  }

  private static Optional<Finding> finding(Plan plan, Mesh mesh) {
    return Shapes.compute(plan, mesh).findings().stream()
        .filter(finding -> finding.id().startsWith("thin-lost"))
        .findFirst();
  }

  private static Plan thinPlaces(String choice) {
    return Shapes.plan(List.of(), Shapes.everywhere(Map.of(Setting.THIN_PLACES, Value.of(choice))));
  }

  @Test
  void aFinThinnerThanAnyLineIsMissing() {
    Mesh mesh = finned(0.2);
    Finding finding = finding(PLAN, mesh).orElseThrow();
    assertThat(finding.title()).isEqualTo("Piece is too thin to print in places");
    assertThat(finding.reason()).contains("In 20 layers, the lowest at 0.00 mm, up to 2.4 mm²");
    PlanResult result = Shapes.compute(PLAN, mesh);
    assertThat(result.flaws().getFirst().get(7).lostMm2()).isCloseTo(2.4, within(0.03));
    double reach =
        result.schedule().layers().get(7).strokes().stream()
            .map(Stroke::path)
            .flatMapToDouble(path -> IntStream.range(0, path.size()).mapToDouble(path::x))
            .max()
            .orElseThrow();
    assertThat(reach - result.placed().getFirst().bounds().minX()).isLessThan(10);
  }

  @Test
  void aFinOfOneLineIsNot() {
    assertThat(finding(PLAN, finned(0.4))).isEmpty();
    assertThat(finding(PLAN, Shapes.bar(20, 20, 4))).isEmpty();
    assertThat(finding(PLAN, Shapes.cone(8, 10))).isEmpty();
  }

  @Test
  void linesThatAreFittedMendIt() {
    Mesh mesh = finned(0.4);
    Finding whole = finding(thinPlaces("whole"), mesh).orElseThrow();
    assertThat(whole.remedies().getFirst().label()).isEqualTo("Fit lines to them");
    assertThat(finding(whole.remedies().getFirst().plan(), mesh)).isEmpty();
    assertThat(finding(thinPlaces("left out"), finned(0.8))).isPresent();
    assertThat(finding(thinPlaces("whole"), finned(0.8))).isEmpty();
  }

  @Test
  void narrowerLinesMendIt() {
    Mesh mesh = finned(0.2);
    Finding finding = finding(PLAN, mesh).orElseThrow();
    assertThat(finding.remedies().getFirst().label()).isEqualTo("Lines of 0.24 mm");
    assertThat(finding(finding.remedies().getFirst().plan(), mesh)).isEmpty();
  }

  private static List<Finding> bits(Plan plan, Mesh mesh) {
    return Shapes.compute(plan, mesh).findings().stream()
        .filter(finding -> finding.id().startsWith("thin-bits"))
        .toList();
  }

  @Test
  void bitsOfInfillInNarrowPlacesAreToldAndFittedLinesMendThem() {
    // Between two walls on each side 0.74 mm are left, along 80 mm.
    Mesh plate = Shapes.bar(80, 2.5, 3);
    List<Finding> found = bits(thinPlaces("whole"), plate);
    assertThat(found).hasSize(1);
    assertThat(found.getFirst().severity()).isEqualTo(Finding.Severity.NOTE);
    assertThat(found.getFirst().remedies())
        .extracting(Finding.Remedy::label)
        .containsExactly("Fit lines to them", "3 walls");
    for (Finding.Remedy remedy : found.getFirst().remedies()) {
      assertThat(bits(remedy.plan(), plate)).isEmpty();
    }
    assertThat(bits(PLAN, plate)).isEmpty();
    assertThat(bits(thinPlaces("whole"), Shapes.bar(80, 12, 3))).isEmpty();
  }
}

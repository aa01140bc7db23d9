package org.stratonomy.engine.strata;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.problem.Problem;

class PlacedPieceTest {
  private static final Vector NO_TURN = new Vector(0, 0, 0);
  private static final Vector SAME_SIZE = new Vector(1, 1, 1);

  private static PlacedPiece placed(Mesh mesh, Placement placement) {
    Piece piece = Shapes.plan(List.of()).pieces().getFirst().withPlacement(placement);
    return PlacedPiece.of(piece, Shapes.source(mesh));
  }

  @Property(tries = 100)
  void theMiddleOfTheBoundsAndTheLowestPointStandAtThePosition(
      @ForAll @DoubleRange(min = -180, max = 180) double x,
      @ForAll @DoubleRange(min = -180, max = 180) double y,
      @ForAll @DoubleRange(min = -180, max = 180) double z,
      @ForAll @DoubleRange(min = 0.1, max = 5) double scale) {
    Bounds b =
        placed(
                Shapes.bar(10, 20, 30),
                new Placement(
                    new Vector(60, 70, 2), new Vector(x, y, z), new Vector(scale, scale, scale)))
            .bounds();
    assertThat((b.minX() + b.maxX()) / 2).isCloseTo(60, within(1e-9));
    assertThat((b.minY() + b.maxY()) / 2).isCloseTo(70, within(1e-9));
    assertThat(b.minZ()).isCloseTo(2, within(1e-9));
  }

  @Test
  void turnsAreAboutXThenYThenZ() {
    // About X the height goes to Y, then about Z that goes to X.
    Bounds b =
        placed(
                Shapes.bar(10, 20, 30),
                new Placement(new Vector(0, 0, 0), new Vector(90, 0, 90), SAME_SIZE))
            .bounds();
    assertThat(b.sizeX()).isCloseTo(30, within(1e-9));
    assertThat(b.sizeY()).isCloseTo(10, within(1e-9));
    assertThat(b.sizeZ()).isCloseTo(20, within(1e-9));
  }

  @Test
  void scalingIsAlongTheModelsAxesBeforeItIsTurned() {
    Bounds b =
        placed(
                Shapes.bar(10, 20, 30),
                new Placement(new Vector(0, 0, 0), new Vector(0, 90, 0), new Vector(1, 1, 2)))
            .bounds();
    assertThat(b.sizeX()).isCloseTo(60, within(1e-9));
    assertThat(b.sizeZ()).isCloseTo(10, within(1e-9));
  }

  @Test
  void whatSinksBelowTheBedIsNotPrinted() {
    PlacedPiece sunk =
        placed(Shapes.bar(10, 10, 10), new Placement(new Vector(50, 50, -4), NO_TURN, SAME_SIZE));
    assertThat(sunk.bottom()).isZero();
    assertThat(sunk.top()).isCloseTo(6, within(1e-9));
  }

  @Test
  void aPieceFarAwayIsRefusedWithItsSize() {
    assertThatThrownBy(
            () ->
                placed(
                    Shapes.bar(10, 10, 10),
                    new Placement(new Vector(1e7, 0, 0), NO_TURN, SAME_SIZE)))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("10 × 10 × 10");
  }

  @Test
  void aModelFarFromItsOriginIsPlacedLikeAnyOther() {
    var soup = new org.stratonomy.engine.mesh.TriangleSoup(12);
    Shapes.addBar(soup, 1e7, 1e7, 1e7, 1e7 + 16, 1e7 + 16, 1e7 + 16);
    PlacedPiece far =
        placed(
            org.stratonomy.engine.mesh.MeshBuilder.build("far", soup),
            new Placement(new Vector(50, 50, 0), NO_TURN, SAME_SIZE));
    assertThat(far.bounds().sizeX()).isCloseTo(16, within(1e-6));
    assertThat(far.bounds().minX()).isCloseTo(42, within(1e-6));
  }

  @Test
  void aMirroredPieceHasTheMirroredSection() {
    Mesh wedge = Shapes.prism(2, 0, 0, 10, 0, 0, 6);
    Plan plan = Shapes.plan(List.of());
    Piece piece = plan.pieces().getFirst();
    Vector flat = new Vector(0, 0, 0);
    Placement mirrored = new Placement(new Vector(125, 105, 0), flat, new Vector(-1, 1, 1));
    Plan turned = plan.withPiece(piece.withPlacement(mirrored));
    Area as = section(plan, wedge);
    Area seen = section(turned, wedge);
    assertThat(seen.areaMm2()).isCloseTo(30, within(1e-6));
    for (double x = 120.3; x < 130; x += 1) {
      for (double y = 102.2; y < 108; y += 1) {
        assertThat(seen.contains(x, y)).isEqualTo(as.contains(250 - x, y));
      }
    }
  }

  private static Area section(Plan plan, Mesh mesh) {
    Resolver resolver = new Resolver(new Job(plan, ShelfReader.standard()));
    PlacedPiece placed = PlacedPiece.of(plan.pieces().getFirst(), Shapes.source(mesh));
    PieceStack stack = LayerStack.of(plan, List.of(placed), resolver).pieces().getFirst();
    return new Sections(placed, stack, new Memo(1 << 20)).get(3).area();
  }
}

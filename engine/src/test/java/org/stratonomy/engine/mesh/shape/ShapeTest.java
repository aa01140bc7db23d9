package org.stratonomy.engine.mesh.shape;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.mesh.MeshPart;
import org.stratonomy.engine.mesh.MeshReport;
import org.stratonomy.engine.problem.Problem;

class ShapeTest {
  private static MeshReport only(Shape shape) {
    List<MeshPart> parts = shape.parts();
    assertThat(parts).hasSize(1);
    return sound(parts.getFirst());
  }

  private static MeshReport sound(MeshPart part) {
    MeshReport report = part.mesh().report();
    assertThat(report.openEdges()).isZero();
    assertThat(report.flipped()).isZero();
    assertThat(report.degenerate()).isZero();
    assertThat(report.bounds().minZ()).isGreaterThanOrEqualTo(0);
    return report;
  }

  private static void sizes(MeshReport report, double x, double y, double z) {
    Bounds bounds = report.bounds();
    assertThat(bounds.sizeX()).isCloseTo(x, within(1e-3));
    assertThat(bounds.sizeY()).isCloseTo(y, within(1e-3));
    assertThat(bounds.sizeZ()).isCloseTo(z, within(1e-3));
  }

  @Property(tries = 60)
  void boxesHaveTheirSizes(
      @ForAll @DoubleRange(min = 0.1, max = 500) double x,
      @ForAll @DoubleRange(min = 0.1, max = 500) double y,
      @ForAll @DoubleRange(min = 0.1, max = 500) double z) {
    MeshReport box = only(new Shape.Box(x, y, z));
    sizes(box, x, y, z);
    assertThat(box.volumeMm3() / (x * y * z)).isCloseTo(1, within(1e-3));
  }

  @Property(tries = 60)
  void roundShapesHaveTheVolumeOfTheirFormula(
      @ForAll @DoubleRange(min = 2, max = 300) double d,
      @ForAll @DoubleRange(min = 0.2, max = 300) double h,
      @ForAll @DoubleRange(min = 0.1, max = 0.9) double part) {
    double circle = Math.PI * d * d / 4;
    MeshReport cylinder = only(new Shape.Cylinder(d, h));
    sizes(cylinder, d, d, h);
    assertThat(cylinder.volumeMm3() / (circle * h)).isCloseTo(1, within(0.01));
    MeshReport disc = only(new Shape.Disc(d, part * d, h));
    sizes(disc, d, d, h);
    assertThat(disc.volumeMm3() / (circle * h * (1 - part * part))).isCloseTo(1, within(0.01));
    assertThat(only(new Shape.Cone(d, 0, h)).volumeMm3() / (circle * h / 3))
        .isCloseTo(1, within(0.01));
    double blunt = circle * h / 3 * (1 + part + part * part);
    assertThat(only(new Shape.Cone(d, part * d, h)).volumeMm3() / blunt).isCloseTo(1, within(0.01));
    assertThat(only(new Shape.Cone(part * d, d, h)).volumeMm3() / blunt).isCloseTo(1, within(0.01));
  }

  @Test
  void aHollowBoxIsOpenAbove() {
    MeshReport box = only(new Shape.HollowBox(40, 30, 20, 2, 1));
    sizes(box, 40, 30, 20);
    assertThat(box.volumeMm3()).isCloseTo(40 * 30 * 20 - 36 * 26 * 19, within(0.01));
    assertThat(box.shells()).isEqualTo(1);
  }

  @Test
  void theTextOfATagStandsOnItsPlateAndInside() {
    List<MeshPart> parts = new Shape.Tag(" Peg 7/b ", 12, 2, 0.8).parts();
    assertThat(parts).extracting(MeshPart::name).containsExactly("Plate", "Text");
    Bounds plate = sound(parts.get(0)).bounds();
    Bounds text = sound(parts.get(1)).bounds();
    assertThat(text.minZ()).isCloseTo(2, within(1e-6));
    assertThat(text.maxZ()).isCloseTo(2.8, within(1e-6));
    assertThat(text.sizeY()).isCloseTo(14, within(0.1));
    assertThat(text.maxX()).isLessThan(plate.maxX() - 5.9);
    assertThat(text.minX()).isGreaterThan(17.9);
    double full = plate.sizeX() * plate.sizeY();
    assertThat(parts.get(0).mesh().report().volumeMm3() / 2)
        .isCloseTo(full - Math.PI * 9, within(0.3));
  }

  @Test
  void everySignIsMade() {
    String signs = "ABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789-+.,:/&!?'";
    for (char sign : signs.toCharArray()) {
      MeshPart text = new Shape.Tag("X" + sign, 6, 1, 1).parts().get(1);
      assertThat(sound(text).bounds().maxX()).as("%c", sign).isGreaterThan(9);
    }
  }

  @ParameterizedTest
  @CsvSource({
    "'', There is none",
    "'   ', There is none",
    "Möwe, 'Ö'",
    "0123456789012345678901234567890123456789x, 41 characters"
  })
  void textThatCannotBeMadeIsRefused(String text, String reason) {
    assertThatThrownBy(() -> new Shape.Tag(text, 10, 2, 1).parts())
        .isInstanceOfSatisfying(
            Problem.class,
            problem -> assertThat(problem.reason()).contains(reason.replace("'", "")));
  }

  @Test
  void sizesThatCannotBeMadeAreRefused() {
    List<Shape> bad =
        List.of(
            new Shape.Box(0, 1, 1),
            new Shape.Box(1, Double.NaN, 1),
            new Shape.Box(1, 1, 2001),
            new Shape.HollowBox(10, 8, 5, 4, 1),
            new Shape.HollowBox(10, 8, 5, 1, 5),
            new Shape.Disc(10, 10, 2),
            new Shape.Cylinder(-3, 2),
            new Shape.Cone(10, -1, 5),
            new Shape.Cone(0, 10, 5));
    for (Shape shape : bad) {
      assertThatThrownBy(shape::parts).as("%s", shape).isInstanceOf(Problem.class);
    }
  }
}

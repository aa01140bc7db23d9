package org.stratonomy.engine.schedule;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.plan.PrintedFor;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.stroke.Causes;
import org.stratonomy.engine.stroke.Stroke;

class LayerFitTest {
  private static Stroke stroke(Role role, int stratum, double width, Path path) {
    PrintedFor origin = new PrintedFor(0, stratum, List.of());
    return new Stroke(role, path, width, 0.2, origin, 1, 60, 100, 210, 1, Causes.NONE);
  }

  private static Path straight(double mm) {
    return new Path(false, 0, 0, mm, 0);
  }

  /** Lines of a length, side by side, joined at their ends. */
  private static Path toAndFro(int lines, double mm) {
    Path.Builder path = new Path.Builder();
    for (int i = 0; i < lines; i++) {
      path.add(i % 2 == 0 ? 0 : mm, 0.4 * i);
      path.add(i % 2 == 0 ? mm : 0, 0.4 * i);
    }
    return path.open();
  }

  @Test
  void wallsOfAStratumAddUpByTheirWidth() {
    LayerFit fit =
        LayerFit.of(
            List.of(
                stroke(Role.OUTER_WALL, 1, 0.45, straight(10)),
                stroke(Role.INNER_WALL, 1, 0.452, straight(5)),
                stroke(Role.INNER_WALL, 1, 0.62, straight(3)),
                stroke(Role.OUTER_WALL, 2, 0.45, straight(7)),
                stroke(Role.INFILL, 1, 0.45, straight(100))));
    assertThat(fit.walls())
        .extracting(LayerFit.Walls::stratum, LayerFit.Walls::lengthMm)
        .containsExactlyInAnyOrder(tuple(1, 15.0), tuple(1, 3.0), tuple(2, 7.0));
    assertThat(fit.walls().get(1).widthMm()).isCloseTo(0.62, within(0.011));
  }

  @Test
  void shortWaysToAndFroAreBitsAndLongOnesAreNot() {
    Path bits = toAndFro(20, 0.8);
    Path lines = toAndFro(20, 8);
    LayerFit fit =
        LayerFit.of(
            List.of(
                stroke(Role.SOLID_INFILL, 1, 0.4, bits),
                stroke(Role.SOLID_INFILL, 1, 0.4, lines),
                stroke(Role.SUPPORT, 1, 0.4, bits)));
    LayerFit.Bits found = fit.bits().getFirst();
    assertThat(fit.bits()).hasSize(1);
    assertThat(found.ways()).isEqualTo(19);
    assertThat(found.mm()).isCloseTo(bits.lengthMm(), within(1e-9));
    assertThat(found.allMm()).isCloseTo(bits.lengthMm() + lines.lengthMm(), within(1e-9));
  }
}

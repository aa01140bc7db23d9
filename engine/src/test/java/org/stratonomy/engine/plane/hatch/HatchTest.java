package org.stratonomy.engine.plane.hatch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.plane.Plane;

class HatchTest {
  private static final Area SQUARE = Area.rectangle(0, 0, 10, 10);

  @Test
  void linesStandOnTheSameRasterWhateverTheArea() {
    List<Path> lines = Hatch.lines(SQUARE, 0, 2, 0);
    assertThat(lines).hasSize(5);
    assertThat(lines).extracting(line -> line.y(0)).containsExactly(1.0, 3.0, 5.0, 7.0, 9.0);
    assertThat(lines).allSatisfy(line -> assertThat(line.lengthMm()).isCloseTo(10, within(1e-9)));
    Area shifted = Area.rectangle(3, 2.5, 8, 6);
    assertThat(Hatch.lines(shifted, 0, 2, 0))
        .extracting(line -> line.y(0))
        .containsExactly(3.0, 5.0);
  }

  @Test
  void aHoleInterruptsItsLines() {
    Area frame = Plane.difference(SQUARE, Area.rectangle(4, 4, 6, 6));
    assertThat(Hatch.lines(frame, 0, 2, 0)).hasSize(6);
    double all = Hatch.lines(frame, 0, 2, 0).stream().mapToDouble(Path::lengthMm).sum();
    assertThat(all).isCloseTo(48, within(1e-6));
  }

  @Test
  void aSquareIsFilledInOneStroke() {
    List<Path> joined = Hatch.joined(SQUARE, 0, 1, 0, 3);
    assertThat(joined).hasSize(1);
    // Ten lines of 10 mm and nine steps of 1 mm along the sides.
    assertThat(joined.getFirst().lengthMm()).isCloseTo(109, within(1e-6));
  }

  @Test
  void endsFurtherApartThanTheReachAreNotJoined() {
    assertThat(Hatch.joined(SQUARE, 0, 2, 0, 1.9)).hasSize(5);
  }

  @Test
  void aJoinFollowsTheEdgeAroundItsCorners() {
    Area notched = Plane.difference(SQUARE, Area.rectangle(8, 2.2, 11, 2.8));
    for (Path path : Hatch.joined(notched, 0, 1, 0, 8)) {
      for (int i = 1; i < path.size(); i++) {
        double x = (path.x(i) + path.x(i - 1)) / 2;
        double y = (path.y(i) + path.y(i - 1)) / 2;
        // No way leads through the notch.
        assertThat(x > 8.001 && y > 2.201 && y < 2.799).isFalse();
      }
    }
  }

  @Test
  void nothingGivesNothing() {
    assertThat(Hatch.lines(Area.EMPTY, 1, 1, 0)).isEmpty();
    assertThat(Hatch.joined(Area.EMPTY, 1, 1, 0, 3)).isEmpty();
  }

  @Test
  void pathsCanBeTurnedAndBegunElsewhere() {
    Path ring = Path.ofRings(SQUARE).getFirst();
    assertThat(ring.isClosed()).isTrue();
    assertThat(ring.lengthMm()).isCloseTo(40, within(1e-9));
    Path moved = ring.startingAt(2);
    assertThat(moved.lengthMm()).isCloseTo(40, within(1e-9));
    assertThat(moved.x(0)).isEqualTo(ring.x(2));
    assertThat(ring.reversed().reversed()).isEqualTo(ring);
    assertThat(ring.reversed().x(0)).isEqualTo(ring.x(3));
  }
}

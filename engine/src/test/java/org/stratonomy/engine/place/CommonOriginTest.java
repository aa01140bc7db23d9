package org.stratonomy.engine.place;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.mesh.Bounds;

class CommonOriginTest {
  private static Bounds box(double x, double y, double z, double size) {
    return new Bounds(x, y, z, x + size, y + size, z + size);
  }

  private static boolean together(Bounds... boxes) {
    return CommonOrigin.of(List.of(boxes)).together();
  }

  @Test
  void partsThatTouchOrLieInEachOtherBelongTogether() {
    assertThat(together(box(0, 0, 0, 10), box(3, 3, 10, 4))).isTrue();
    assertThat(together(box(0, 0, 0, 10), box(4, 2, 7, 3), box(9, 9, 0, 5))).isTrue();
  }

  @Test
  void modelsThatStandOnOneSpotOrLieApartAreOfTheirOwn() {
    assertThat(together(box(-5, -5, 0, 10), box(-2, -2, 0, 4))).isFalse();
    assertThat(together(box(0, 0, 0, 10), box(0, 0, 0, 4))).isFalse();
    assertThat(together(box(0, 0, 0, 10), box(30, 0, 0, 10))).isFalse();
    assertThat(CommonOrigin.of(List.of(box(0, 0, 0, 1), box(5, 5, 5, 1))).reason())
        .isEqualTo("They lie apart from each other.");
  }
}

package org.stratonomy.engine.plane;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class ScratchTest {
  @Test
  void arraysAreLongEnoughAndApartUntilItIsClosed() {
    try (Scratch scratch = new Scratch()) {
      int[] first = scratch.ints(5);
      int[] second = scratch.filled(5, 7);
      assertThat(first).hasSizeGreaterThanOrEqualTo(5).isNotSameAs(second);
      assertThat(second).startsWith(7, 7, 7, 7, 7);
      assertThat(scratch.copy(second, 5, 400)).hasSizeGreaterThanOrEqualTo(400).startsWith(7, 7);
      assertThat(scratch.longs(0)).isNotNull();
    }
  }

  @Test
  void whatWasTakenIsTakenAgainAfterwards() {
    Scratch scratch = new Scratch();
    int[] ints = scratch.ints(100);
    long[] longs = scratch.longs(100);
    scratch.close();
    assertThat(scratch.ints(120)).isSameAs(ints);
    assertThat(scratch.longs(120)).isSameAs(longs);
  }

  @Test
  void veryLongArraysAreNotKept() {
    Scratch scratch = new Scratch();
    int[] huge = scratch.ints(1 << 20);
    scratch.close();
    assertThat(scratch.ints(1 << 20)).isNotSameAs(huge);
  }

  @Test
  void workWithinOtherWorkOfAThreadHasAScratchOfItsOwn() {
    try (Scratch outer = Scratch.open()) {
      int[] taken = outer.ints(8);
      try (Scratch inner = Scratch.open()) {
        assertThat(inner.ints(8)).isNotSameAs(taken);
      }
      assertThat(outer.ints(8)).isNotSameAs(taken);
    }
  }
}

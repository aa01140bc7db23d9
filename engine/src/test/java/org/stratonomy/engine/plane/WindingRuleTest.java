package org.stratonomy.engine.plane;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class WindingRuleTest {
  @Test
  void asManyTurnsAsAreAskedFor() {
    WindingRule both = WindingRule.atLeast(2);
    assertThat(both.test(2, 0)).isTrue();
    assertThat(both.test(1, 0)).isFalse();
    assertThat(both.test(-2, 0)).isFalse();
  }

  @Test
  void noMoreOfTheSecondThanMayBe() {
    WindingRule without = WindingRule.without(0);
    assertThat(without.test(1, 0)).isTrue();
    assertThat(without.test(1, 1)).isFalse();
    assertThat(without.test(1, -1)).isTrue();
  }

  @Test
  void bothMayBeAskedFor() {
    WindingRule both = WindingRule.both();
    assertThat(both.test(1, 1)).isTrue();
    assertThat(both.test(1, 3)).isTrue();
    assertThat(both.test(1, 0)).isFalse();
    assertThat(both.test(0, 1)).isFalse();
  }

  @Test
  void turnsToTheRightMayCountToo() {
    WindingRule any = WindingRule.nonZero();
    assertThat(any.test(-1, 0)).isTrue();
    assertThat(any.test(0, 0)).isFalse();
  }
}

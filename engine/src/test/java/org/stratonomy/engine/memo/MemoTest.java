package org.stratonomy.engine.memo;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;

class MemoTest {
  private record Number(int value) implements Memo.Sized {
    @Override
    public int weight() {
      return 8;
    }
  }

  @Test
  void anEqualKeyGivesTheKnownResult() {
    Memo memo = new Memo(1 << 20);
    AtomicInteger computed = new AtomicInteger();
    for (int i = 0; i < 3; i++) {
      Key key = Key.of("stage").add(4.2).add("piece").add(7L).build();
      assertThat(memo.get(key, Number.class, () -> new Number(computed.incrementAndGet())).value())
          .isEqualTo(1);
    }
  }

  @Test
  void everyInputItsTypeAndItsOrderMatter() {
    Key key = Key.of("stage").add(1L).add(2L).build();
    assertThat(key)
        .isNotEqualTo(Key.of("other").add(1L).add(2L).build())
        .isNotEqualTo(Key.of("stage").add(2L).add(1L).build())
        .isNotEqualTo(Key.of("stage").add(1.0).add(2.0).build())
        .isNotEqualTo(Key.of("stage").add(1L).build());
    assertThat(Key.of("a").add("bc").add("d").build())
        .isNotEqualTo(Key.of("a").add("b").add("cd").build());
    assertThat(Key.of("stage").add(key).build()).isEqualTo(Key.of("stage").add(key).build());
  }

  @Test
  void aLongRowOfInputsIsTakenInWhole() {
    Key.Builder one = Key.of("row");
    Key.Builder two = Key.of("row");
    for (int i = 0; i < 1000; i++) {
      one.add(i);
      two.add(i == 3 ? -1 : i);
    }
    assertThat(one.build()).isNotEqualTo(two.build());
  }
}

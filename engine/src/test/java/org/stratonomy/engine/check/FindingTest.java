package org.stratonomy.engine.check;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.check.Finding.Severity;

class FindingTest {
  private static Finding finding(String id, Severity severity, double heightMm) {
    return new Finding(id, severity, id, id, Optional.empty(), Optional.of(heightMm), List.of());
  }

  @Test
  void theWorstComesFirstAndThoseOfASeverityGoUpwards() {
    assertThat(
            Stream.of(
                    finding("a", Severity.NOTE, 1),
                    finding("b", Severity.WARNING, 9),
                    finding("c", Severity.WARNING, 3),
                    finding("d", Severity.ERROR, 5))
                .sorted(Finding.WORST_FIRST)
                .map(Finding::id))
        .containsExactly("d", "c", "b", "a");
  }
}

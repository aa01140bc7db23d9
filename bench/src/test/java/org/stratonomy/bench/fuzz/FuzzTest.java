package org.stratonomy.bench.fuzz;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A short run of what {@code ./stratonomy bench fuzz} does for long. */
class FuzzTest {
  @TempDir Path found;

  @Test
  void everyFileThatEverFailedIsReadOrRefused() throws IOException {
    Fuzz fuzz = new Fuzz(Path.of("corpus"));
    fuzz.readCorpus();
    assertThat(fuzz.failures()).isEmpty();
  }

  @Test
  void damagedFilesAreReadOrRefused() throws IOException {
    Fuzz fuzz = new Fuzz(found);
    for (int seed = 0; seed < 3; seed++) {
      fuzz.round(100, seed);
    }
    assertThat(fuzz.failures()).isEmpty();
  }
}

package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** A small number in an expression says neither what it is for nor in which unit it is. */
class TolerancesTest {
  private static final Pattern SMALL = Pattern.compile("(?<![\\w.])[\\d.]+e-\\d+");
  private static final Pattern NAMED = Pattern.compile("double [A-Z0-9_]+ =|^\\s*(/?\\*|//)");

  private static Stream<String> unnamed(Path file) {
    try {
      return Files.readAllLines(file).stream()
          .filter(line -> SMALL.matcher(line).find() && !NAMED.matcher(line).find())
          .map(line -> file.getFileName() + ": " + line.strip());
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  @Test
  void everyToleranceHasAName() throws IOException {
    try (Stream<Path> files = Files.walk(Path.of("src/main/java"))) {
      List<Path> sources = files.filter(file -> file.toString().endsWith(".java")).toList();
      assertThat(sources).hasSizeGreaterThan(300);
      assertThat(sources.stream().flatMap(TolerancesTest::unnamed)).isEmpty();
    }
  }
}

package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** What people read uses the trade's words: filament, travel, retraction, custom G-code. */
class WordingTest {
  private static final Pattern AVOIDED =
      Pattern.compile(
          "(?i)\\bstrands?\\b|drawn back|of no account|\\bat hand\\b|what of it|the filament before\\b|gets? hotter"
              + "|takes? over|go by the layer|any filament will do|own lines\\b|worth of filament"
              + "|\\bis told\\b|told by|found out|\\bspares\\b|are to be\\b");

  private static final Pattern QUOTED =
      Pattern.compile("\"((?:[^\"\\\\]|\\\\.)* (?:[^\"\\\\]|\\\\.)*)\"");

  /**
   * Between tags, quoted in the interface, or a line of text; code has no two words side by side.
   */
  private static final Pattern SHOWN =
      Pattern.compile(
          "(?:[\"'>`]|^\\s*(?=[A-Z][a-z]))([^\"'<>`{}]*[^\"'<>`{}\\W] [^\"'<>`{}]*|[^\"'<>`{}]+(?=<)"
              + "|[^\"'<>`{}]*, [^\"'<>`{}]*)");

  private static List<Path> files(String root, Predicate<String> wanted) {
    try (Stream<Path> all = Files.walk(Path.of(root))) {
      return all.filter(file -> wanted.test(file.toString())).toList();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static List<String> avoided(List<Path> files, Pattern texts) throws IOException {
    List<String> found = new ArrayList<>();
    for (Path file : files) {
      for (String line : Files.readAllLines(file)) {
        Matcher text = texts.matcher(line);
        while (!line.strip().startsWith("*") && !line.strip().startsWith("//") && text.find()) {
          if (AVOIDED.matcher(text.group(1)).find()) {
            found.add(file.getFileName() + ": " + text.group(1));
          }
        }
      }
    }
    return found;
  }

  @Test
  void messagesUseTheTradesWords() throws IOException {
    List<Path> sources = new ArrayList<>();
    for (String module : List.of("engine", "report", "app", "cli", "demo")) {
      sources.addAll(files("../" + module + "/src/main/java", file -> file.endsWith(".java")));
    }
    assertThat(sources).hasSizeGreaterThan(400);
    assertThat(avoided(sources, QUOTED)).isEmpty();
  }

  @Test
  void settingsAndSheetsUseTheTradesWords() throws IOException {
    List<Path> texts = new ArrayList<>(files("src/main/resources", f -> f.endsWith(".properties")));
    texts.addAll(files("../report/src/main/resources", f -> f.endsWith(".mustache")));
    assertThat(texts).hasSizeGreaterThan(1);
    assertThat(avoided(texts, Pattern.compile("(.+)"))).isEmpty();
  }

  @Test
  void theInterfaceUsesTheTradesWords() throws IOException {
    List<Path> sources =
        files(
            "../ui/src",
            file ->
                (file.endsWith(".svelte") || file.endsWith(".ts"))
                    && !file.endsWith(".test.ts")
                    && !file.contains("/generated/")
                    && !file.contains("/testing/"));
    assertThat(sources).hasSizeGreaterThan(100);
    assertThat(avoided(sources, SHOWN)).isEmpty();
  }
}

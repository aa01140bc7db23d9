package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/** The picture in docs/architecture.md is that of the code, and every package says what it is. */
class ArchitecturePictureTest {
  private static final String ENGINE = "org.stratonomy.engine.";
  private static final Pattern PICTURE = Pattern.compile("(?s)```mermaid\n(.*?)```");

  private static final JavaClasses CLASSES =
      new ClassFileImporter()
          .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
          .importPackages("org.stratonomy.engine");

  /** What each package uses, by names without the common part. */
  private static Map<String, Set<String>> uses() {
    Map<String, Set<String>> uses = new TreeMap<>();
    for (JavaClass one : CLASSES) {
      if (one.getPackageName().startsWith(ENGINE)) {
        String of = room(one);
        uses.computeIfAbsent(of, _ -> new TreeSet<>());
        one.getDirectDependenciesFromSelf().stream()
            .map(dependency -> dependency.getTargetClass())
            .filter(target -> target.getPackageName().startsWith(ENGINE))
            .map(ArchitecturePictureTest::room)
            .filter(target -> !target.equals(of))
            .forEach(uses.get(of)::add);
      }
    }
    return uses;
  }

  private static String room(JavaClass one) {
    return one.getPackageName().substring(ENGINE.length()).split("\\.")[0];
  }

  private static boolean reaches(Map<String, Set<String>> uses, String from, String to) {
    return from.equals(to) || uses.get(from).stream().anyMatch(next -> reaches(uses, next, to));
  }

  private static String picture() {
    Map<String, Set<String>> uses = uses();
    StringBuilder text = new StringBuilder("graph TD\n");
    uses.forEach(
        (from, all) ->
            all.stream()
                .filter(
                    to ->
                        all.stream()
                            .noneMatch(other -> !other.equals(to) && reaches(uses, other, to)))
                .forEach(to -> text.append("  %s --> %s%n".formatted(from, to))));
    return text.toString();
  }

  @Test
  void thePictureInTheDocsIsThatOfTheCode() throws IOException {
    Path file = Path.of("../docs/architecture.md");
    String page = Files.readString(file).replace("\r", "");
    String current = picture();
    if (System.getProperty("write.architecture") != null) {
      page =
          PICTURE
              .matcher(page)
              .replaceFirst(Matcher.quoteReplacement("```mermaid\n" + current + "```"));
      Files.writeString(file, page);
    }
    Matcher picture = PICTURE.matcher(page);
    assertThat(picture.find()).isTrue();
    assertThat(picture.group(1))
        .as("run this test with -Dwrite.architecture=1 to bring the picture up to date")
        .isEqualTo(current);
  }

  @Test
  void everyPackageSaysWhatItIs() {
    Set<String> silent =
        uses().keySet().stream()
            .filter(
                name ->
                    !Files.exists(
                        Path.of("src/main/java/org/stratonomy/engine", name, "package-info.java")))
            .collect(Collectors.toSet());
    assertThat(silent).isEmpty();
  }
}

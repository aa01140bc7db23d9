package org.stratonomy.engine.program;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.stratonomy.engine.document.ShelfFormat;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.shelf.Changer;
import org.stratonomy.engine.shelf.Machine;

class DialectTest {
  private static final Path TEMPLATES = Path.of("src/main/resources/org/stratonomy/engine/program");

  /** A machine for each dialect of each kind of changer. */
  static List<Machine> machines() {
    return ShelfReader.standard().machines().stream()
        .flatMap(
            machine ->
                machine.changer().kind().dialects().stream()
                    .map(
                        dialect ->
                            ShelfFormat.machine(
                                ShelfFormat.write(machine).put("dialect", dialect))))
        .toList();
  }

  @Test
  void everyDialectIsTried() {
    Set<String> all = new HashSet<>();
    for (Changer.Kind kind : Changer.Kind.values()) {
      all.addAll(kind.dialects());
    }
    assertThat(machines()).extracting(Machine::dialect).containsAll(all);
  }

  @ParameterizedTest
  @MethodSource("machines")
  void everyPartIsWholeAndStatesUnitsWhereThePrintGoesOn(Machine machine) {
    assertThat(Dialect.written(machine))
        .containsOnlyKeys("start", "change", "pause", "message", "end")
        .allSatisfy((part, lines) -> assertThat(lines).doesNotContain("{{>").endsWith("\n"));
    assertThat(Dialect.written(machine).get("start")).contains("G21\nG90\nM83\n");
    assertThat(Dialect.written(machine).get("pause")).contains("G21\nG90\nM83\n");
  }

  /** Own lines are those of the dialect as people see them, until they are changed. */
  @ParameterizedTest
  @MethodSource("machines")
  void linesOfADialectCanBeAMachinesOwn(Machine machine) {
    var node = ShelfFormat.write(machine);
    var own = node.putObject("ownLines");
    Dialect.written(machine).forEach(own::put);
    Machine read = ShelfFormat.machine(node);
    assertThat(read.writing().ownLines()).isEqualTo(Dialect.written(machine));
  }

  @Test
  void noSharedTemplateIsLeftUnused() throws IOException {
    Set<String> used = new HashSet<>();
    Set<String> shared = new HashSet<>();
    try (Stream<Path> files = Files.walk(TEMPLATES)) {
      for (Path file : files.filter(Files::isRegularFile).toList()) {
        Matcher included = Pattern.compile("\\{\\{> ([a-z-]+)}}").matcher(Files.readString(file));
        while (included.find()) {
          used.add(included.group(1));
        }
        if (file.getParent().endsWith("partials")) {
          shared.add(file.getFileName().toString().replace(".mustache", ""));
        }
      }
    }
    assertThat(used).isEqualTo(shared);
  }
}

package org.stratonomy.engine.program;

import com.samskivert.mustache.Mustache;
import com.samskivert.mustache.Template;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.stratonomy.engine.problem.Problem;

/**
 * How a machine wants its program written: a template each for the start, the end, a change of
 * filament, a pause and a message; what is alike in most of them stands once. The values that a
 * template may name are listed in docs/formats/program.md; any other name is an error.
 */
final class Dialect {
  /** Machines that differ in how they change filament may call macros of the same names. */
  private static final String MACROS = "macros";

  private static final String COMMON = "common";

  /** What is alike in most of them where there is a belt. */
  private static final String BELT = "belt";

  private final Template start;
  private final Template end;
  private final Template change;
  private final Template pause;
  private final Template message;

  private Dialect(String name, boolean overBelt) {
    start = template(name, overBelt, "start");
    end = template(name, overBelt, "end");
    change = template(name, overBelt, "change");
    pause = template(name, overBelt, "pause");
    message = template(name, overBelt, "message");
  }

  /**
   * @param overBelt whether the machine has a belt in place of a bed
   * @throws Problem if there is no such dialect
   */
  static Dialect named(String name, boolean overBelt) {
    return new Dialect(name, overBelt);
  }

  private static Template template(String dialect, boolean overBelt, String part) {
    try (InputStream in = open(dialect, overBelt, part)) {
      if (in == null) {
        throw new Problem(
            Problem.Kind.PLAN,
            "machine",
            "There is no dialect '%s'.".formatted(dialect),
            "Give the machine a dialect that exists.");
      }
      return Mustache.compiler()
          .escapeHTML(false)
          .strictSections(true)
          .emptyStringIsFalse(true)
          .compile(new InputStreamReader(in, StandardCharsets.UTF_8));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Where templates are looked for, one after the other. */
  private static List<String> places(String dialect, boolean overBelt) {
    List<String> places = new ArrayList<>();
    places.add(dialect);
    if (dialect.endsWith("-" + MACROS)) {
      places.add(MACROS);
    }
    if (overBelt) {
      places.add(BELT);
    }
    places.add(COMMON);
    return places;
  }

  /** The dialect's own template, or that of all that call macros, or that of all. */
  private static InputStream open(String dialect, boolean overBelt, String part) {
    return places(dialect, overBelt).stream()
        .map(place -> "%s/%s.mustache".formatted(place, part))
        .map(Dialect.class::getResourceAsStream)
        .filter(Objects::nonNull)
        .findFirst()
        .orElse(null);
  }

  String start(Map<String, Object> values) {
    return start.execute(values);
  }

  String end(Map<String, Object> values) {
    return end.execute(values);
  }

  String change(Map<String, Object> values) {
    return change.execute(values);
  }

  String pause(Map<String, Object> values) {
    return pause.execute(values);
  }

  String message(Map<String, Object> values) {
    return message.execute(values);
  }
}

package org.stratonomy.engine.program;

import com.samskivert.mustache.BasicCollector;
import com.samskivert.mustache.Mustache;
import com.samskivert.mustache.MustacheException;
import com.samskivert.mustache.Template;
import java.io.IOException;
import java.io.InputStream;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.stratonomy.engine.guard.PlainText;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.shelf.Machine;

/**
 * How a machine wants its program written: a template for each {@link Part}; what is alike in most
 * dialects stands once, and a machine may have lines of its own in place of a dialect's. The values
 * that a template may name are listed in docs/formats/program.md; any other name is an error.
 */
public final class Dialect {
  /** Machines that differ in how they change filament may call macros of the same names. */
  private static final String MACROS = "macros";

  private static final String COMMON = "common";

  /** Of the lines that a template makes, characters. */
  private static final int LONGEST = 1_000_000;

  /** Templates name values by their keys; they reach no methods of the values' classes. */
  private static final BasicCollector MAPS_ONLY =
      new BasicCollector() {
        @Override
        public <K, V> Map<K, V> createFetcherCache() {
          return new ConcurrentHashMap<>();
        }
      };

  /** What is alike in most of them where there is a belt. */
  private static final String BELT = "belt";

  /** A line that stands for the lines of a file that several templates share. */
  private static final Pattern INCLUDED = Pattern.compile("(?m)^\\{\\{> ([a-z-]+)}}\n");

  /** Values that are lists, and what an entry of them has. */
  private static final Map<String, List<String>> LISTS =
      Map.of(
          "nozzles", List.of("tool", "celsius"),
          "filaments", List.of("slot", "name", "material", "grams", "metres"));

  private static final List<String> ALWAYS =
      List.of(
          "stops",
          "nozzleC",
          "tool",
          "nozzleWord",
          "nozzles",
          "first",
          "second",
          "startZ",
          "liftF",
          "travelF");

  private static final List<String> HALT =
      List.of(
          "number",
          "layer",
          "height",
          "note",
          "from",
          "to",
          "kind",
          "seconds",
          "hold",
          "idleSeconds",
          "waitC",
          "changeC",
          "waitWord");

  /** When lines are sent. */
  public enum Part {
    START(
        "start",
        "At the start",
        List.of(
            "plan",
            "machine",
            "nozzle",
            "layers",
            "height",
            "time",
            "filament",
            "filaments",
            "bedC",
            "acceleration")),
    CHANGE("change", "For a change of filament", HALT),
    PAUSE("pause", "For a pause", HALT),
    MESSAGE(
        "message", "For a message", HALT.stream().filter(name -> !name.equals("number")).toList()),
    END("end", "At the end", List.of("liftZ", "parkX", "parkY"));

    private final String key;
    private final String label;
    private final List<String> names;

    Part(String key, String label, List<String> own) {
      this.key = key;
      this.label = label;
      names = Stream.concat(own.stream(), ALWAYS.stream()).toList();
    }

    /** As the files of templates and the keys of a machine's own lines are called. */
    public String key() {
      return key;
    }

    public String label() {
      return label;
    }

    /** The values that its templates may name. */
    public List<String> names() {
      return names;
    }
  }

  /** Lines in place of the dialect's, by the keys of their parts. */
  private final Map<String, String> own;

  private final Map<Part, Template> templates = new EnumMap<>(Part.class);

  private Dialect(Machine machine, String name, Map<String, String> own) {
    this.own = own;
    for (Part part : Part.values()) {
      templates.put(
          part, template(isOwn(part) ? whole(own.get(part.key())) : written(machine, name, part)));
    }
  }

  /**
   * @throws Problem if there is no such dialect
   */
  static Dialect of(Machine machine) {
    return new Dialect(machine, machine.dialect(), machine.writing().ownLines());
  }

  /** What a machine understands that is told of a stop in another way than it usually is. */
  static Dialect told(Machine machine, Stop.Told told) {
    return new Dialect(machine, told == Stop.Told.PAUSE ? "hand-pause" : "hand-wait", Map.of());
  }

  /** Whether the machine has lines of its own; where they leave the head is not known. */
  boolean isOwn(Part part) {
    return own.containsKey(part.key());
  }

  /** The lines of a part; whatever the values are, none of them begins a line of its own. */
  String text(Part part, Map<String, Object> values) {
    return filled(templates.get(part), oneLine(values));
  }

  private static String filled(Template template, Object values) {
    StringWriter lines =
        new StringWriter() {
          @Override
          public void write(String text, int from, int length) {
            checkLength(length);
            super.write(text, from, length);
          }

          @Override
          public void write(String text) {
            checkLength(text.length());
            super.write(text);
          }

          /** Lists within lists grow without end. */
          private void checkLength(int more) {
            if (getBuffer().length() + more > LONGEST) {
              throw new MustacheException("it makes more than %d characters".formatted(LONGEST));
            }
          }
        };
    template.execute(values, lines);
    return lines.toString();
  }

  private static Object oneLine(Object value) {
    return switch (value) {
      case String text -> PlainText.cleaned(text);
      case Map<?, ?> map -> {
        Map<Object, Object> clean = new HashMap<>();
        map.forEach((key, inner) -> clean.put(key, oneLine(inner)));
        yield clean;
      }
      case List<?> list -> list.stream().map(Dialect::oneLine).toList();
      default -> value;
    };
  }

  /**
   * The lines that a machine's dialect has, whatever its own are.
   *
   * @return templates by the {@link Part#key()}
   */
  public static Map<String, String> written(Machine machine) {
    Map<String, String> lines = new TreeMap<>();
    for (Part part : Part.values()) {
      lines.put(part.key(), written(machine, machine.dialect(), part));
    }
    return lines;
  }

  /**
   * @throws Problem if lines of the machine's own are no template, or name what there is not
   */
  public static void check(Machine machine) {
    for (Part part : Part.values()) {
      String own = machine.writing().ownLines().get(part.key());
      if (own != null) {
        check(machine, part, own);
      }
    }
  }

  private static void check(Machine machine, Part part, String own) {
    // A mixing nozzle is told its shares at any line, not at a halt.
    List<String> names = part == Part.CHANGE && machine.mixes() ? ALWAYS : part.names();
    Map<String, Object> values = new HashMap<>();
    for (String name : names) {
      List<String> entries = LISTS.get(name);
      values.put(
          name,
          entries == null
              ? name
              : List.of(entries.stream().collect(Collectors.toMap(entry -> entry, entry -> "1"))));
    }
    try {
      filled(template(own), values);
    } catch (RuntimeException e) {
      // Besides its own errors the library fails on partials, which need a loader.
      throw new Problem(
          Problem.Kind.PLAN,
          "custom G-code of machine '%s', %s"
              .formatted(machine.name(), part.label().toLowerCase(Locale.ROOT)),
          "They are no template: %s.".formatted(PlainText.shown(String.valueOf(e.getMessage()))),
          "Name values as {{layer}}; there are here: %s.".formatted(String.join(", ", names)));
    }
  }

  /** With an end to its last line. */
  private static String whole(String lines) {
    return lines.isBlank() || lines.endsWith("\n") ? lines : lines + "\n";
  }

  private static Template template(String lines) {
    return Mustache.compiler()
        .escapeHTML(false)
        .strictSections(true)
        .emptyStringIsFalse(true)
        .withCollector(MAPS_ONLY)
        .compile(lines);
  }

  private static String written(Machine machine, String dialect, Part part) {
    return places(machine, dialect).stream()
        .map(place -> "%s/%s.mustache".formatted(place, part.key()))
        .map(Dialect::read)
        .filter(Objects::nonNull)
        .findFirst()
        .map(Dialect::included)
        .orElseThrow(
            () ->
                new Problem(
                    Problem.Kind.PLAN,
                    "machine",
                    "There is no dialect '%s'.".formatted(dialect),
                    "Give the machine a dialect that exists."));
  }

  /** A template with what it includes in the place of {@code {{> name}}}. */
  private static String included(String lines) {
    return INCLUDED
        .matcher(lines)
        .replaceAll(
            found ->
                Matcher.quoteReplacement(read("partials/%s.mustache".formatted(found.group(1)))));
  }

  private static String read(String file) {
    try (InputStream in = Dialect.class.getResourceAsStream(file)) {
      return in == null ? null : new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Where templates are looked for, one after the other. */
  private static List<String> places(Machine machine, String dialect) {
    List<String> places = new ArrayList<>();
    places.add(dialect);
    if (dialect.endsWith("-" + MACROS)) {
      places.add(MACROS);
    }
    if (machine.belt().isPresent()) {
      places.add(BELT);
    }
    places.add(COMMON);
    return places;
  }
}

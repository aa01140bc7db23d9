package org.stratonomy.engine.program;

import com.samskivert.mustache.Mustache;
import com.samskivert.mustache.MustacheException;
import com.samskivert.mustache.Template;
import java.text.Normalizer;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.stratonomy.engine.guard.PlainText;
import org.stratonomy.engine.ledger.Ledger;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.schedule.Schedule;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Filament;

/**
 * The file name of a program, from the machine's template; for example {@code
 * two-bands_chalk+slate_pla_0.4mm_1-stop.gcode}. What a template may name stands in
 * docs/formats/program.md.
 */
public final class ProgramName {
  private static final List<String> NAMES =
      List.of(
          "plan",
          "machine",
          "filaments",
          "colours",
          "materials",
          "nozzle",
          "layerHeight",
          "layers",
          "time",
          "stops");

  private ProgramName() {}

  public static String of(Plan plan, Resolver resolver, Schedule schedule, Ledger ledger) {
    List<Filament> used =
        ledger.slots().stream().map(entry -> resolver.filament(entry.slot())).toList();
    long stops = ledger.halts().stream().filter(Ledger.HaltEntry::needsOperator).count();
    Map<String, String> values = new HashMap<>();
    values.put("plan", plain(plan.name()));
    values.put("machine", plain(resolver.machine().name()));
    values.put("filaments", all(used, Filament::name));
    values.put(
        "colours", counted(used.stream().map(Filament::colour).distinct().count(), "colour"));
    values.put("materials", all(used, Filament::material));
    values.put("nozzle", String.join("+", resolver.machine().diameters()) + "mm");
    values.put("layerHeight", layerHeights(schedule));
    values.put("layers", counted(schedule.layers().size(), "layer"));
    values.put("time", duration(ledger.seconds()));
    values.put("stops", counted(stops, "stop"));
    String name = template(resolver.machine().writing().fileName()).execute(values);
    return name.replaceAll("[^A-Za-z0-9+._-]+", "-") + ".gcode";
  }

  /**
   * @throws Problem if a template does not parse, or names what there is not
   */
  public static void check(String template) {
    Map<String, String> values = new HashMap<>();
    NAMES.forEach(name -> values.put(name, name));
    try {
      String name = template(template).execute(values);
      if (name.contains("{") || name.contains("}")) {
        throw bad(template, "it has a brace too many");
      }
    } catch (MustacheException e) {
      throw bad(template, PlainText.shown(String.valueOf(e.getMessage())));
    } catch (UnsupportedOperationException | IndexOutOfBoundsException e) {
      // The library fails like this on partials, which need a loader, and on some lone braces.
      throw bad(template, "it uses more than plain values");
    }
  }

  private static Problem bad(String template, String why) {
    return new Problem(
        Problem.Kind.PLAN,
        "file name",
        "'%s' is no template: %s.".formatted(PlainText.shown(template), why),
        "Name values as {{plan}}; there are: %s.".formatted(String.join(", ", NAMES)));
  }

  private static Template template(String template) {
    return Mustache.compiler().escapeHTML(false).strictSections(true).compile(template);
  }

  private static String all(List<Filament> used, Function<Filament, String> what) {
    return used.stream()
        .map(what)
        .map(ProgramName::plain)
        .distinct()
        .collect(Collectors.joining("+"));
  }

  private static String counted(long count, String what) {
    return count == 1 ? "1-" + what : "%d-%ss".formatted(count, what);
  }

  /** The thinnest and the thickest above the first layer. */
  private static String layerHeights(Schedule schedule) {
    List<Double> heights =
        schedule.layers().stream()
            .map(LayerSchedule::layer)
            .skip(schedule.layers().size() > 1 ? 1 : 0)
            .map(layer -> Math.rint(1000 * (layer.top() - layer.bottom())) / 1000)
            .sorted()
            .toList();
    if (heights.isEmpty()) {
      return "0mm";
    }
    Value least = Value.of(heights.getFirst());
    Value most = Value.of(heights.getLast());
    return least.equals(most) ? least + "mm" : least + "-" + most + "mm";
  }

  private static String duration(double seconds) {
    long minutes = Math.round(seconds / 60);
    return minutes < 60 ? minutes + "min" : "%dh%02d".formatted(minutes / 60, minutes % 60);
  }

  private static String plain(String text) {
    String ascii = Normalizer.normalize(text, Normalizer.Form.NFD).replaceAll("\\p{M}", "");
    String words =
        ascii.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-").replaceAll("^-|-$", "");
    String shortened = words.length() > 60 ? words.substring(0, 60) : words;
    return shortened.isEmpty() ? "plan" : shortened;
  }
}

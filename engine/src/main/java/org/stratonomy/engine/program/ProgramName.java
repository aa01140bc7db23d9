package org.stratonomy.engine.program;

import java.text.Normalizer;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.stratonomy.engine.ledger.Ledger;
import org.stratonomy.engine.plan.Filament;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plan.Value;

/**
 * The file name of a program: plan, filaments in the order of their slots, materials, nozzle, and
 * how often somebody must stand by; for example {@code
 * two-bands_chalk+slate_pla_0.4mm_1-stop.gcode}.
 */
public final class ProgramName {
  private ProgramName() {}

  public static String of(Plan plan, Resolver resolver, Ledger ledger) {
    List<Filament> used =
        ledger.slots().stream().map(entry -> resolver.filament(entry.slot())).toList();
    String materials =
        used.stream().map(f -> plain(f.material())).distinct().collect(Collectors.joining("+"));
    String colours = used.stream().map(f -> plain(f.name())).collect(Collectors.joining("+"));
    long stops = ledger.halts().stream().filter(Ledger.HaltEntry::needsOperator).count();
    return "%s_%s_%s_%smm_%s.gcode"
        .formatted(
            plain(plan.name()),
            colours,
            materials,
            Value.of(resolver.machine().nozzleMm()),
            stops == 1 ? "1-stop" : stops + "-stops");
  }

  private static String plain(String text) {
    String ascii = Normalizer.normalize(text, Normalizer.Form.NFD).replaceAll("\\p{M}", "");
    String words =
        ascii.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-").replaceAll("^-|-$", "");
    String shortened = words.length() > 60 ? words.substring(0, 60) : words;
    return shortened.isEmpty() ? "plan" : shortened;
  }
}

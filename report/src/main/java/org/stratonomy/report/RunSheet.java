package org.stratonomy.report;

import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.util.XRLog;
import com.samskivert.mustache.Mustache;
import com.samskivert.mustache.Template;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.logging.Level;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.check.Finding;
import org.stratonomy.engine.ledger.Ledger;
import org.stratonomy.engine.plan.CustomCode;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.PrintedFor;
import org.stratonomy.engine.shelf.Filament;
import org.stratonomy.engine.shelf.Machine;

/**
 * What the operator needs on paper beside the machine: filaments to load, what is to be done and
 * when, and how long one can be away. All of it follows from the plan.
 */
public final class RunSheet {
  private static final String FONT = "/org/apache/pdfbox/resources/ttf/LiberationSans-Regular.ttf";
  private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("HH:mm", Locale.UK);
  private static final DateTimeFormatter DAY =
      DateTimeFormatter.ofPattern("EEE d MMM, HH:mm", Locale.UK);
  private static final Template PAGE = template();

  static {
    XRLog.listRegisteredLoggers().forEach(logger -> XRLog.setLevel(logger, Level.WARNING));
  }

  private final PlanResult result;
  private final LocalDateTime start;
  private final Ledger ledger;
  private final Machine machine;

  private RunSheet(PlanResult result, LocalDateTime start) {
    this.result = result;
    this.start = start;
    ledger = result.ledger();
    machine = result.resolver().machine();
  }

  private static Template template() {
    try (Reader reader =
        new InputStreamReader(
            Objects.requireNonNull(RunSheet.class.getResourceAsStream("run-sheet.mustache")),
            StandardCharsets.UTF_8)) {
      return Mustache.compiler().emptyStringIsFalse(true).compile(reader);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /**
   * Writes the sheet as a PDF of A4 pages.
   *
   * @param start when the print starts
   * @param picture of the pieces, as PNG; may be left out
   */
  public static void write(
      PlanResult result, LocalDateTime start, Optional<byte[]> picture, OutputStream out)
      throws IOException {
    String page = page(result, start, picture);
    PdfRendererBuilder builder = new PdfRendererBuilder();
    builder.useFont(RunSheet::font, "Sheet");
    // Nothing is fetched for a page, wherever its texts come from.
    builder.useUriResolver((base, uri) -> uri.startsWith("data:") ? uri : null);
    builder.withHtmlContent(page, null);
    builder.toStream(out);
    builder.run();
  }

  private static InputStream font() {
    return Objects.requireNonNull(PDFont.class.getResourceAsStream(FONT));
  }

  /** The sheet as XHTML. */
  static String page(PlanResult result, LocalDateTime start, Optional<byte[]> picture) {
    Map<String, Object> values = new RunSheet(result, start).values();
    picture.ifPresent(png -> values.put("picture", Base64.getEncoder().encodeToString(png)));
    values.putIfAbsent("picture", false);
    return PAGE.execute(values);
  }

  private Map<String, Object> values() {
    Map<String, Object> values = new HashMap<>();
    List<TaskRow> tasks = tasks();
    values.put("plan", result.plan().name());
    values.put("machine", machine.name());
    values.put("nozzles", machine.nozzlesText());
    values.put("layers", result.stack().layers().size());
    values.put(
        "height",
        mm(result.stack().layers().isEmpty() ? 0 : result.stack().layers().getLast().top()));
    values.put("starts", DAY.format(start));
    values.put("takes", Ledger.duration(ledger.seconds()));
    values.put("done", clock(ledger.seconds()));
    values.put("count", tasks.size());
    double mass = ledger.slots().stream().mapToDouble(Ledger.SlotEntry::massG).sum();
    double cost = ledger.slots().stream().mapToDouble(Ledger.SlotEntry::cost).sum();
    values.put("grams", text("%.1f", mass));
    values.put("cost", (text("%.2f", cost) + " " + ledger.currency()).strip());
    values.put(
        "errors",
        result.findings().stream()
            .filter(finding -> finding.severity() == Finding.Severity.ERROR)
            .map(Finding::title)
            .toList());
    values.put(
        "codes",
        CustomCode.of(result.plan(), machine).stream()
            .map(code -> Map.of("place", code.place(), "lines", code.lines()))
            .toList());
    values.put("filaments", ledger.slots().stream().map(this::filament).toList());
    values.put("tasks", tasks);
    values.put("nothing", tasks.isEmpty());
    values.put("first", first());
    return values;
  }

  /** How much the filament that is loaded at the start needs until it is changed. */
  private String first() {
    Filament first = result.resolver().filament(result.schedule().firstSlot());
    return machine.changesByItself()
        ? ""
        : text("The first %s needs %.1f g.", first.name(), first.grams(ledger.startMm()));
  }

  private record FilamentRow(
      int slot,
      String colour,
      String name,
      String material,
      String drying,
      String grams,
      String metres,
      String nozzleC,
      String bedC,
      String load) {}

  private FilamentRow filament(Ledger.SlotEntry entry) {
    Filament filament = result.resolver().filament(entry.slot());
    return new FilamentRow(
        entry.slot(),
        filament.colour(),
        filament.name(),
        filament.material(),
        filament.drying(),
        text("%.1f", entry.massG()),
        text("%.2f", entry.lengthMm() / 1000),
        text("%.0f", filament.nozzleC()),
        text("%.0f", filament.bedC()),
        load(entry.slot()));
  }

  /** Where the operator puts a filament before the start. */
  private String load(int slot) {
    if (machine.changesByItself()) {
      return (machine.hasNozzles() ? "on nozzle " : "in slot ") + slot;
    }
    return result.schedule().firstSlot() == slot ? "load before the start" : "";
  }

  private record TaskRow(
      int number,
      String at,
      String away,
      int layer,
      String height,
      boolean change,
      String from,
      String into,
      String kinds,
      String note,
      String needed) {}

  private List<TaskRow> tasks() {
    List<TaskRow> tasks = new ArrayList<>();
    for (Ledger.HaltEntry halt : ledger.halts()) {
      if (halt.needsOperator()) {
        tasks.add(task(tasks.size() + 1, halt));
      }
    }
    return tasks;
  }

  private TaskRow task(int number, Ledger.HaltEntry halt) {
    Filament into = result.resolver().filament(halt.toSlot());
    return new TaskRow(
        number,
        clock(halt.atSeconds()),
        Ledger.duration(halt.freeSeconds()),
        halt.layer(),
        place(halt),
        halt.colourChange(),
        result.resolver().filament(halt.fromSlot()).name(),
        into.name(),
        String.join(", ", halt.kinds()),
        halt.note(),
        halt.colourChange() ? text("%.1f g", into.grams(halt.strandMm())) : "");
  }

  /** A height, and the names of the strata that begin there. */
  private String place(Ledger.HaltEntry halt) {
    List<Piece> pieces = result.plan().pieces();
    String height =
        halt.piece() == PrintedFor.NO_PIECE
            ? mm(halt.heightMm())
            : text("%s of %s", mm(halt.heightMm()), pieces.get(halt.piece()).name());
    Stream<String> names =
        halt.withinLayer()
            ? Stream.empty()
            : result.stack().beginning(halt.heightMm()).entrySet().stream()
                .map(entry -> pieces.get(entry.getKey()).strata().get(entry.getValue()).name())
                .filter(name -> !name.isBlank())
                .distinct();
    return Stream.concat(Stream.of(height), names).collect(Collectors.joining(", "));
  }

  /** Time of day so long after the start, with the day if it is another one. */
  private String clock(double seconds) {
    LocalDateTime at = start.plusSeconds(Math.round(seconds));
    return (at.toLocalDate().equals(start.toLocalDate()) ? CLOCK : DAY).format(at);
  }

  private static String mm(double height) {
    return text("%.2f mm", height);
  }

  private static String text(String format, Object... values) {
    return String.format(Locale.ROOT, format, values);
  }
}

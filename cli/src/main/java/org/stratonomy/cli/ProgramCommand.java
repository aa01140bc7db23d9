package org.stratonomy.cli;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.format.DateTimeParseException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.Planner;
import org.stratonomy.engine.Progress;
import org.stratonomy.engine.check.Finding;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.program.Enclosures;
import org.stratonomy.report.LedgerFormat;
import org.stratonomy.report.PlanPicture;
import org.stratonomy.report.RunSheet;
import picocli.CommandLine.Command;
import picocli.CommandLine.ITypeConverter;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.TypeConversionException;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Writes the machine program of a plan, without server or database. */
@Command(
    name = "program",
    mixinStandardHelpOptions = true,
    description = "Writes the machine program (G-code) of a plan, or of a bare mesh.",
    footer = StratonomyCommand.EXIT_CODES)
final class ProgramCommand implements Callable<Integer> {
  /** Where lines of all layers do not find room together they are computed anew for their order. */
  private static final long MEMO_BYTES = Runtime.getRuntime().maxMemory() / 5 * 2;

  private static final int PICTURE_WIDTH = 480;
  private static final int PICTURE_HEIGHT = 300;

  @Parameters(
      paramLabel = "PLAN",
      description =
          "A plan (.json beside its meshes, a .strat file that holds them, or a program that carries"
              + " its plan), or a mesh (STL, OBJ, 3MF, PLY, AMF), which comes to stand in the middle"
              + " of the bed.")
  private Path file;

  @Option(
      names = {"-o", "--output"},
      required = true,
      paramLabel = "OUT.gcode",
      description = "Where the program goes.")
  private Path output;

  @Option(
      names = "--ledger",
      paramLabel = "LEDGER.json",
      description = "Where time, material and stops go; as a table if the name ends with .csv.")
  private Path ledger;

  @Option(
      names = "--run-sheet",
      paramLabel = "SHEET.pdf",
      description = "Where the operator's run sheet goes.")
  private Path runSheet;

  @Option(
      names = "--start",
      paramLabel = "TIME",
      converter = Time.class,
      description =
          "When the print starts, as 2026-03-09T08:30, for the run sheet; now if left out.")
  private LocalDateTime start = LocalDateTime.now();

  @Option(
      names = "--machine",
      paramLabel = "ID",
      defaultValue = "",
      description = "A machine of the shelf in place of the plan's.")
  private String machine;

  @Option(
      names = "--set",
      paramLabel = "NAME=VALUE",
      description = "A value for a setting, above all rules; may be repeated.")
  private Map<String, String> values = new LinkedHashMap<>();

  @Option(
      names = "--json",
      description = "Say ledger and findings as JSON on standard output, and errors as JSON.")
  private boolean json;

  @Option(
      names = "--accept-custom-code",
      description =
          "Accept the plan's custom G-code; the findings list it. What the plan itself says of"
              + " accepting it does not count.")
  private boolean acceptCustomCode;

  @Option(
      names = "--meshes",
      paramLabel = "DIR",
      description = "Where the meshes of a .json plan lie, if not beside it.")
  private Path meshes;

  @Option(
      names = "--despite-errors",
      description = "Write the program in spite of errors in the plan; it names them.")
  private boolean despiteErrors;

  @Override
  public Integer call() {
    return StratonomyCommand.run(json, this::write);
  }

  private void write() throws IOException {
    PlanInput input =
        PlanInput.read(file, Optional.ofNullable(meshes), ShelfReader.standard(), machine, values);
    Job job = input.job();
    int threads = Runtime.getRuntime().availableProcessors();
    try (Planner planner = new Planner(MEMO_BYTES, threads)) {
      PlanResult result = planner.compute(job, input.meshes(), Progress.NONE);
      result.checkPrintable(known(result));
      List<String> despite = result.errors().stream().map(Finding::title).toList();
      try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(output))) {
        Enclosures enclosed =
            new Enclosures(
                () -> PlanPicture.small(job, input.meshes()), () -> input.file().bytes());
        Planner.writeProgram(result, despite, Optional.of(enclosed), out);
      }
      ObjectNode written = LedgerFormat.write(result.plan(), result.ledger());
      if (ledger != null) {
        boolean table = ledger.toString().toLowerCase(Locale.ROOT).endsWith(".csv");
        Files.writeString(
            ledger,
            table ? LedgerFormat.csv(result.plan(), result.ledger()) : written.toPrettyString());
      }
      if (runSheet != null) {
        try (OutputStream sheet = Files.newOutputStream(runSheet)) {
          byte[] picture = PlanPicture.png(job, input.meshes(), PICTURE_WIDTH, PICTURE_HEIGHT);
          RunSheet.write(result, start, Optional.of(picture), sheet);
        }
      }
      say(result, written);
    }
  }

  /** Ids of findings that do not stop the program. */
  private Set<String> known(PlanResult result) {
    List<Finding> none = List.of();
    return Stream.concat(
            (despiteErrors ? result.errors() : none).stream(),
            (acceptCustomCode ? result.unaccepted() : none).stream())
        .map(Finding::id)
        .collect(Collectors.toSet());
  }

  private void say(PlanResult result, ObjectNode written) {
    if (json) {
      ArrayNode findings = written.putArray("findings");
      for (Finding finding : result.findings()) {
        ObjectNode one =
            findings
                .addObject()
                .put("severity", severity(finding))
                .put("title", finding.title())
                .put("reason", finding.reason());
        result.accepted(finding).ifPresent(note -> one.put("accepted", note));
      }
      System.out.println(written.toPrettyString());
      return;
    }
    for (Finding finding : result.findings()) {
      if (result.accepted(finding).isPresent()) {
        continue;
      }
      System.err.printf("%s: %s. %s%n", severity(finding), finding.title(), finding.reason());
    }
  }

  private static String severity(Finding finding) {
    return finding.severity().name().toLowerCase(Locale.ROOT);
  }

  /** Reads a time of a day. */
  private static final class Time implements ITypeConverter<LocalDateTime> {
    @Override
    public LocalDateTime convert(String text) {
      try {
        return LocalDateTime.parse(text);
      } catch (DateTimeParseException e) {
        throw new TypeConversionException(
            "'%s' is not a time. Give one as 2026-03-09T08:30.".formatted(text));
      }
    }
  }
}

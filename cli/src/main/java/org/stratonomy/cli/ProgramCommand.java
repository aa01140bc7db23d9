package org.stratonomy.cli;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Callable;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.Planner;
import org.stratonomy.engine.Watch;
import org.stratonomy.engine.check.Finding;
import org.stratonomy.engine.document.LedgerFormat;
import org.stratonomy.engine.document.PlanFormat;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.document.StratFile;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshSource;
import org.stratonomy.engine.mesh.StlReader;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.problem.Problem;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Writes the machine program of a plan, without server or database. */
@Command(
    name = "stratonomy program",
    mixinStandardHelpOptions = true,
    description = "Writes the machine program (G-code) of a plan.")
public final class ProgramCommand implements Callable<Integer> {
  private static final int FAILED = 1;
  private static final long MEMO_BYTES = 256L << 20;

  @Parameters(
      paramLabel = "PLAN",
      description = "A plan: .json beside its meshes, or a .strat file that holds them.")
  private Path planFile;

  @Option(
      names = {"-o", "--output"},
      required = true,
      paramLabel = "OUT.gcode",
      description = "Where the program goes.")
  private Path output;

  @Option(
      names = "--ledger",
      paramLabel = "LEDGER.json",
      description = "Where time, material and stops go.")
  private Path ledger;

  public static void main(String[] args) {
    System.exit(new CommandLine(new ProgramCommand()).execute(args));
  }

  @Override
  public Integer call() {
    try {
      run();
      return 0;
    } catch (Problem problem) {
      System.err.println(problem.getMessage());
    } catch (NoSuchFileException e) {
      System.err.printf("%s: There is no such file. Check the path.%n", e.getFile());
    } catch (IOException e) {
      System.err.printf("%s: %s%n", e.getClass().getSimpleName(), e.getMessage());
    }
    return FAILED;
  }

  private record Input(Plan plan, MeshSource meshes) {}

  private void run() throws IOException {
    Input input = read();
    int threads = Runtime.getRuntime().availableProcessors();
    try (Planner planner = new Planner(ShelfReader.standard(), MEMO_BYTES, threads)) {
      PlanResult result = planner.compute(input.plan, input.meshes, Watch.NONE);
      for (Finding finding : result.findings()) {
        System.err.printf(
            "%s: %s. %s%n",
            finding.severity().name().toLowerCase(Locale.ROOT), finding.title(), finding.reason());
      }
      try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(output))) {
        Planner.writeProgram(result, out);
      }
      if (ledger != null) {
        Files.writeString(ledger, LedgerFormat.write(result.ledger()).toPrettyString());
      }
    }
  }

  private Input read() throws IOException {
    String name = planFile.getFileName().toString();
    if (name.endsWith(".strat")) {
      try (InputStream in = Files.newInputStream(planFile)) {
        StratFile file = StratFile.read(name, in);
        return new Input(file.plan(), remembering(ref -> ByteBuffer.wrap(file.meshes().get(ref))));
      }
    }
    Plan plan = PlanFormat.parse(name, Files.readString(planFile, StandardCharsets.UTF_8));
    Path beside = planFile.toAbsolutePath().getParent();
    return new Input(plan, remembering(ref -> bytes(beside.resolve(ref), ref)));
  }

  private interface Bytes {
    ByteBuffer of(String reference);
  }

  private static MeshSource remembering(Bytes bytes) {
    Map<String, Mesh> known = new HashMap<>();
    return ref -> known.computeIfAbsent(ref, r -> StlReader.read(r, bytes.of(r)));
  }

  private static ByteBuffer bytes(Path file, String reference) {
    try {
      return ByteBuffer.wrap(Files.readAllBytes(file));
    } catch (IOException e) {
      throw new Problem(
          Problem.Kind.MESH,
          reference,
          "The mesh cannot be read at %s.".formatted(file),
          "Put it beside the plan, or correct its name there.");
    }
  }
}

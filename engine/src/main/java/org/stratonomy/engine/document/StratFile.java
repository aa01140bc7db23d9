package org.stratonomy.engine.document;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDateTime;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.stratonomy.engine.mesh.io.Archive;
import org.stratonomy.engine.mesh.io.MeshFiles;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.program.Enclosures;
import org.stratonomy.engine.shelf.Shelf;

/**
 * A plan with its meshes in one file: a zip archive of {@code plan.json} and the meshes that it
 * names, by their paths in the archive; and of {@code shelf.json}, a snapshot of its machine and
 * filaments, so that it prints the same wherever it is opened.
 *
 * @param meshes bytes of the mesh files by the reference that the plan uses
 * @param shelf the snapshot, if there is one
 */
public record StratFile(Plan plan, Map<String, byte[]> meshes, Optional<Shelf> shelf) {
  private static final String PLAN = "plan.json";
  private static final String SHELF = "shelf.json";

  /** Without a snapshot: the plan's machine and filaments are those of the shelf with their ids. */
  public StratFile(Plan plan, Map<String, byte[]> meshes) {
    this(plan, meshes, Optional.empty());
  }

  /** With a snapshot of what the plan uses of a shelf. */
  public StratFile withSnapshot(Shelf of) {
    return new StratFile(plan, meshes, Optional.of(of.only(plan.machine(), plan.slots())));
  }

  /**
   * @param name what to call the file in an error
   * @throws Problem if the file is not such an archive, or something is missing in it
   */
  public static StratFile read(String name, byte[] archive) throws IOException {
    return read(name, archive, new Archive.Budget());
  }

  /**
   * As {@link #read(String, byte[])}.
   *
   * @param budget that the archive and those in it unpack to
   */
  public static StratFile read(String name, byte[] archive, Archive.Budget budget)
      throws IOException {
    Map<String, byte[]> documents =
        entries(name, archive, entry -> entry.equals(PLAN) || entry.equals(SHELF), budget);
    byte[] document = documents.get(PLAN);
    if (document == null) {
      throw bad(
          name, "There is no plan.json in it.", "A .strat file is a zip of plan.json and meshes.");
    }
    Plan plan = PlanFormat.parse(name, new String(document, StandardCharsets.UTF_8));
    Set<String> named =
        plan.pieces().stream()
            .flatMap(piece -> piece.meshes().stream())
            .map(MeshFiles::file)
            .collect(Collectors.toSet());
    Map<String, byte[]> entries = entries(name, archive, named::contains, budget);
    Map<String, byte[]> meshes = new LinkedHashMap<>();
    plan.pieces().stream()
        .flatMap(piece -> piece.meshes().stream())
        .forEach(
            reference -> {
              byte[] mesh = entries.get(MeshFiles.file(reference));
              if (mesh == null) {
                throw bad(
                    name,
                    "The mesh '%s' is not in the archive.".formatted(reference),
                    "Put it in, or export the plan again.");
              }
              meshes.put(reference, mesh);
            });
    Optional<Shelf> shelf =
        Optional.ofNullable(documents.get(SHELF))
            .map(bytes -> new String(bytes, StandardCharsets.UTF_8))
            .map(json -> ShelfFormat.parse(SHELF, json));
    return new StratFile(plan, meshes, shelf);
  }

  private static Map<String, byte[]> entries(
      String name, byte[] archive, Predicate<String> wanted, Archive.Budget budget)
      throws IOException {
    return Archive.read(
        name, Problem.Kind.PLAN_FORMAT, new ByteArrayInputStream(archive), wanted, budget);
  }

  /**
   * The plan that a program carries along.
   *
   * @throws Problem if it carries none
   */
  public static StratFile inProgram(String name, byte[] program) throws IOException {
    return inProgram(name, program, new Archive.Budget());
  }

  /**
   * As {@link #inProgram(String, byte[])}.
   *
   * @param budget that the plan's archive and those in it unpack to
   */
  public static StratFile inProgram(String name, byte[] program, Archive.Budget budget)
      throws IOException {
    return read(name, Enclosures.plan(name, program), budget);
  }

  /** The bytes of the file; the same plan gives the same. */
  public byte[] bytes() {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try {
      write(bytes);
    } catch (IOException e) {
      throw new UncheckedIOException("memory takes every byte", e);
    }
    return bytes.toByteArray();
  }

  public void write(OutputStream out) throws IOException {
    try (ZipOutputStream zip = new ZipOutputStream(out)) {
      zip.putNextEntry(entry(PLAN));
      zip.write(PlanFormat.write(plan).toPrettyString().getBytes(StandardCharsets.UTF_8));
      zip.closeEntry();
      if (shelf.isPresent()) {
        zip.putNextEntry(entry(SHELF));
        zip.write(ShelfFormat.write(shelf.get()).getBytes(StandardCharsets.UTF_8));
        zip.closeEntry();
      }
      Map<String, byte[]> files = new LinkedHashMap<>();
      meshes.forEach((reference, bytes) -> files.put(MeshFiles.file(reference), bytes));
      for (Map.Entry<String, byte[]> file : files.entrySet()) {
        zip.putNextEntry(entry(file.getKey()));
        zip.write(file.getValue());
        zip.closeEntry();
      }
    }
  }

  /** The same plan is the same file whenever it is written. */
  private static ZipEntry entry(String name) {
    ZipEntry entry = new ZipEntry(name);
    entry.setTimeLocal(LocalDateTime.of(1980, 1, 1, 0, 0));
    return entry;
  }

  private static Problem bad(String name, String reason, String remedy) {
    return new Problem(Problem.Kind.PLAN_FORMAT, name, reason, remedy);
  }
}

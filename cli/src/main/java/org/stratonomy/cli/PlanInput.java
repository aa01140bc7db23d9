package org.stratonomy.cli;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.stratonomy.engine.document.PlanFormat;
import org.stratonomy.engine.document.StratFile;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshPart;
import org.stratonomy.engine.mesh.MeshSource;
import org.stratonomy.engine.mesh.io.MeshFiles;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.CustomCode;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.PlanChecker;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.program.Enclosures;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.shelf.Shelf;

/**
 * A plan and its meshes from the command line: a plan file, a program that carries its plan, or a
 * bare mesh in the middle of a machine's bed.
 *
 * @param files the bytes of the file that a mesh is in
 * @param shelf with the machine and the filaments that the file brings along
 */
record PlanInput(Plan plan, MeshSource meshes, Function<String, byte[]> files, Shelf shelf) {

  /** As large as a file may be that the application takes. */
  private static final long MOST_BYTES = 256L << 20;

  /**
   * @param meshes directory of the meshes of a .json plan; beside it if there is none
   * @param machine id of a machine; empty for the plan's own, or the first of the shelf
   * @param values values of settings by their names, which hold everywhere
   * @throws Problem if the file or a value cannot be used
   */
  static PlanInput read(
      Path file, Optional<Path> meshes, Shelf shelf, String machine, Map<String, String> values)
      throws IOException {
    String name = file.getFileName().toString();
    String lower = name.toLowerCase(Locale.ROOT);
    byte[] content = content(file, name);
    PlanInput input;
    if (lower.endsWith(".strat")) {
      input = of(StratFile.read(name, content), shelf);
    } else if (Enclosures.isProgram(name)) {
      input = of(StratFile.inProgram(name, content), shelf);
    } else if (lower.endsWith(".json")) {
      Plan plan = PlanFormat.parse(name, new String(content, StandardCharsets.UTF_8));
      MeshDirectory directory = new MeshDirectory(meshes.orElse(file.toAbsolutePath().getParent()));
      input = new PlanInput(plan, remembering(directory::bytes), directory::bytes, shelf);
    } else {
      input = bareMesh(name, content, shelf, machine);
    }
    return new PlanInput(CustomCode.notAccepted(input.plan), input.meshes, input.files, input.shelf)
        .with(machine, values);
  }

  /**
   * @throws Problem if it is no regular file, or too large
   */
  static byte[] content(Path file, String place) throws IOException {
    if (Files.exists(file) && !Files.isRegularFile(file)) {
      throw new Problem(Problem.Kind.MESH, place, "It is no regular file.", "Give a file.");
    }
    if (Files.size(file) > MOST_BYTES) {
      throw new Problem(
          Problem.Kind.MESH,
          place,
          "It has more than %d MB.".formatted(MOST_BYTES >> 20),
          "Export the model with fewer triangles, or as binary STL.");
    }
    return Files.readAllBytes(file);
  }

  /** What is to be computed. */
  Job job() {
    return new Job(plan, shelf);
  }

  private static PlanInput of(StratFile strat, Shelf shelf) {
    Function<String, byte[]> files = strat.meshes()::get;
    Shelf with = strat.shelf().map(shelf::with).orElse(shelf);
    return new PlanInput(strat.plan(), remembering(files), files, with);
  }

  /** The plan with its meshes in one file, wherever they are now. */
  StratFile file() {
    Map<String, byte[]> meshes = new LinkedHashMap<>();
    List<Piece> pieces =
        plan.pieces().stream().map(piece -> piece.withMeshes(ref -> packed(ref, meshes))).toList();
    return new StratFile(plan.withPieces(pieces), meshes).withSnapshot(shelf);
  }

  private String packed(String reference, Map<String, byte[]> meshes) {
    String path = MeshFiles.file(reference);
    String packed = "meshes/" + Path.of(path).getFileName() + reference.substring(path.length());
    meshes.put(packed, files.apply(reference));
    return packed;
  }

  private static PlanInput bareMesh(String name, byte[] content, Shelf shelf, String machine) {
    List<MeshPart> parts = MeshFiles.read(name, ByteBuffer.wrap(content));
    Map<String, Mesh> meshes = new HashMap<>();
    List<Body> bodies = new ArrayList<>();
    for (MeshPart part : parts) {
      String reference = name + "#" + (bodies.size() + 1);
      meshes.put(reference, part.mesh());
      bodies.add(new Body("body-" + (bodies.size() + 1), part.name(), reference));
    }
    Machine on = machine.isEmpty() ? shelf.machines().getFirst() : machineOf(shelf, machine);
    int dot = name.lastIndexOf('.');
    String stem = dot > 0 ? name.substring(0, dot) : name;
    Piece piece =
        new Piece("piece", stem, bodies, Placement.at(on.bedX() / 2, on.bedY() / 2), List.of());
    List<String> slots = List.of(shelf.filaments().getFirst().id());
    return new PlanInput(
        new Plan(stem, on.id(), slots, List.of(piece), List.of(), List.of()),
        meshes::get,
        reference -> content,
        shelf);
  }

  /**
   * @throws Problem with the option's name as its place if machine or value cannot be
   */
  PlanInput with(String machine, Map<String, String> values) {
    Plan changed = plan;
    if (!machine.isEmpty()) {
      changed = plan.withMachine(machineOf(shelf, machine).id());
    }
    if (!values.isEmpty()) {
      Rule first = new Rule(Scope.EVERYWHERE, settings(values));
      PlanChecker.checkValues(first, "--set", changed, shelf.machine(changed.machine()));
      List<Rule> rules = new ArrayList<>();
      rules.add(first);
      rules.addAll(changed.rules());
      changed = changed.withRules(rules);
    }
    return new PlanInput(changed, meshes, files, shelf);
  }

  private static Machine machineOf(Shelf shelf, String id) {
    return StratonomyCommand.ofOption("--machine", () -> shelf.machine(id));
  }

  private static Map<Setting, Value> settings(Map<String, String> values) {
    Map<Setting, Value> set = new EnumMap<>(Setting.class);
    values.forEach(
        (name, text) -> {
          Setting setting =
              Setting.byId(name)
                  .orElseThrow(
                      () ->
                          new Problem(
                              Problem.Kind.PLAN,
                              "--set " + name,
                              "There is no such setting.",
                              remedyFor(name)));
          set.put(setting, value(setting, text));
        });
    return set;
  }

  private static String remedyFor(String name) {
    List<String> like = SettingsCommand.like(name);
    String all = "./stratonomy settings lists all.";
    return like.isEmpty() ? all : "Perhaps %s? %s".formatted(String.join(", ", like), all);
  }

  private static Value value(Setting setting, String text) {
    if (setting.isChoice()) {
      return Value.of(text);
    }
    try {
      return Value.of(Double.parseDouble(text));
    } catch (NumberFormatException e) {
      throw new Problem(
          Problem.Kind.PLAN,
          "--set " + setting.id(),
          "'%s' is not a number.".formatted(text),
          "Give a number, with a point before its decimals.");
    }
  }

  private static MeshSource remembering(Function<String, byte[]> files) {
    Map<String, Mesh> known = new HashMap<>();
    return ref ->
        known.computeIfAbsent(ref, r -> MeshFiles.mesh(r, ByteBuffer.wrap(files.apply(r))));
  }
}

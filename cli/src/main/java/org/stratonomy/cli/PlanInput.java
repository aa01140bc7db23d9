package org.stratonomy.cli;

import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.stratonomy.engine.document.PlanFormat;
import org.stratonomy.engine.document.StratFile;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshFiles;
import org.stratonomy.engine.mesh.MeshPart;
import org.stratonomy.engine.mesh.MeshSource;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.Machine;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Rule;
import org.stratonomy.engine.plan.Setting;
import org.stratonomy.engine.plan.Shelf;
import org.stratonomy.engine.plan.Value;
import org.stratonomy.engine.plan.Where;
import org.stratonomy.engine.problem.Problem;

/**
 * A plan and its meshes from the command line: a plan file, or a bare mesh in the middle of a
 * machine's bed.
 */
record PlanInput(Plan plan, MeshSource meshes) {

  /**
   * @param machine id of a machine; empty for the plan's own, or the first of the shelf
   * @param values values of settings by their names, which hold everywhere
   * @throws Problem if the file or a value cannot be used
   */
  static PlanInput read(Path file, Shelf shelf, String machine, Map<String, String> values)
      throws IOException {
    String name = file.getFileName().toString();
    String lower = name.toLowerCase(Locale.ROOT);
    PlanInput input;
    if (lower.endsWith(".strat")) {
      try (InputStream in = Files.newInputStream(file)) {
        StratFile strat = StratFile.read(name, in);
        input =
            new PlanInput(
                strat.plan(), remembering(ref -> ByteBuffer.wrap(strat.meshes().get(ref))));
      }
    } else if (lower.endsWith(".json")) {
      Plan plan = PlanFormat.parse(name, Files.readString(file, StandardCharsets.UTF_8));
      Path beside = file.toAbsolutePath().getParent();
      input =
          new PlanInput(plan, remembering(ref -> bytes(beside.resolve(MeshFiles.file(ref)), ref)));
    } else {
      input = bareMesh(name, Files.readAllBytes(file), shelf, machine);
    }
    return input.with(machine, values);
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
    Machine on = machine.isEmpty() ? shelf.machines().getFirst() : shelf.machine(machine);
    int dot = name.lastIndexOf('.');
    String stem = dot > 0 ? name.substring(0, dot) : name;
    Piece piece =
        new Piece("piece", stem, bodies, Placement.at(on.bedX() / 2, on.bedY() / 2), List.of());
    List<String> slots = List.of(shelf.filaments().getFirst().id());
    return new PlanInput(
        new Plan(stem, on.id(), slots, List.of(piece), List.of(), List.of()), meshes::get);
  }

  private PlanInput with(String machine, Map<String, String> values) {
    Plan changed = plan;
    if (!machine.isEmpty()) {
      changed = plan.withMachine(machine);
    }
    if (!values.isEmpty()) {
      List<Rule> rules = new ArrayList<>();
      rules.add(new Rule(Where.EVERYWHERE, settings(values)));
      rules.addAll(changed.rules());
      changed = changed.withRules(rules);
    }
    return new PlanInput(changed, meshes);
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
                              "docs/formats/plan.md lists their names."));
          set.put(setting, value(setting, text));
        });
    return set;
  }

  private static Value value(Setting setting, String text) {
    if (!setting.choices().isEmpty()) {
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

  private interface Bytes {
    ByteBuffer of(String reference);
  }

  private static MeshSource remembering(Bytes bytes) {
    Map<String, Mesh> known = new HashMap<>();
    return ref -> known.computeIfAbsent(ref, r -> MeshFiles.mesh(r, bytes.of(r)));
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

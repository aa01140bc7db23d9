package org.stratonomy.cli;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.stratonomy.engine.Planner;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.mesh.MeshPart;
import org.stratonomy.engine.mesh.MeshReport;
import org.stratonomy.engine.mesh.io.MeshFiles;
import org.stratonomy.engine.mesh.io.ThreeMfWriter;
import org.stratonomy.engine.shelf.Shelf;
import org.stratonomy.engine.strata.HeightProfile;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Says what a mesh file holds, what was mended, and where its outline changes. */
@Command(
    name = "inspect",
    mixinStandardHelpOptions = true,
    description = "Says what a mesh file holds and at which heights its outline changes abruptly.",
    footer = StratonomyCommand.EXIT_CODES)
final class InspectCommand implements Callable<Integer> {
  private static final long MEMO_BYTES = 64L << 20;

  /** Shells are said to overlap from this share of their volume on. */
  private static final double OVERLAP = 0.01;

  @Parameters(paramLabel = "MESH", description = "A mesh file: STL, OBJ, 3MF, PLY or AMF.")
  private Path file;

  @Option(
      names = "--layer-height",
      paramLabel = "MM",
      defaultValue = "0.2",
      description = "Distance of the heights that are looked at, mm; 0.2 if not given.")
  private double layerHeight;

  @Option(
      names = "--write",
      paramLabel = "FILE",
      description = "Also write what was read, as it was mended, with its colours, as 3MF.")
  private Path written;

  @Option(names = "--json", description = "Say it as JSON, errors too.")
  private boolean json;

  @Override
  public Integer call() {
    return StratonomyCommand.run(json, this::inspect);
  }

  private void inspect() throws IOException {
    Shelf shelf = ShelfReader.standard();
    String name = file.getFileName().toString();
    List<MeshPart> parts = MeshFiles.read(name, ByteBuffer.wrap(PlanInput.content(file, name)));
    String height = Double.toString(layerHeight);
    Map<String, String> values = Map.of("layerHeight", height, "firstLayerHeight", height);
    PlanInput mesh = PlanInput.read(file, Optional.empty(), shelf, "", Map.of());
    PlanInput input = StratonomyCommand.ofOption("--layer-height", () -> mesh.with("", values));
    HeightProfile profile;
    try (Planner planner = new Planner(MEMO_BYTES, 1)) {
      profile = planner.profiles(input.job(), input.meshes()).getFirst();
    }
    if (written != null) {
      try (OutputStream out = Files.newOutputStream(written)) {
        ThreeMfWriter.write(parts, out);
      }
    }
    if (json) {
      System.out.println(asJson(parts, profile).toPrettyString());
    } else {
      parts.forEach(InspectCommand::say);
      double sum = parts.stream().mapToDouble(part -> part.mesh().report().volumeMm3()).sum();
      if (profile.volumeMm3() < (1 - OVERLAP) * sum) {
        System.out.printf("Shells overlap; together they take up %.3f mm³%n", profile.volumeMm3());
      }
      System.out.print("The outline changes abruptly at:");
      profile.marks().forEach(mark -> System.out.printf(" %.3f", mark));
      System.out.println(profile.marks().isEmpty() ? " no height" : " mm above the lowest point");
    }
  }

  private static void say(MeshPart part) {
    MeshReport r = part.mesh().report();
    Bounds b = r.bounds();
    System.out.printf("%s%s%n", part.name(), part.colour().map(c -> ", colour " + c).orElse(""));
    System.out.printf(
        "  %,d triangles, %,d vertices, %s%n",
        r.triangles(), r.vertices(), r.shells() == 1 ? "1 shell" : r.shells() + " shells");
    System.out.printf(
        "  %.3f × %.3f × %.3f mm, volume %.3f mm³, surface %.3f mm²%n",
        b.sizeX(), b.sizeY(), b.sizeZ(), r.volumeMm3(), r.areaMm2());
    System.out.printf(
        "  open edges %d, holes closed %d, triangles turned %d, without area %d%n",
        r.openEdges(), r.holesClosed(), r.flipped(), r.degenerate());
  }

  private static ObjectNode asJson(List<MeshPart> parts, HeightProfile profile) {
    ObjectNode root = JsonMapper.shared().createObjectNode();
    ArrayNode meshes = root.putArray("meshes");
    for (MeshPart part : parts) {
      MeshReport r = part.mesh().report();
      Bounds b = r.bounds();
      ObjectNode mesh = meshes.addObject().put("name", part.name());
      part.colour().ifPresent(colour -> mesh.put("colour", colour));
      mesh.put("triangles", r.triangles()).put("vertices", r.vertices());
      mesh.put("shells", r.shells()).put("openEdges", r.openEdges());
      mesh.put("holesClosed", r.holesClosed()).put("flipped", r.flipped());
      mesh.put("degenerate", r.degenerate());
      mesh.put("volumeMm3", r.volumeMm3()).put("areaMm2", r.areaMm2());
      mesh.putArray("min").add(b.minX()).add(b.minY()).add(b.minZ());
      mesh.putArray("max").add(b.maxX()).add(b.maxY()).add(b.maxZ());
    }
    root.put("volumeOfLayersMm3", profile.volumeMm3());
    ArrayNode heights = root.putArray("outlineChangesMm");
    profile.marks().forEach(heights::add);
    return root;
  }
}

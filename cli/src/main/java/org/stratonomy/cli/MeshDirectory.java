package org.stratonomy.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import org.stratonomy.engine.mesh.io.MeshFiles;
import org.stratonomy.engine.problem.Problem;

/**
 * The directory that a plan's meshes are read from. A plan may come from anybody, so its references
 * lead nowhere else, by whatever dots or links.
 */
record MeshDirectory(Path directory) {
  /**
   * The file that a reference names.
   *
   * @throws Problem if it cannot be read, or lies elsewhere
   */
  byte[] bytes(String reference) {
    try {
      Path root = directory.toRealPath();
      Path file = root.resolve(MeshFiles.file(reference)).toRealPath();
      if (!file.startsWith(root)) {
        throw new Problem(
            Problem.Kind.MESH,
            reference,
            "It lies outside of %s.".formatted(directory),
            "Put it beside the plan, or name its directory with --meshes.");
      }
      if (!Files.isRegularFile(file)) {
        throw new Problem(
            Problem.Kind.MESH,
            reference,
            "It is no regular file.",
            "Correct its name in the plan.");
      }
      return PlanInput.content(file, reference);
    } catch (IOException | InvalidPathException e) {
      throw new Problem(
          Problem.Kind.MESH,
          reference,
          "The mesh cannot be read in %s.".formatted(directory),
          "Put it beside the plan, correct its name there, or name its directory with --meshes.");
    }
  }
}

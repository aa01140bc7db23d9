package org.stratonomy.app.plans;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.web.multipart.MultipartFile;
import org.stratonomy.app.plans.PlanImporter.Dropped;
import org.stratonomy.engine.guard.MemoryShare;
import org.stratonomy.engine.problem.Problem;

/**
 * Uploaded files, kept after their request has been answered until they are read. They wait on the
 * disk; memory is taken when it is their turn.
 */
final class Uploads implements AutoCloseable {
  private static final int MOST_FILES = 50;

  private record Upload(String name, Path file) {}

  private final List<Upload> uploads = new ArrayList<>();
  private Optional<MemoryShare> memory = Optional.empty();

  private Uploads() {}

  /**
   * @throws Problem if there are too many
   */
  static Uploads of(List<MultipartFile> files) throws IOException {
    if (files.size() > MOST_FILES) {
      throw new Problem(
          Problem.Kind.MESH,
          "the dropped files",
          "There are %d; %d are possible at once.".formatted(files.size(), MOST_FILES),
          "Drop fewer files at a time.");
    }
    Uploads uploads = new Uploads();
    try {
      for (MultipartFile file : files) {
        String name = file.getOriginalFilename();
        Path kept = Files.createTempFile("stratonomy-upload", ".part");
        uploads.uploads.add(new Upload(name == null ? "model.stl" : name, kept));
        file.transferTo(kept);
      }
      return uploads;
    } catch (IOException | RuntimeException e) {
      uploads.close();
      throw e;
    }
  }

  /**
   * @throws Problem if memory does not suffice for them
   */
  synchronized List<Dropped> read() throws IOException {
    long bytes = 0;
    for (Upload upload : uploads) {
      bytes += Files.size(upload.file);
    }
    memory = MemoryShare.take(bytes);
    if (memory.isEmpty()) {
      throw Problem.ofMemory(Problem.Kind.MESH, "the dropped files");
    }
    List<Dropped> dropped = new ArrayList<>();
    for (Upload upload : uploads) {
      dropped.add(new Dropped(upload.name, Files.readAllBytes(upload.file)));
    }
    return dropped;
  }

  @Override
  public synchronized void close() {
    memory.ifPresent(MemoryShare::close);
    memory = Optional.empty();
    for (Upload upload : uploads) {
      try {
        Files.deleteIfExists(upload.file);
      } catch (IOException e) {
        // The system clears its temporary files.
      }
    }
    uploads.clear();
  }
}

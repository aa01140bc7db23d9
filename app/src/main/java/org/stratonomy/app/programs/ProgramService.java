package org.stratonomy.app.programs;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.zip.GZIPInputStream;
import java.util.zip.GZIPOutputStream;
import org.springframework.stereotype.Service;
import org.stratonomy.app.meshes.MeshService;
import org.stratonomy.app.plans.MissingException;
import org.stratonomy.app.plans.PlanImporter;
import org.stratonomy.app.plans.PlanService;
import org.stratonomy.app.results.Computations;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.Planner;
import org.stratonomy.engine.check.Finding;
import org.stratonomy.engine.picture.PlanPicture;
import org.stratonomy.engine.program.Enclosures;

/** Writes programs and keeps them with the revisions that they came from. */
@Service
class ProgramService {
  private final ProgramRepository programs;
  private final PlanService plans;
  private final Computations computations;
  private final PlanImporter importer;
  private final MeshService meshes;
  private final Planner planner;
  private final Clock clock;

  ProgramService(
      ProgramRepository programs,
      PlanService plans,
      Computations computations,
      PlanImporter importer,
      MeshService meshes,
      Planner planner,
      Clock clock) {
    this.programs = programs;
    this.plans = plans;
    this.computations = computations;
    this.importer = importer;
    this.meshes = meshes;
    this.planner = planner;
    this.clock = clock;
  }

  /** A program's file. */
  record ProgramFile(String name, byte[] content) {}

  /**
   * @param despite ids of the errors that the planner knows of, and writes the program all the same
   * @throws Problem if another finding says that the program could not be printed
   */
  ProgramView write(UUID revision, Set<String> despite) throws IOException {
    PlanResult result = computations.result(revision);
    result.checkPrintable(despite);
    List<String> titles = result.errors().stream().map(Finding::title).toList();
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    CountingStream counting;
    try (GZIPOutputStream zipped = new GZIPOutputStream(bytes)) {
      counting = new CountingStream(zipped);
      Enclosures enclosed =
          new Enclosures(
              () -> PlanPicture.small(result.plan(), planner.shelf(), meshes),
              () -> importer.export(result.plan()).bytes());
      Planner.writeProgram(result, titles, Optional.of(enclosed), counting);
    }
    ProgramEntity program =
        new ProgramEntity(
            UUID.randomUUID(),
            plans.planOf(revision),
            revision,
            Planner.programName(result),
            bytes.toByteArray(),
            counting.count(),
            String.join("\n", titles),
            clock.instant());
    programs.save(program);
    return views(plans.planOf(revision)).getFirst();
  }

  List<ProgramView> views(UUID plan) {
    return programs.viewsOf(plan);
  }

  ProgramFile file(UUID id) throws IOException {
    ProgramEntity program =
        programs.findById(id).orElseThrow(() -> new MissingException("program", id.toString()));
    try (InputStream in = new GZIPInputStream(new ByteArrayInputStream(program.content()))) {
      return new ProgramFile(program.fileName(), in.readAllBytes());
    }
  }
}

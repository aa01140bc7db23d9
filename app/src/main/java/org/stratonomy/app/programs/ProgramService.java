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
import org.stratonomy.app.plans.PlanImporter;
import org.stratonomy.app.plans.PlanService;
import org.stratonomy.app.problems.MissingException;
import org.stratonomy.app.results.Computations;
import org.stratonomy.app.tasks.Lane;
import org.stratonomy.app.tasks.TaskService;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.Planner;
import org.stratonomy.engine.check.Finding;
import org.stratonomy.engine.program.Enclosures;
import org.stratonomy.report.PlanPicture;

/** Writes programs and keeps them with the revisions that they came from. */
@Service
class ProgramService {
  private final ProgramRepository programs;
  private final PlanService plans;
  private final Computations computations;
  private final PlanImporter importer;
  private final MeshService meshes;
  private final TaskService tasks;
  private final Clock clock;

  ProgramService(
      ProgramRepository programs,
      PlanService plans,
      Computations computations,
      PlanImporter importer,
      MeshService meshes,
      TaskService tasks,
      Clock clock) {
    this.tasks = tasks;
    this.programs = programs;
    this.plans = plans;
    this.computations = computations;
    this.importer = importer;
    this.meshes = meshes;
    this.clock = clock;
  }

  /** A program's file. */
  record ProgramFile(String name, byte[] content) {}

  /**
   * @param despite ids of the errors that the planner knows of, and writes the program all the same
   * @throws Problem if another finding says that the program could not be printed
   */
  ProgramView write(UUID revision, Set<String> despite) {
    UUID plan = plans.planOf(revision);
    PlanResult result = computations.result(revision);
    result.checkPrintable(despite);
    return tasks.run(
        Lane.COMPUTE,
        plan,
        progress -> {
          progress.at("program", 0, 1);
          return written(plan, revision, result);
        });
  }

  private ProgramView written(UUID plan, UUID revision, PlanResult result) throws IOException {
    List<String> titles = result.errors().stream().map(Finding::title).toList();
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    CountingStream counting;
    try (GZIPOutputStream zipped = new GZIPOutputStream(bytes)) {
      counting = new CountingStream(zipped);
      Enclosures enclosed =
          new Enclosures(
              () -> PlanPicture.small(result.job(), meshes),
              () -> importer.export(result.job()).bytes());
      Planner.writeProgram(result, titles, Optional.of(enclosed), counting);
    }
    ProgramEntity program =
        new ProgramEntity(
            UUID.randomUUID(),
            plan,
            revision,
            Planner.programName(result),
            bytes.toByteArray(),
            counting.count(),
            String.join("\n", titles),
            clock.instant());
    programs.save(program);
    return new ProgramView(
        program.id(),
        revision,
        program.fileName(),
        counting.count(),
        program.created(),
        program.despite());
  }

  /** Programs of a plan that was not removed. */
  List<ProgramView> views(UUID plan) {
    plans.get(plan);
    return programs.viewsOf(plan);
  }

  ProgramFile file(UUID plan, UUID id) throws IOException {
    plans.get(plan);
    ProgramEntity program =
        programs
            .findByIdAndPlan(id, plan)
            .orElseThrow(() -> new MissingException("program", id.toString()));
    try (InputStream in = new GZIPInputStream(new ByteArrayInputStream(program.content()))) {
      return new ProgramFile(program.fileName(), in.readAllBytes());
    }
  }
}

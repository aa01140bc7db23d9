package org.stratonomy.app.results;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.URI;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import org.springframework.format.annotation.DateTimeFormat;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.stratonomy.app.files.Attachment;
import org.stratonomy.app.plans.PlanService;
import org.stratonomy.app.plans.PlanState;
import org.stratonomy.app.problems.MissingException;
import org.stratonomy.app.tasks.Lane;
import org.stratonomy.app.tasks.TaskService;
import org.stratonomy.app.tasks.TaskView;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.check.Finding;
import org.stratonomy.engine.check.Finding.Remedy;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.schedule.Bleed;
import org.stratonomy.engine.schedule.Schedule;
import org.stratonomy.report.LedgerFormat;
import org.stratonomy.report.RunSheet;

/** What was computed of a revision; a revision never changes, so neither does its result. */
@RestController
@RequestMapping("/api/revisions/{revision}")
class ResultController {
  /** How long a request for a result waits before it answers how far the computation is, ms. */
  private static final long PATIENCE_MS = 700;

  private static final int VIEWS_KEPT = 200;
  private static final int FIRST_YEAR = 2000;
  private static final int LAST_YEAR = 2200;

  private final Computations computations;
  private final PlanService plans;
  private final Pictures pictures;
  private final TaskService tasks;

  /** Views are made once for each result, for as long as the result is kept. */
  private final Cache<PlanResult, ResultView> views =
      Caffeine.newBuilder().weakKeys().maximumSize(VIEWS_KEPT).build();

  ResultController(
      Computations computations, PlanService plans, Pictures pictures, TaskService tasks) {
    this.computations = computations;
    this.plans = plans;
    this.pictures = pictures;
    this.tasks = tasks;
  }

  @GetMapping("/result")
  @ApiResponse(
      responseCode = "200",
      description = "The result",
      content = @Content(schema = @Schema(implementation = ResultView.class)))
  @ApiResponse(
      responseCode = "202",
      description = "How far the computation is",
      content = @Content(schema = @Schema(implementation = TaskView.class)))
  ResponseEntity<Object> result(@PathVariable UUID revision) {
    return switch (computations.await(revision, PATIENCE_MS)) {
      case Computations.Outcome.Done done ->
          ResponseEntity.ok()
              .cacheControl(CacheControl.noStore())
              .body(views.get(done.result(), ResultMapper::view));
      case Computations.Outcome.Pending pending ->
          ResponseEntity.accepted()
              .cacheControl(CacheControl.noStore())
              .location(URI.create("/api/tasks/" + pending.task().id()))
              .body(pending.task());
    };
  }

  /** The toolpaths of one layer, as docs/formats/layer.md says. */
  @GetMapping(path = "/layers/{number}", produces = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  ResponseEntity<byte[]> layer(@PathVariable UUID revision, @PathVariable int number) {
    PlanResult result = computations.result(revision);
    return tasks.run(Lane.LOOK, plans.planOf(revision), progress -> layer(result, number));
  }

  private static ResponseEntity<byte[]> layer(PlanResult result, int number) {
    Schedule schedule = result.schedule();
    List<LayerBytes.Pass> passes =
        schedule.passes(number).stream()
            .map(
                i ->
                    new LayerBytes.Pass(
                        schedule.layers().get(i), Bleed.of(schedule, result.resolver(), i)))
            .toList();
    if (passes.isEmpty() && (number < 1 || number > result.stack().size())) {
      throw new MissingException("layer", Integer.toString(number));
    }
    return bytes(LayerBytes.of(passes));
  }

  private static ResponseEntity<byte[]> bytes(byte[] content) {
    return ResponseEntity.ok()
        .cacheControl(CacheControl.noStore())
        .contentType(MediaType.APPLICATION_OCTET_STREAM)
        .body(content);
  }

  /**
   * The toolpaths of one layer before the whole result is there, in the form of {@link #layer}.
   *
   * @param height in the layer, mm
   */
  @GetMapping(path = "/preview", produces = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  ResponseEntity<byte[]> preview(@PathVariable UUID revision, @RequestParam double height) {
    return tasks.run(
        Lane.LOOK,
        plans.planOf(revision),
        progress ->
            computations
                .preview(revision, height)
                .map(layer -> bytes(LayerBytes.of(List.of(new LayerBytes.Pass(layer, List.of())))))
                .orElseGet(() -> ResponseEntity.noContent().build()));
  }

  /** A browser waits for it as for any picture, without holding a thread. */
  @GetMapping(path = "/picture", produces = MediaType.IMAGE_PNG_VALUE)
  CompletableFuture<ResponseEntity<byte[]>> picture(@PathVariable UUID revision) {
    return tasks.later(
        Lane.LOOK,
        plans.planOf(revision),
        progress ->
            ResponseEntity.ok()
                .cacheControl(CacheControl.noStore())
                .contentType(MediaType.IMAGE_PNG)
                .body(pictures.png(revision)));
  }

  /** Time and material, as docs/formats/ledger.md says. */
  @GetMapping(path = "/ledger.json", produces = MediaType.APPLICATION_JSON_VALUE)
  CompletableFuture<ResponseEntity<String>> ledger(@PathVariable UUID revision) {
    return file(
        revision,
        result ->
            Attachment.named(result.plan().name() + " ledger.json")
                .contentType(MediaType.APPLICATION_JSON)
                .body(LedgerFormat.write(result.plan(), result.ledger()).toPrettyString()));
  }

  /** The same as comma-separated values. */
  @GetMapping(path = "/ledger.csv", produces = "text/csv")
  CompletableFuture<ResponseEntity<String>> ledgerTable(@PathVariable UUID revision) {
    return file(
        revision,
        result ->
            Attachment.named(result.plan().name() + " ledger.csv")
                .contentType(MediaType.valueOf("text/csv;charset=UTF-8"))
                .body(LedgerFormat.csv(result.plan(), result.ledger())));
  }

  /**
   * The operator's run sheet.
   *
   * @param start when the print starts, as 2026-03-09T08:30; now if it is left out
   */
  @GetMapping(path = "/run-sheet.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
  CompletableFuture<ResponseEntity<byte[]>> runSheet(
      @PathVariable UUID revision,
      @RequestParam @DateTimeFormat(iso = DateTimeFormat.ISO.DATE_TIME)
          Optional<LocalDateTime> start) {
    LocalDateTime at = start.orElseGet(LocalDateTime::now);
    if (at.getYear() < FIRST_YEAR || at.getYear() > LAST_YEAR) {
      throw new Problem(
          Problem.Kind.PLAN,
          "the start of the print",
          "The year %d is out of range.".formatted(at.getYear()),
          "Give a year from %d to %d.".formatted(FIRST_YEAR, LAST_YEAR));
    }
    return file(
        revision,
        result -> {
          ByteArrayOutputStream pdf = new ByteArrayOutputStream();
          RunSheet.write(result, at, Optional.of(pictures.png(revision)), pdf);
          return Attachment.named(result.plan().name() + " run sheet.pdf")
              .contentType(MediaType.APPLICATION_PDF)
              .body(pdf.toByteArray());
        });
  }

  /** Makes a file of a result. */
  private interface Maker<T> {
    ResponseEntity<T> make(PlanResult result) throws IOException;
  }

  private <T> CompletableFuture<ResponseEntity<T>> file(UUID revision, Maker<T> maker) {
    return tasks.later(
        Lane.LOOK,
        plans.planOf(revision),
        progress -> maker.make(computations.waitedFor(revision)));
  }

  /** Applies a remedy that a finding of this revision proposes. */
  @PostMapping("/remedies")
  PlanState apply(
      @PathVariable UUID revision,
      @RequestParam int version,
      @RequestParam String finding,
      @RequestParam int remedy) {
    Remedy chosen =
        computations.result(revision).findings().stream()
            .filter(f -> f.id().equals(finding) && remedy < f.remedies().size() && remedy >= 0)
            .map(Finding::remedies)
            .map(remedies -> remedies.get(remedy))
            .findFirst()
            .orElseThrow(() -> new MissingException("remedy for", finding));
    UUID plan = plans.planOf(revision);
    return tasks.run(
        Lane.EDIT,
        plan,
        progress -> plans.edit(plan, version, chosen.plan(), "Remedy: " + chosen.label()));
  }
}

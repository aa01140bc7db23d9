package org.stratonomy.app.results;

import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
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
import org.stratonomy.app.plans.MissingException;
import org.stratonomy.app.plans.PlanService;
import org.stratonomy.app.plans.PlanState;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.check.Finding;
import org.stratonomy.engine.check.Finding.Remedy;
import org.stratonomy.engine.document.LedgerFormat;
import org.stratonomy.engine.merge.Bleed;
import org.stratonomy.engine.merge.Schedule;
import org.stratonomy.engine.sheet.RunSheet;

/** What was computed of a revision; a revision never changes, so neither does its result. */
@RestController
@RequestMapping("/api/revisions/{revision}")
class ResultController {
  /** How long a request for a result waits before it answers how far the computation is, ms. */
  private static final long PATIENCE_MS = 250;

  private final Computations computations;
  private final PlanService plans;
  private final Pictures pictures;

  ResultController(Computations computations, PlanService plans, Pictures pictures) {
    this.computations = computations;
    this.plans = plans;
    this.pictures = pictures;
  }

  @GetMapping("/result")
  @ApiResponse(
      responseCode = "200",
      description = "The result",
      content = @Content(schema = @Schema(implementation = ResultView.class)))
  @ApiResponse(
      responseCode = "202",
      description = "How far the computation is",
      content = @Content(schema = @Schema(implementation = Progress.class)))
  ResponseEntity<Object> result(@PathVariable UUID revision) {
    return switch (computations.await(revision, PATIENCE_MS)) {
      case Computations.Outcome.Done done ->
          ResponseEntity.ok()
              .cacheControl(CacheControl.noStore())
              .body(ResultMapper.view(done.result()));
      case Computations.Outcome.Pending pending ->
          ResponseEntity.accepted()
              .cacheControl(CacheControl.noStore())
              .body(
                  new Progress(
                      pending.stage().name(), pending.stage().done(), pending.stage().total()));
    };
  }

  /** How far a computation is. */
  record Progress(String stage, int done, int total) {}

  /** The toolpaths of one layer, as docs/formats/layer.md says. */
  @GetMapping(path = "/layers/{number}", produces = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  ResponseEntity<byte[]> layer(@PathVariable UUID revision, @PathVariable int number) {
    PlanResult result = computations.result(revision);
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
    return ResponseEntity.ok().cacheControl(CacheControl.noStore()).body(LayerBytes.of(passes));
  }

  /**
   * The toolpaths of one layer before the whole result is there, in the form of {@link #layer}.
   *
   * @param height in the layer, mm
   */
  @GetMapping(path = "/preview", produces = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  ResponseEntity<byte[]> preview(@PathVariable UUID revision, @RequestParam double height) {
    return computations
        .preview(revision, height)
        .map(
            layer ->
                ResponseEntity.ok()
                    .cacheControl(CacheControl.noStore())
                    .body(LayerBytes.of(List.of(new LayerBytes.Pass(layer, List.of())))))
        .orElseGet(() -> ResponseEntity.noContent().build());
  }

  @GetMapping(path = "/picture", produces = MediaType.IMAGE_PNG_VALUE)
  ResponseEntity<byte[]> picture(@PathVariable UUID revision) {
    return ResponseEntity.ok().cacheControl(CacheControl.noStore()).body(pictures.png(revision));
  }

  /** Time and material, as docs/formats/ledger.md says. */
  @GetMapping(path = "/ledger.json", produces = MediaType.APPLICATION_JSON_VALUE)
  ResponseEntity<String> ledger(@PathVariable UUID revision) {
    PlanResult result = computations.result(revision);
    return Attachment.named(result.plan().name() + " ledger.json")
        .body(LedgerFormat.write(result.plan(), result.ledger()).toPrettyString());
  }

  /** The same as comma-separated values. */
  @GetMapping(path = "/ledger.csv", produces = "text/csv")
  ResponseEntity<String> ledgerTable(@PathVariable UUID revision) {
    PlanResult result = computations.result(revision);
    return Attachment.named(result.plan().name() + " ledger.csv")
        .body(LedgerFormat.csv(result.plan(), result.ledger()));
  }

  /**
   * The operator's run sheet.
   *
   * @param start when the print starts, as 2026-03-09T08:30; now if it is left out
   */
  @GetMapping(path = "/run-sheet.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
  ResponseEntity<byte[]> runSheet(
      @PathVariable UUID revision,
      @RequestParam @DateTimeFormat(iso = DateTimeFormat.ISO.DATE_TIME)
          Optional<LocalDateTime> start)
      throws IOException {
    PlanResult result = computations.result(revision);
    ByteArrayOutputStream pdf = new ByteArrayOutputStream();
    RunSheet.write(
        result, start.orElseGet(LocalDateTime::now), Optional.of(pictures.png(revision)), pdf);
    return Attachment.named(result.plan().name() + " run sheet.pdf").body(pdf.toByteArray());
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
    return plans.edit(plans.planOf(revision), version, chosen.plan());
  }
}

package org.stratonomy.app.plans;

import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.io.IOException;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import org.stratonomy.app.files.Attachment;
import org.stratonomy.app.plans.PlanImporter.Dropped;
import org.stratonomy.app.tasks.Lane;
import org.stratonomy.app.tasks.TaskService;
import org.stratonomy.engine.PlanChange;
import org.stratonomy.engine.document.EditFormat;
import org.stratonomy.engine.document.PlanFormat;
import org.stratonomy.engine.document.StratFile;
import org.stratonomy.engine.place.CommonOrigin;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

@RestController
@RequestMapping("/api/plans")
class PlanController {
  private final PlanService plans;
  private final PlanImporter importer;
  private final EditService editor;
  private final TaskService tasks;

  PlanController(PlanService plans, PlanImporter importer, EditService editor, TaskService tasks) {
    this.tasks = tasks;
    this.plans = plans;
    this.importer = importer;
    this.editor = editor;
  }

  /**
   * A new state of a plan.
   *
   * @param version that the edit started from
   */
  record Replacement(
      int version, @NotNull @Schema(ref = "#/components/schemas/PlanDocument") JsonNode document) {}

  @GetMapping
  List<PlanSummary> all() {
    return plans.all();
  }

  @PostMapping(consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
  @ApiResponse(responseCode = "201")
  ResponseEntity<PlanState> create(
      @RequestParam("files") List<MultipartFile> files,
      @RequestParam(defaultValue = "false") boolean together)
      throws IOException {
    return parsed(
        UUID.randomUUID(),
        files,
        dropped ->
            ResponseEntity.status(HttpStatus.CREATED).body(importer.create(dropped, together)));
  }

  /** Whether files seem to belong together on a common origin, before they are put into a plan. */
  @PostMapping(path = "/belonging", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
  CommonOrigin belonging(@RequestParam("files") List<MultipartFile> files) throws IOException {
    return parsed(UUID.randomUUID(), files, importer::belonging);
  }

  @GetMapping("/{id}")
  PlanState get(@PathVariable UUID id) {
    return plans.get(id);
  }

  /** What another machine would mean for the plan, before it is taken. */
  @GetMapping("/{id}/machines/{machine}")
  PlanChange machine(@PathVariable UUID id, @PathVariable String machine) {
    return tasks.run(Lane.LOOK, id, progress -> plans.machineChange(id, machine));
  }

  /** What another filament in a slot would mean for the plan, before it is taken. */
  @GetMapping("/{id}/slots/{slot}/filaments/{filament}")
  PlanChange filament(
      @PathVariable UUID id, @PathVariable int slot, @PathVariable String filament) {
    return tasks.run(Lane.LOOK, id, progress -> plans.filamentChange(id, slot, filament));
  }

  /** Puts a whole document in the place of the plan's, for scripts; people make edits. */
  @PutMapping("/{id}")
  PlanState replace(@PathVariable UUID id, @Valid @RequestBody Replacement changed) {
    return tasks.run(
        Lane.EDIT,
        id,
        progress ->
            plans.edit(
                id,
                changed.version(),
                PlanFormat.read("the plan", changed.document()),
                "Replaced the whole plan"));
  }

  @PostMapping("/{id}/edits")
  PlanState edit(
      @PathVariable UUID id,
      @RequestParam int version,
      @RequestBody @Schema(ref = "#/components/schemas/PlanEdit") ObjectNode edit) {
    return tasks.run(Lane.EDIT, id, progress -> editor.edit(id, version, EditFormat.read(edit)));
  }

  /** Takes machine and filaments as the shelf has them now. */
  @PostMapping("/{id}/follow")
  PlanState follow(@PathVariable UUID id, @RequestParam int version) {
    return tasks.run(Lane.EDIT, id, progress -> plans.follow(id, version));
  }

  @DeleteMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void remove(@PathVariable UUID id) {
    plans.remove(id);
  }

  @PostMapping("/{id}/restore")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void restore(@PathVariable UUID id) {
    plans.restore(id);
  }

  @PostMapping("/{id}/undo")
  PlanState undo(@PathVariable UUID id, @RequestParam int version) {
    return plans.undo(id, version);
  }

  @PostMapping("/{id}/redo")
  PlanState redo(@PathVariable UUID id, @RequestParam int version) {
    return plans.redo(id, version);
  }

  @PostMapping(path = "/{id}/pieces", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
  PlanState add(
      @PathVariable UUID id,
      @RequestParam int version,
      @RequestParam("files") List<MultipartFile> files,
      @RequestParam(defaultValue = "false") boolean together)
      throws IOException {
    return parsed(id, files, dropped -> importer.add(id, version, dropped, together));
  }

  /** Puts the inside of a mesh into a piece as a region. */
  @PostMapping(path = "/{id}/regions", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
  PlanState addRegion(
      @PathVariable UUID id,
      @RequestParam int version,
      @RequestParam String piece,
      @RequestParam("files") MultipartFile file)
      throws IOException {
    return parsed(
        id, List.of(file), dropped -> importer.addRegion(id, version, piece, dropped.getFirst()));
  }

  @GetMapping(path = "/{id}/strat", produces = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  CompletableFuture<ResponseEntity<byte[]>> export(@PathVariable UUID id) {
    return tasks.later(
        Lane.LOOK,
        id,
        progress -> {
          StratFile file = importer.export(id);
          return Attachment.named(file.plan().name() + ".strat")
              .contentType(MediaType.APPLICATION_OCTET_STREAM)
              .body(file.bytes());
        });
  }

  /** What is done with dropped files. */
  private interface Reader<T> {
    T read(List<Dropped> files) throws IOException;
  }

  /** Reads files as a task; they are kept for it beyond the request. */
  private <T> T parsed(UUID of, List<MultipartFile> files, Reader<T> reader) throws IOException {
    Uploads uploads = Uploads.of(files);
    return tasks.run(
        Lane.PARSE,
        of,
        progress -> {
          progress.at("reading", 0, 1);
          return reader.read(uploads.read());
        },
        uploads::close);
  }
}

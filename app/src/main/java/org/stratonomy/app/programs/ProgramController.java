package org.stratonomy.app.programs;

import java.io.IOException;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.stratonomy.app.files.Attachment;

@RestController
class ProgramController {
  private final ProgramService programs;

  ProgramController(ProgramService programs) {
    this.programs = programs;
  }

  /**
   * Writes a program.
   *
   * @param despite ids of errors in spite of which it is written; that is noted in the program
   */
  @PostMapping("/api/revisions/{revision}/programs")
  @ResponseStatus(HttpStatus.CREATED)
  ProgramView write(
      @PathVariable UUID revision, @RequestParam(defaultValue = "") Set<String> despite) {
    return programs.write(revision, despite);
  }

  @GetMapping("/api/plans/{plan}/programs")
  List<ProgramView> all(@PathVariable UUID plan) {
    return programs.views(plan);
  }

  @GetMapping(
      path = "/api/plans/{plan}/programs/{id}",
      produces = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  ResponseEntity<byte[]> file(@PathVariable UUID plan, @PathVariable UUID id) throws IOException {
    ProgramService.ProgramFile file = programs.file(plan, id);
    return Attachment.named(file.name()).body(file.content());
  }
}

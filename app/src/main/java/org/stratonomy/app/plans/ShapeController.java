package org.stratonomy.app.plans;

import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.stratonomy.app.tasks.Lane;
import org.stratonomy.app.tasks.TaskService;
import org.stratonomy.engine.mesh.shape.Shape;

/** Models that are made of numbers instead of files. */
@RestController
@RequestMapping("/api/plans")
class ShapeController {
  private final PlanImporter importer;
  private final TaskService tasks;

  ShapeController(PlanImporter importer, TaskService tasks) {
    this.importer = importer;
    this.tasks = tasks;
  }

  @PostMapping("/shapes")
  @ApiResponse(responseCode = "201")
  @ResponseStatus(HttpStatus.CREATED)
  PlanState create(@RequestBody @Schema(ref = "#/components/schemas/Shape") Shape shape) {
    return tasks.run(Lane.PARSE, UUID.randomUUID(), progress -> importer.create(shape));
  }

  @PostMapping("/{id}/shapes")
  PlanState add(
      @PathVariable UUID id,
      @RequestParam int version,
      @RequestBody @Schema(ref = "#/components/schemas/Shape") Shape shape) {
    return tasks.run(Lane.EDIT, id, progress -> importer.add(id, version, shape));
  }
}

package org.stratonomy.app.calibrate;

import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.stratonomy.app.plans.PlanImporter;
import org.stratonomy.app.plans.PlanState;
import org.stratonomy.app.shelf.ShelfService;
import org.stratonomy.engine.calibrate.MeltFit;
import org.stratonomy.engine.calibrate.TestStrip;
import org.stratonomy.engine.shelf.Shelf;

/** Finds out what the nozzle of a machine holds. */
@RestController
@RequestMapping("/api/shelf/strips")
class TestStripController {
  private final ShelfService shelfService;
  private final PlanImporter importer;

  TestStripController(ShelfService shelfService, PlanImporter importer) {
    this.shelfService = shelfService;
    this.importer = importer;
  }

  /** A new plan of two test strips. */
  @PostMapping
  @ResponseStatus(HttpStatus.CREATED)
  PlanState write(String machine, String first, String second) {
    Shelf shelf = shelfService.now();
    return importer.create(
        TestStrip.of(shelf.machine(machine), shelf.filament(first), shelf.filament(second)));
  }

  /**
   * What a nozzle holds, mm³, and what the strips would show with that, mm.
   *
   * @param thereMm where the strip in the second filament is clean
   * @param backMm where the strip in the first filament is clean
   */
  @GetMapping
  MeltFit read(String first, String second, double thereMm, double backMm) {
    Shelf shelf = shelfService.now();
    return MeltFit.of(thereMm, backMm, shelf.filament(first), shelf.filament(second));
  }
}

package org.stratonomy.app.shelf;

import java.util.Arrays;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import org.stratonomy.engine.document.MachineDocument;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.shelf.Filament;
import org.stratonomy.engine.shelf.Shelf;

/** Machines, filaments, and the catalogue of settings. */
@RestController
class ShelfController {
  private final ShelfService shelfService;

  ShelfController(ShelfService shelfService) {
    this.shelfService = shelfService;
  }

  record SettingView(
      String id,
      String label,
      String group,
      String scope,
      String unit,
      double min,
      double max,
      boolean whole,
      boolean course,
      List<String> choices,
      String description) {}

  /**
   * A kind of stop.
   *
   * @param seconds how long the operator usually takes; 0 if nothing waits
   */
  record StopKindView(String label, double seconds, String description) {}

  record ShelfView(
      List<MachineDocument> machines,
      List<Filament> filaments,
      List<SettingView> settings,
      List<String> roles,
      List<StopKindView> stopKinds) {}

  @GetMapping("/api/shelf")
  ShelfView shelf() {
    Shelf shelf = shelfService.now();
    return new ShelfView(
        shelf.machines().stream().map(MachineDocument::of).toList(),
        shelf.filaments(),
        Arrays.stream(Setting.values())
            .map(
                s ->
                    new SettingView(
                        s.id(),
                        s.label(),
                        s.group().label(),
                        s.scope().name().toLowerCase(java.util.Locale.ROOT),
                        s.unit(),
                        s.min(),
                        s.max(),
                        s.isWhole(),
                        s.canCourse(),
                        s.choices(),
                        s.description()))
            .toList(),
        Arrays.stream(Role.values()).map(Role::label).toList(),
        Arrays.stream(Stop.Kind.values())
            .map(kind -> new StopKindView(kind.label(), kind.seconds(), kind.description()))
            .toList());
  }
}

package org.stratonomy.app.shelf;

import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.media.Schema.RequiredMode;
import java.util.Arrays;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import org.stratonomy.engine.path.Role;
import org.stratonomy.engine.plan.Setting;
import org.stratonomy.engine.plan.Shelf;

/** Machines, filaments, and the catalogue of settings. */
@RestController
class ShelfController {
  private final Shelf shelf;

  ShelfController(Shelf shelf) {
    this.shelf = shelf;
  }

  record MachineView(
      @Schema(requiredMode = RequiredMode.REQUIRED) String id,
      @Schema(requiredMode = RequiredMode.REQUIRED) String name,
      @Schema(requiredMode = RequiredMode.REQUIRED) double bedX,
      @Schema(requiredMode = RequiredMode.REQUIRED) double bedY,
      @Schema(requiredMode = RequiredMode.REQUIRED) double heightMm,
      @Schema(requiredMode = RequiredMode.REQUIRED) double nozzleMm,
      @Schema(requiredMode = RequiredMode.REQUIRED) double minLayerHeight,
      @Schema(requiredMode = RequiredMode.REQUIRED) double maxLayerHeight,
      @Schema(requiredMode = RequiredMode.REQUIRED) double changeSeconds) {}

  record FilamentView(
      @Schema(requiredMode = RequiredMode.REQUIRED) String id,
      @Schema(requiredMode = RequiredMode.REQUIRED) String name,
      @Schema(requiredMode = RequiredMode.REQUIRED) String material,
      @Schema(requiredMode = RequiredMode.REQUIRED) String colour,
      @Schema(requiredMode = RequiredMode.REQUIRED) double nozzleC,
      @Schema(requiredMode = RequiredMode.REQUIRED) double pricePerKg) {}

  record SettingView(
      @Schema(requiredMode = RequiredMode.REQUIRED) String id,
      @Schema(requiredMode = RequiredMode.REQUIRED) String label,
      @Schema(requiredMode = RequiredMode.REQUIRED) String group,
      @Schema(requiredMode = RequiredMode.REQUIRED) String scope,
      @Schema(requiredMode = RequiredMode.REQUIRED) String unit,
      @Schema(requiredMode = RequiredMode.REQUIRED) double min,
      @Schema(requiredMode = RequiredMode.REQUIRED) double max,
      @Schema(requiredMode = RequiredMode.REQUIRED) boolean whole,
      @Schema(requiredMode = RequiredMode.REQUIRED) List<String> choices,
      @Schema(requiredMode = RequiredMode.REQUIRED) String description) {}

  record ShelfView(
      @Schema(requiredMode = RequiredMode.REQUIRED) List<MachineView> machines,
      @Schema(requiredMode = RequiredMode.REQUIRED) List<FilamentView> filaments,
      @Schema(requiredMode = RequiredMode.REQUIRED) List<SettingView> settings,
      @Schema(requiredMode = RequiredMode.REQUIRED) List<String> roles) {}

  @GetMapping("/api/shelf")
  ShelfView shelf() {
    return new ShelfView(
        shelf.machines().stream()
            .map(
                m ->
                    new MachineView(
                        m.id(),
                        m.name(),
                        m.bedX(),
                        m.bedY(),
                        m.heightMm(),
                        m.nozzleMm(),
                        m.minLayerHeight(),
                        m.maxLayerHeight(),
                        m.changeSeconds()))
            .toList(),
        shelf.filaments().stream()
            .map(
                f ->
                    new FilamentView(
                        f.id(), f.name(), f.material(), f.colour(), f.nozzleC(), f.pricePerKg()))
            .toList(),
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
                        s.choices(),
                        s.description()))
            .toList(),
        Arrays.stream(Role.values()).map(Role::label).toList());
  }
}

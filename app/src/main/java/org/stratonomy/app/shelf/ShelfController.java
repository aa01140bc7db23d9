package org.stratonomy.app.shelf;

import java.util.Arrays;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import org.stratonomy.engine.Planner;
import org.stratonomy.engine.plan.Role;
import org.stratonomy.engine.plan.Setting;
import org.stratonomy.engine.plan.Shelf;
import org.stratonomy.engine.plan.Stop;

/** Machines, filaments, and the catalogue of settings. */
@RestController
class ShelfController {
  private final Planner planner;

  ShelfController(Planner planner) {
    this.planner = planner;
  }

  record MachineView(
      String id,
      String name,
      double bedX,
      double bedY,
      double heightMm,
      double nozzleMm,
      double minLayerHeight,
      double maxLayerHeight,
      double changeSeconds,
      double parkX,
      double parkY,
      double parkLiftMm,
      double idleSeconds,
      boolean feeder) {}

  record FilamentView(
      String id,
      String name,
      String material,
      String colour,
      double diameterMm,
      double densityGCm3,
      double nozzleC,
      double bedC,
      double pricePerKg) {}

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
      List<MachineView> machines,
      List<FilamentView> filaments,
      List<SettingView> settings,
      List<String> roles,
      List<StopKindView> stopKinds) {}

  @GetMapping("/api/shelf")
  ShelfView shelf() {
    Shelf shelf = planner.shelf();
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
                        m.changeSeconds(),
                        m.parkX(),
                        m.parkY(),
                        m.parkLiftMm(),
                        m.idleSeconds(),
                        m.feeder()))
            .toList(),
        shelf.filaments().stream()
            .map(
                f ->
                    new FilamentView(
                        f.id(),
                        f.name(),
                        f.material(),
                        f.colour(),
                        f.diameterMm(),
                        f.densityGCm3(),
                        f.nozzleC(),
                        f.bedC(),
                        f.pricePerKg()))
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

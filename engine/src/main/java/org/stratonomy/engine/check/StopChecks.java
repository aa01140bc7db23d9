package org.stratonomy.engine.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.stream.Collectors;
import org.stratonomy.engine.check.Finding.Remedy;
import org.stratonomy.engine.check.Finding.Severity;
import org.stratonomy.engine.edit.RuleEditor;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.schedule.Schedule;
import org.stratonomy.engine.settings.Choice.PieceOrder;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Machine;

/** Looks whether stops happen, and whether the machine can wait as they say. */
final class StopChecks {
  /** With less than this the nozzle drags over what it just printed, mm. */
  private static final double LEAST_LIFT_MM = 0.2;

  private final Plan plan;
  private final Machine machine;
  private final Schedule schedule;
  private final List<Finding> findings = new ArrayList<>();

  private StopChecks(Plan plan, Machine machine, Schedule schedule) {
    this.plan = plan;
    this.machine = machine;
    this.schedule = schedule;
  }

  static List<Finding> run(Plan plan, Machine machine, Schedule schedule) {
    StopChecks checks = new StopChecks(plan, machine, schedule);
    checks.inside();
    checks.waiting();
    checks.changesWithinLayers();
    return checks.findings;
  }

  private void inside() {
    double top = schedule.topMm();
    Set<String> happening =
        schedule.layers().stream()
            .flatMap(layer -> layer.halts().stream())
            .flatMap(halt -> halt.stops().stream())
            .map(Stop::id)
            .collect(Collectors.toSet());
    for (Stop stop : plan.stops()) {
      if (!happening.contains(stop.id())) {
        List<Stop> others = plan.stops().stream().filter(s -> !s.id().equals(stop.id())).toList();
        add(
            "stop-outside:" + stop.id(),
            Severity.WARNING,
            "A stop lies outside the print",
            Checks.text(
                "No layer begins near %.3f mm, so the machine will not stop. The print ends at %.3f mm.",
                stop.heightMm(), top),
            Optional.empty(),
            List.of(new Remedy("Remove the stop", plan.withStops(others))));
      }
    }
  }

  /** Where and how hot the machine waits must be possible, and the nozzle clear of the part. */
  private void waiting() {
    for (Stop stop : plan.stops()) {
      if (!(stop.event() instanceof Stop.Wait wait)) {
        continue;
      }
      Stop.Waiting waiting = wait.waiting();
      waiting
          .park()
          .filter(park -> !machine.reaches(park))
          .ifPresent(
              park ->
                  waiting(
                      "park",
                      Severity.ERROR,
                      stop,
                      Checks.text(
                          "It is to wait at X %.1f, Y %.1f mm; the bed reaches to %.1f, %.1f mm.",
                          park.x(), park.y(), machine.bedX(), machine.bedY()),
                      "Wait where the machine usually does",
                      wait.with(waiting.withPark(Optional.empty()))));
      if (waiting.nozzleC().orElse(0) > machine.nozzleMaxC()) {
        waiting(
            "hot",
            Severity.ERROR,
            stop,
            Checks.text(
                "The nozzle is to wait at %.0f °C; it may get %.0f °C.",
                waiting.nozzleC().getAsDouble(), machine.nozzleMaxC()),
            "Leave it as hot as it is",
            wait.with(waiting.withNozzleC(OptionalDouble.empty())));
      }
      if (waiting.liftMm().orElse(1) < LEAST_LIFT_MM) {
        waiting(
            "lift",
            Severity.WARNING,
            stop,
            "The nozzle would be dragged over the part when the head goes aside.",
            "Lift as far as the machine usually does",
            wait.with(waiting.withLiftMm(OptionalDouble.empty())));
      }
    }
  }

  private void waiting(
      String id, Severity severity, Stop stop, String reason, String remedy, Stop.Event mended) {
    List<Stop> stops =
        plan.stops().stream().map(s -> s.id().equals(stop.id()) ? s.withEvent(mended) : s).toList();
    add(
        "stop-%s:%s".formatted(id, stop.id()),
        severity,
        Checks.text("The stop at %.1f mm cannot wait like that", stop.heightMm()),
        reason,
        Optional.of(stop.heightMm()),
        List.of(new Remedy(remedy, plan.withStops(stops))));
  }

  /** Changing filament by hand several times in every layer is hardly meant. */
  private void changesWithinLayers() {
    if (machine.changesByItself()) {
      return;
    }
    List<LayerSchedule> mixed =
        schedule.layers().stream()
            .filter(
                layer ->
                    layer.halts().stream()
                        .anyMatch(halt -> halt.isColourChange() && halt.beforeStroke() > 0))
            .toList();
    if (!mixed.isEmpty()) {
      add(
          "mixed-layers",
          Severity.WARNING,
          "Filament is changed within %d layers".formatted(mixed.size()),
          "Pieces, bodies, regions or support of different filaments share these layers, and each"
              + " change is made by hand. Choose a machine that changes filaments by itself, give"
              + " pieces boundaries at the same heights, print them one at a time, or print support"
              + " with the filament of the piece.",
          Optional.of(mixed.getFirst().layer().bottom()),
          plan.pieces().size() > 1 && !schedule.pieceByPiece()
              ? List.of(
                  new Remedy(
                      "Print the pieces one at a time",
                      RuleEditor.set(
                          plan,
                          Scope.EVERYWHERE,
                          Setting.PIECE_ORDER,
                          Value.of(PieceOrder.ONE_AT_A_TIME))))
              : List.of());
    }
  }

  private void add(
      String id,
      Severity severity,
      String title,
      String reason,
      Optional<Double> height,
      List<Remedy> remedies) {
    findings.add(new Finding(id, severity, title, reason, Optional.empty(), height, remedies));
  }
}

package org.stratonomy.engine.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.stratonomy.engine.check.Finding.Severity;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.schedule.Schedule;
import org.stratonomy.engine.shelf.Filament;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.strata.PlacedPiece;
import org.stratonomy.engine.stroke.Stroke;

/** What a bed holds: how hot it may get, what stands over it, and what sticks to its surface. */
final class BedChecks {
  private BedChecks() {}

  static List<Finding> run(Resolver resolver, Schedule schedule) {
    Machine machine = resolver.machine();
    List<Finding> findings = new ArrayList<>();
    if (schedule.bedC() > machine.bedMaxC()) {
      findings.add(
          found(
              "bed-heat",
              Severity.ERROR,
              "The bed temperature is above its limit",
              Checks.text(
                  "The plan asks for %.0f °C; the bed reaches %.0f °C. Load another filament, or give the bed"
                      + " another temperature by a rule.",
                  schedule.bedC(), machine.bedMaxC())));
    }
    schedule.layers().stream()
        .filter(layer -> layer.layer().number() == 1)
        .flatMap(layer -> layer.strokes().stream())
        .map(Stroke::slot)
        .distinct()
        .map(resolver::filament)
        .filter(filament -> !filament.holdsOn(machine.surface()))
        .map(filament -> slippery(filament, machine.surface()))
        .forEach(findings::add);
    return findings;
  }

  /**
   * Whether all of a piece stands over the bed; a round one may hold what its box reaches beside.
   *
   * @param out how far the piece is printed outside of its model, mm
   */
  static boolean holds(Machine machine, PlacedPiece piece, double out) {
    if (machine.hasOnBed(piece.bounds(), out) || !machine.hasRoundBed()) {
      return machine.hasOnBed(piece.bounds(), out);
    }
    for (int body = 0; body < piece.meshes().size(); body++) {
      double[] xyz = piece.vertices(body);
      for (int i = 0; i < xyz.length; i += 3) {
        if (!machine.isOnBed(xyz[i], xyz[i + 1], out)) {
          return false;
        }
      }
    }
    return true;
  }

  private static Finding slippery(Filament filament, String surface) {
    return found(
        "bed-surface:" + filament.id(),
        Severity.WARNING,
        "%s does not hold well on the bed".formatted(filament.name()),
        ("On the bed lies: %s. It holds on: %s. Put another surface on the bed and say so on the"
                + " shelf, or begin with another filament.")
            .formatted(surface, filament.surfaces()));
  }

  private static Finding found(String id, Severity severity, String title, String reason) {
    return new Finding(id, severity, title, reason, Optional.empty(), Optional.of(0.0), List.of());
  }
}

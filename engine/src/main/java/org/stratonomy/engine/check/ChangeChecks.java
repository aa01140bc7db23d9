package org.stratonomy.engine.check;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.ToIntFunction;
import org.stratonomy.engine.check.Finding.Remedy;
import org.stratonomy.engine.check.Finding.Severity;
import org.stratonomy.engine.edit.Divider;
import org.stratonomy.engine.mesh.Rounding;
import org.stratonomy.engine.order.FilamentOrder;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.schedule.Schedule;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.shelf.FilamentMix;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.strata.PlacedPiece;
import org.stratonomy.engine.stroke.Stroke;

/**
 * Changes of filament that a small step would save, and those that are made for next to nothing.
 */
final class ChangeChecks {
  /** Boundaries so many layers apart are looked at. */
  private static final int NEAR_LAYERS = 3;

  /** What is less than this between two changes is next to nothing, mm³. */
  private static final double LITTLE_MM3 = 1;

  private final Plan plan;
  private final Resolver resolver;
  private final List<PlacedPiece> placed;
  private final Schedule schedule;
  private final List<Finding> findings = new ArrayList<>();

  private ChangeChecks(Plan plan, Resolver resolver, List<PlacedPiece> placed, Schedule schedule) {
    this.plan = plan;
    this.resolver = resolver;
    this.placed = placed;
    this.schedule = schedule;
  }

  static List<Finding> run(
      Plan plan, Resolver resolver, List<PlacedPiece> placed, Schedule schedule) {
    ChangeChecks checks = new ChangeChecks(plan, resolver, placed, schedule);
    checks.slots();
    if (!resolver.machine().mixes() && schedule.changeCount() > 0) {
      checks.steps();
      checks.trifles();
    }
    return checks.findings;
  }

  /** A feeder, a carriage of nozzles or a mixing nozzle holds so many filaments and no more. */
  private void slots() {
    Machine machine = resolver.machine();
    Set<Integer> used = new TreeSet<>(FilamentMix.filaments(schedule.firstSlot()));
    schedule.changes().keySet().forEach(change -> used.addAll(FilamentMix.filaments(change.to())));
    int most = machine.mostFilaments();
    // A mix is of the first two, whatever else there is.
    boolean isOther = machine.mixes() && used.stream().anyMatch(slot -> slot > most);
    if (used.size() > most || isOther) {
      findings.add(
          new Finding(
              "too-many-filaments",
              Severity.ERROR,
              used.size() > most
                  ? "%d filaments are used".formatted(used.size())
                  : "The filament in slot %d is used".formatted(Collections.max(used)),
              "%s holds %d at a time. Use fewer of them, or a machine that is fed by hand."
                  .formatted(machine.name(), most),
              Optional.empty(),
              Optional.empty(),
              List.of()));
    }
  }

  /**
   * Where a piece goes from one filament to another.
   *
   * @param height of the boundary in the piece, mm
   * @param z the same height in the plan, mm
   */
  private record Step(int index, Piece piece, double height, double z, int below, int above) {
    boolean isLike(Step other) {
      return index < other.index && below == other.below && above == other.above;
    }
  }

  private void steps() {
    List<Step> steps = new ArrayList<>();
    for (int p = 0; p < placed.size(); p++) {
      Piece piece = placed.get(p).piece();
      for (int i = 0; i < piece.boundaries().size(); i++) {
        double height = piece.boundaries().get(i);
        int below = resolver.stratum(piece.id(), i + 1).slot();
        int above = resolver.stratum(piece.id(), i + 2).slot();
        if (below != above) {
          double z = height + placed.get(p).bounds().minZ();
          steps.add(new Step(p, piece, height, z, below, above));
        }
      }
    }
    for (Step one : steps) {
      steps.stream().filter(one::isLike).forEach(other -> nearly(one, other));
    }
  }

  /** Two pieces that go from one filament to another at nearly the same height. */
  private void nearly(Step one, Step other) {
    double low = Math.min(one.z, other.z) - Rounding.MM;
    double high = Math.max(one.z, other.z) + Rounding.MM;
    List<LayerSchedule> between =
        schedule.layers().stream()
            .filter(l -> l.layer().bottom() >= low && l.layer().top() <= high)
            .toList();
    if (between.isEmpty() || between.size() > NEAR_LAYERS) {
      return;
    }
    int from = other.z > one.z ? other.below : other.above;
    int to = other.z > one.z ? other.above : other.below;
    int now = FilamentOrder.fewestChanges(needed(Stroke::slot, between));
    int then =
        FilamentOrder.fewestChanges(
            needed(s -> s.piece() == other.index && s.slot() == from ? to : s.slot(), between));
    double moved = other.height + one.z - other.z;
    if (then < now && moved > 0) {
      findings.add(
          new Finding(
              "change-step:%s:%s:%s"
                  .formatted(
                      one.piece.id(), other.piece.id(), one.piece.strata().above(one.height).id()),
              Severity.NOTE,
              now - then == 1
                  ? "A change could be saved"
                  : "%d changes could be saved".formatted(now - then),
              Checks.text(
                  "%s goes from %s to %s at %.2f mm, %s at %.2f mm. At one height that takes %d"
                      + " fewer.",
                  one.piece.name(),
                  resolver.filament(one.below).name(),
                  resolver.filament(one.above).name(),
                  one.z,
                  other.piece.name(),
                  other.z,
                  now - then),
              Optional.of(other.piece.id()),
              Optional.of(other.z),
              List.of(
                  new Remedy(
                      Checks.text("Move the boundary of %s to %.2f mm", other.piece.name(), one.z),
                      new Divider(plan, other.piece.id()).move(other.height, moved)))));
    }
  }

  /** The slots that each layer needs, where some layers count as if they had others. */
  private List<SortedSet<Integer>> needed(
      ToIntFunction<Stroke> slot, List<LayerSchedule> otherwise) {
    List<SortedSet<Integer>> needed = new ArrayList<>();
    for (LayerSchedule layer : schedule.layers()) {
      boolean other = otherwise.contains(layer);
      SortedSet<Integer> slots = new TreeSet<>();
      for (Stroke stroke : layer.strokes()) {
        if (stroke.role() != Role.PURGE) {
          slots.add(other ? slot.applyAsInt(stroke) : stroke.slot());
        }
      }
      needed.add(slots);
    }
    return needed;
  }

  /** What is printed with one filament between two changes. */
  private static final class Turn {
    int slot;
    double mm3;
    double z;
  }

  private void trifles() {
    TreeMap<Integer, List<Turn>> little = new TreeMap<>();
    Turn turn = new Turn();
    turn.slot = schedule.firstSlot();
    for (LayerSchedule layer : schedule.layers()) {
      if (turn.mm3 >= LITTLE_MM3 && layer.halts().isEmpty()) {
        continue;
      }
      for (Stroke stroke : layer.strokes()) {
        if (stroke.role() == Role.PURGE) {
          continue;
        }
        if (stroke.slot() != turn.slot) {
          keep(turn, little);
          turn = new Turn();
          turn.slot = stroke.slot();
          turn.z = layer.layer().bottom();
        }
        turn.mm3 += turn.mm3 < LITTLE_MM3 ? stroke.volumeMm3() : 0;
      }
    }
    keep(turn, little);
    little.forEach(this::trifle);
  }

  private static void keep(Turn turn, TreeMap<Integer, List<Turn>> little) {
    if (turn.mm3 > 0 && turn.mm3 < LITTLE_MM3) {
      little.computeIfAbsent(turn.slot, s -> new ArrayList<>()).add(turn);
    }
  }

  private void trifle(int slot, List<Turn> turns) {
    double most = turns.stream().mapToDouble(turn -> turn.mm3).max().orElseThrow();
    String name = resolver.filament(slot).name();
    findings.add(
        new Finding(
            "change-little:" + slot,
            Severity.NOTE,
            "%s is loaded for next to nothing".formatted(name),
            Checks.text(
                "%d %s, from %.2f to %.2f mm, no more than %.1f mm³ of it is printed until the next"
                    + " change. Give those lines another filament, or make their place larger.",
                turns.size(),
                turns.size() == 1 ? "time" : "times",
                turns.getFirst().z,
                turns.getLast().z,
                most),
            Optional.empty(),
            Optional.of(turns.getFirst().z),
            List.of()));
  }
}

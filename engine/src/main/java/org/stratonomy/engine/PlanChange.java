package org.stratonomy.engine;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.IntStream;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.mesh.MeshSource;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.PlanChecker;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.plan.Strata;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Bed;
import org.stratonomy.engine.shelf.Changer;
import org.stratonomy.engine.shelf.Filament;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.shelf.Shelf;
import org.stratonomy.engine.strata.LayerStack;
import org.stratonomy.engine.strata.PieceStack;
import org.stratonomy.engine.strata.PlacedPiece;

/**
 * What another machine, or another filament in a slot, would mean for a plan, before it is taken.
 *
 * @param differences what changes with it
 * @param findings what would no longer fit
 * @param possible whether the plan could be kept like that at all
 */
public record PlanChange(List<Difference> differences, List<Finding> findings, boolean possible) {

  /** Something that is one way now and would be another. */
  public record Difference(String what, String before, String after) {}

  /**
   * Something that would no longer fit.
   *
   * @param remedy what to do about it, in a sentence
   */
  public record Finding(String what, String reason, String remedy) {}

  /**
   * @param machine id of the other machine
   * @param shelf where it is
   * @throws Problem if there is no such machine
   */
  public static PlanChange machine(Job job, String machine, Shelf shelf, MeshSource meshes) {
    Plan plan = job.plan();
    Comparison comparison = new Comparison(job, job.edited(plan.withMachine(machine), shelf));
    comparison.machines();
    comparison.settings(1);
    comparison.layers();
    for (Piece piece : plan.pieces()) {
      comparison.piece(PlacedPiece.of(piece, meshes));
    }
    comparison.filaments();
    comparison.stops();
    return comparison.change(meshes);
  }

  /**
   * @param slot from 1
   * @param filament id of the other filament
   * @param shelf where it is
   * @throws Problem if there is no such slot or filament
   */
  public static PlanChange filament(
      Job job, int slot, String filament, Shelf shelf, MeshSource meshes) {
    Plan plan = job.plan();
    if (slot < 1 || slot > plan.slots().size()) {
      throw new Problem(
          Problem.Kind.PLAN,
          "slot %d".formatted(slot),
          "There is no such slot.",
          "The plan has %d.".formatted(plan.slots().size()));
    }
    List<String> slots = new ArrayList<>(plan.slots());
    slots.set(slot - 1, filament);
    Job changed = job.edited(plan.withSlots(slots), shelf);
    Comparison comparison = new Comparison(job, changed);
    comparison.loaded(
        job.used().filament(plan.slots().get(slot - 1)), changed.used().filament(filament));
    comparison.settings(slot);
    comparison.fits(slot);
    return comparison.change(meshes);
  }

  private static final class Comparison {
    private final Job job;
    private final Job changedJob;
    private final Plan plan;
    private final Plan changed;
    private final Machine before;
    private final Machine after;
    private final List<Difference> differences = new ArrayList<>();
    private final List<Finding> findings = new ArrayList<>();

    Comparison(Job job, Job changed) {
      this.job = job;
      this.changedJob = changed;
      this.plan = job.plan();
      this.changed = changed.plan();
      this.before = job.machine();
      this.after = changed.machine();
    }

    PlanChange change(MeshSource meshes) {
      boolean possible = check(meshes);
      return new PlanChange(List.copyOf(differences), List.copyOf(findings), possible);
    }

    void loaded(Filament one, Filament other) {
      difference("Material", one.material(), other.material());
      difference("Holds on", one.surfaces(), other.surfaces());
      difference("Drying", one.drying(), other.drying());
      difference("Flow up to", text("%s mm³/s", one.maxFlow()), text("%s mm³/s", other.maxFlow()));
    }

    void machines() {
      difference("Room", room(before), room(after));
      difference("Surface", before.surface(), after.surface());
      difference("Nozzle", before.nozzlesText(), after.nozzlesText());
      difference("Filament is changed", changes(before), changes(after));
      difference("Dialect", before.dialect(), after.dialect());
    }

    private static String room(Machine m) {
      return m.room().bed().text() + text(", %s mm high", m.heightMm());
    }

    private static String changes(Machine m) {
      return switch (m.changer()) {
            case Changer.ByHand _ -> "by hand";
            case Changer.Feeder _ -> "by its feeder";
            case Changer.Nozzles _ -> "with %d nozzles".formatted(m.nozzles().size());
            case Changer.Mixing _ -> "by mixing two filaments in its nozzle";
          }
          + text(", %s s each", m.changeSeconds());
    }

    private static String text(String format, double... numbers) {
      Object[] texts = new Object[numbers.length];
      for (int i = 0; i < numbers.length; i++) {
        texts[i] = Value.of(numbers[i]);
      }
      return String.format(Locale.ROOT, format, texts);
    }

    private void difference(String what, String one, String other) {
      if (!one.equals(other)) {
        differences.add(new Difference(what, one, other));
      }
    }

    /**
     * Values that no rule gives follow the machine and the filament; those that rules give stay,
     * and may have been chosen for what was.
     */
    void settings(int slot) {
      Map<Setting, Value> were = new Resolver(job).usual(slot);
      Map<Setting, Value> are = new Resolver(changedJob).usual(slot);
      for (Setting setting : Setting.values()) {
        if (were.get(setting).equals(are.get(setting)) || setting == Setting.FILAMENT) {
          continue;
        }
        List<Integer> rules = rulesOf(setting);
        if (rules.isEmpty() || !isEverywhere(rules.getLast())) {
          difference(
              setting.label(), setting.said(were.get(setting)), setting.said(are.get(setting)));
        }
        for (int rule : rules) {
          finding(
              "Rule %d".formatted(rule + 1),
              "It gives %s as %s; usual was %s, and would be %s."
                  .formatted(
                      setting.label().toLowerCase(Locale.ROOT),
                      setting.said(plan.rules().get(rule).set().get(setting)),
                      were.get(setting),
                      are.get(setting)),
              "Look whether it still fits.");
        }
      }
    }

    private List<Integer> rulesOf(Setting setting) {
      return IntStream.range(0, plan.rules().size())
          .filter(rule -> plan.rules().get(rule).on())
          .filter(rule -> plan.rules().get(rule).set().containsKey(setting))
          .boxed()
          .toList();
    }

    private boolean isEverywhere(int rule) {
      return plan.rules().get(rule).where().equals(Scope.EVERYWHERE);
    }

    /** Heights mean something else where the layers lie otherwise. */
    void layers() {
      if (!before.belt().equals(after.belt())) {
        difference("Layers", tilted(before), tilted(after));
        finding(
            "Strata and stops",
            "Their heights are measured across the layers, which would lie otherwise.",
            "Divide anew, and look at each stop.");
      }
    }

    private static String tilted(Machine m) {
      return m.room().bed() instanceof Bed.Moving moving
          ? text("tilted by %s°", moving.tiltDegrees())
          : "level";
    }

    void piece(PlacedPiece piece) {
      Bounds b = piece.bounds();
      String name = piece.piece().name();
      if (b.sizeX() > after.bedX() || b.sizeY() > after.bedY()) {
        finding(
            name,
            text("It takes %s × %s mm of a bed of", round(b.sizeX()), round(b.sizeY()))
                + text(" %s × %s mm.", after.bedX(), after.bedY()),
            "Turn it, or scale it.");
      } else if (!after.hasOnBed(b, 0)) {
        finding(name, "It would reach off the bed.", "Arrange the pieces.");
      }
      if (b.maxZ() > after.heightMm()) {
        finding(
            name,
            text("It is %s mm high; there is room for %s mm.", round(b.maxZ()), after.heightMm()),
            "Turn it, or scale it.");
      }
    }

    private static double round(double mm) {
      return Math.rint(mm * 10) / 10;
    }

    void filaments() {
      if (plan.slots().size() > after.mostFilaments()) {
        finding(
            "Filaments",
            "The plan has %d; the machine holds %d."
                .formatted(plan.slots().size(), after.mostFilaments()),
            "Use fewer of them.");
      }
      plan.slots().stream().distinct().forEach(id -> fits(plan.slots().indexOf(id) + 1));
    }

    /** Whether the machine can print what would be loaded in a slot. */
    void fits(int slot) {
      Filament filament = changedJob.used().filament(changed.slots().get(slot - 1));
      double most = after.nozzle(slot).maxC();
      tooHot(filament, "nozzle", filament.nozzleC(), most, "Load another filament.");
      tooHot(
          filament,
          "bed",
          filament.bedC(),
          after.bedMaxC(),
          "Load another filament, or give the bed another temperature.");
      if (!filament.holdsOn(after.surface())) {
        finding(
            filament.name(),
            "It holds on: %s; on the bed lies: %s.".formatted(filament.surfaces(), after.surface()),
            "Put another surface on the bed, or print it on another filament.");
      }
    }

    private void tooHot(Filament filament, String what, double needed, double most, String remedy) {
      if (needed > most) {
        String reason =
            "It needs a %s of ".formatted(what)
                + text("%s °C; the machine's may get %s °C.", needed, most);
        finding(filament.name(), reason, remedy);
      }
    }

    void stops() {
      for (Stop stop : plan.stops()) {
        if (stop.waiting()
            .flatMap(Stop.Waiting::park)
            .filter(park -> !after.reaches(park))
            .isPresent()) {
          finding(
              text("Stop at %s mm", stop.heightMm()),
              "The head would wait off the bed.",
              "Let it wait where the machine usually does.");
        }
      }
    }

    /** The first thing that would make the plan impossible. */
    boolean check(MeshSource meshes) {
      try {
        PlanChecker.check(changedJob);
        List<PlacedPiece> placed =
            changed.pieces().stream()
                .map(piece -> PlacedPiece.of(piece, meshes, after.belt()))
                .toList();
        LayerStack stack = LayerStack.of(changed, placed, new Resolver(changedJob));
        for (int p = 0; p < placed.size(); p++) {
          unprinted(changed.pieces().get(p), stack.pieces().get(p));
        }
        return true;
      } catch (Problem problem) {
        finding(problem.place(), problem.reason(), problem.remedy());
        return false;
      }
    }

    private void unprinted(Piece piece, PieceStack stack) {
      List<Integer> strata = stack.unprinted(piece);
      if (!strata.isEmpty()) {
        finding(
            piece.name(),
            "%s would lie outside the print.".formatted(Strata.text(strata)),
            "Divide the piece again on that machine.");
      }
    }

    private void finding(String what, String reason, String remedy) {
      findings.add(new Finding(what, reason, remedy));
    }
  }
}

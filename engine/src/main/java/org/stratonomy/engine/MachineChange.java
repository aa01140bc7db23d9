package org.stratonomy.engine;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.mesh.MeshSource;
import org.stratonomy.engine.plan.Filament;
import org.stratonomy.engine.plan.Machine;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.PlanChecker;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plan.Setting;
import org.stratonomy.engine.plan.Shelf;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.plan.Value;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.strata.PlacedPiece;

/**
 * What another machine would mean for a plan, before it is taken.
 *
 * @param differences what changes with it
 * @param findings what would no longer fit
 * @param possible whether the plan could be kept like that at all
 */
public record MachineChange(
    List<Difference> differences, List<Finding> findings, boolean possible) {

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
   * @throws Problem if there is no such machine
   */
  public static MachineChange of(Plan plan, String machine, Shelf shelf, MeshSource meshes) {
    Comparison comparison = new Comparison(plan, shelf.machine(machine), shelf);
    comparison.machines();
    comparison.settings();
    for (Piece piece : plan.pieces()) {
      comparison.piece(PlacedPiece.of(piece, meshes));
    }
    comparison.filaments();
    comparison.stops();
    boolean possible = comparison.check();
    return new MachineChange(
        List.copyOf(comparison.differences), List.copyOf(comparison.findings), possible);
  }

  private static final class Comparison {
    private final Plan plan;
    private final Plan changed;
    private final Machine before;
    private final Machine after;
    private final Shelf shelf;
    private final List<Difference> differences = new ArrayList<>();
    private final List<Finding> findings = new ArrayList<>();

    Comparison(Plan plan, Machine after, Shelf shelf) {
      this.plan = plan;
      this.before = shelf.machine(plan.machine());
      this.after = after;
      this.shelf = shelf;
      this.changed = plan.withMachine(after.id());
    }

    void machines() {
      difference("Room", room(before), room(after));
      difference("Surface", before.surface(), after.surface());
      difference("Nozzle", before.nozzlesText(), after.nozzlesText());
      difference("Filament is changed", changes(before), changes(after));
      difference("Dialect", before.dialect(), after.dialect());
    }

    private static String room(Machine m) {
      return m.bedText() + text(", %s mm high", m.heightMm());
    }

    private static String changes(Machine m) {
      return switch (m.tools()) {
            case Machine.FEEDER -> "by its feeder";
            case Machine.MIXING -> "by mixing two filaments in its nozzle";
            case Machine.NOZZLES -> "with %d nozzles".formatted(m.nozzles().size());
            default -> "by hand";
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

    /** Values that no rule gives follow the machine. */
    void settings() {
      Map<Setting, Value> were = new Resolver(plan, shelf).plan().values();
      Map<Setting, Value> are = new Resolver(changed, shelf).plan().values();
      for (Setting setting : Setting.values()) {
        String unit = setting.unit().isEmpty() ? "" : " " + setting.unit();
        difference(setting.label(), were.get(setting) + unit, are.get(setting) + unit);
      }
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
      for (String loaded : plan.slots().stream().distinct().toList()) {
        Filament filament = shelf.filament(loaded);
        double most = after.nozzle(plan.slots().indexOf(loaded) + 1).maxC();
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
              "It holds on: %s; on the bed lies: %s."
                  .formatted(filament.surfaces(), after.surface()),
              "Put another surface on the bed, or print it on another filament.");
        }
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
        if (stop.waiting().park().filter(park -> !after.reaches(park)).isPresent()) {
          finding(
              text("Stop at %s mm", stop.heightMm()),
              "The head would wait off the bed.",
              "Let it wait where the machine usually does.");
        }
      }
    }

    /** The first thing that would make the plan impossible. */
    boolean check() {
      try {
        PlanChecker.check(changed, shelf);
        return true;
      } catch (Problem problem) {
        finding(problem.place(), problem.reason(), problem.remedy());
        return false;
      }
    }

    private void finding(String what, String reason, String remedy) {
      findings.add(new Finding(what, reason, remedy));
    }
  }
}

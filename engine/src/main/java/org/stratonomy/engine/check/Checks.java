package org.stratonomy.engine.check;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import org.stratonomy.engine.divide.Cells;
import org.stratonomy.engine.divide.Inserts;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.path.LayerFlaws;
import org.stratonomy.engine.path.PieceLines;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.schedule.Schedule;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.strata.LayerStack;
import org.stratonomy.engine.strata.PieceLayer;
import org.stratonomy.engine.strata.PlacedPiece;
import org.stratonomy.engine.strata.Sections;

/** Looks through a plan for what will go wrong or is likely not meant. */
public final class Checks {
  private Checks() {}

  /**
   * All that is computed of a plan.
   *
   * @param placed one for each piece, in the plan's order; all lists of the same length
   */
  public record Subject(
      Plan plan,
      Resolver resolver,
      List<PlacedPiece> placed,
      LayerStack stack,
      List<Sections> sections,
      List<Inserts> inserts,
      List<Cells> cells,
      List<PieceLines> lines,
      List<List<LayerFlaws>> flaws,
      Schedule schedule) {}

  /** All checks of a plan; they do not depend on each other, so that several may run at once. */
  public static List<Supplier<List<Finding>>> of(Subject s) {
    Machine machine = s.resolver.machine();
    return List.of(
        () -> new PieceChecks(s).pieces(),
        () -> inserts(s),
        () -> standing(s),
        () -> thin(s),
        () -> new ThinChecks(s.plan, s.resolver).bits(s.schedule),
        () -> skins(s),
        () -> EmptyChecks.run(s.stack, s.placed, s.schedule),
        () -> LineChecks.run(s.plan, s.resolver, s.schedule, s.lines),
        () -> WallChecks.run(s.plan, s.resolver, s.schedule),
        () -> new PieceChecks(s).skirt(),
        () -> DivisionChecks.run(s.plan, s.placed, s.stack.pieces(), s.cells),
        () -> StopChecks.run(s.plan, machine, s.schedule),
        () -> CustomCodeChecks.run(s.plan, machine),
        () -> ChangeChecks.run(s.plan, s.resolver, s.placed, s.schedule),
        () -> machine.mixes() ? List.of() : TurnChecks.run(s.plan, s.resolver, s.placed),
        () -> PieceOrderChecks.run(s.plan, s.resolver, s.placed, s.schedule),
        () -> BleedChecks.run(s.plan, s.resolver, s.schedule),
        () -> NozzleChecks.run(s.plan, s.resolver, s.schedule),
        () -> BedChecks.run(s.resolver, s.schedule),
        () -> BeltChecks.run(s.plan, s.resolver),
        () ->
            s.schedule
                .tower()
                .map(tower -> PurgeChecks.run(s.plan, s.resolver, s.placed, tower))
                .orElse(List.of()));
  }

  private static List<Finding> inserts(Subject s) {
    InsertChecks checks = new InsertChecks(s.plan, s.resolver.machine(), s.schedule);
    for (int i = 0; i < s.placed.size(); i++) {
      List<PieceLayer> layers = s.stack.pieces().get(i).layers();
      checks.run(s.placed.get(i).piece(), layers, s.sections.get(i), s.inserts.get(i));
    }
    return checks.findings();
  }

  private static List<Finding> standing(Subject s) {
    StandingChecks checks = new StandingChecks(s.plan, s.resolver, s.stack.raftLayers() > 0);
    for (int i = 0; i < s.placed.size(); i++) {
      checks.run(
          s.placed.get(i).piece(),
          s.stack.pieces().get(i),
          s.sections.get(i),
          s.lines.get(i),
          s.flaws.get(i));
    }
    return checks.findings();
  }

  private static List<Finding> thin(Subject s) {
    ThinChecks checks = new ThinChecks(s.plan, s.resolver);
    return IntStream.range(0, s.placed.size())
        .mapToObj(i -> checks.run(s.placed.get(i).piece(), s.stack.pieces().get(i), s.flaws.get(i)))
        .flatMap(Optional::stream)
        .toList();
  }

  private static List<Finding> skins(Subject s) {
    SkinChecks checks = new SkinChecks(s.plan, s.resolver);
    for (int i = 0; i < s.placed.size(); i++) {
      checks.run(s.placed.get(i), s.stack.pieces().get(i), s.sections.get(i));
    }
    return checks.findings();
  }

  /** How far something reaches on a bed that is too small for it. */
  static String offBed(Bounds b, Machine machine) {
    return text(
        "It spans X %.1f to %.1f and Y %.1f to %.1f mm; the bed is %s.",
        b.minX(), b.maxX(), b.minY(), b.maxY(), machine.room().bed().text());
  }

  static String text(String format, Object... args) {
    return String.format(Locale.ROOT, format, args);
  }
}

package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.melt.PurgeVolumes;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.stroke.Stroke;

/** Pieces for which any filament will do take what is purged. */
class PurgeIntoPieceTest {
  private static final double STRAND_MM2 = Math.PI * 1.75 * 1.75 / 4;

  /** The lump stands to the right of this. */
  private static final double LUMP_X = 155;

  private static final String ALL = "all lines";
  private static final String INSIDE = "what is inside";

  /** A block with a box of another filament in it, and beside it a lump. */
  private static Plan plan(String takes, double lump) {
    Scope inLump = new Scope(List.of("lump"), List.of());
    Rule rule = new Rule(inLump, Map.of(Setting.TAKES_PURGE, new Value.Word(takes)));
    Rule solid =
        Shapes.everywhere(
            Map.of(Setting.INFILL_DENSITY, Value.of(100), Setting.SKIRT_LINES, Value.of(0)));
    Plan plan = Shapes.withPart(rule, solid).withMachine("workshop-four");
    Piece block = plan.pieces().getFirst();
    Piece other =
        new Piece(
            "lump",
            "Lump",
            block.bodies(),
            block
                .placement()
                .withPosition(new Vector(180, 105, 0))
                .withScale(new Vector(lump, lump, 1)),
            List.of());
    return plan.withPieces(List.of(block, other));
  }

  private static PlanResult compute(Plan plan) {
    return Shapes.compute(plan, Shapes.bar(20, 16, 6));
  }

  private static double purge(PlanResult result) {
    return result.ledger().roles().stream()
        .filter(entry -> entry.role() == Role.PURGE)
        .mapToDouble(entry -> entry.volumeMm3())
        .sum();
  }

  private static List<Stroke> lump(PlanResult result) {
    List<Stroke> strokes = new ArrayList<>();
    for (LayerSchedule layer : result.schedule().layers()) {
      layer.strokes().stream().filter(s -> s.piece() == 1).forEach(strokes::add);
    }
    return strokes;
  }

  @Property(tries = 8)
  void lumpAndTowerTakeWhatAChangeNeedsBeforeAnythingElseIsPrinted(
      @ForAll @DoubleRange(min = 0.3, max = 2) double size) throws IOException {
    PlanResult result = compute(plan(ALL, size));
    PurgeVolumes volumes = new PurgeVolumes(result.plan(), result.resolver());
    double least = Math.min(volumes.mm3(1, 2), volumes.mm3(2, 1));
    List<Double> purged =
        GcodeReader.of(result).afterChanges(e -> e.role().equals("purge") || e.x1() > LUMP_X);
    assertThat(purged).hasSize((int) result.schedule().changeCount()).hasSizeGreaterThan(8);
    assertThat(purged).allMatch(volume -> volume > least - 0.01);
    assertThat(purge(result)).isLessThan(purge(compute(plan("nothing", size))));
  }

  @Test
  void aLumpThatIsLargeEnoughSparesTheTower() {
    PlanResult result = compute(plan(ALL, 1.6));
    assertThat(result.schedule().tower()).isEmpty();
    assertThat(lump(result)).anyMatch(s -> s.slot() == 2).anyMatch(s -> s.slot() == 1);
  }

  @Test
  void allOfTheLumpIsPrintedOnce() throws IOException {
    PlanResult result = compute(plan(ALL, 1));
    double printed =
        GcodeReader.of(result).extrusions.stream()
            .filter(e -> e.x1() > LUMP_X && !e.role().equals("purge"))
            .mapToDouble(e -> e.e() * STRAND_MM2)
            .sum();
    assertThat(printed).isCloseTo(20 * 16 * 6, within(0.01 * 20 * 16 * 6));
  }

  @Test
  void outerWallsAndSkinsKeepTheirFilamentUnlessTheyMayTakeAny() {
    List<Role> seen = List.of(Role.OUTER_WALL, Role.TOP_SKIN, Role.BOTTOM_SKIN);
    List<Stroke> inside = lump(compute(plan(INSIDE, 1)));
    assertThat(inside).anyMatch(s -> s.slot() == 2);
    assertThat(inside).filteredOn(s -> seen.contains(s.role())).allMatch(s -> s.slot() == 1);
    assertThat(lump(compute(plan(ALL, 1))))
        .anyMatch(s -> s.role() == Role.OUTER_WALL && s.slot() == 2);
  }

  @Test
  void whereNothingIsChangedTheLumpCausesNoChange() {
    PlanResult result = compute(plan(ALL, 1));
    Rule red =
        new Rule(new Scope(List.of("lump"), List.of()), Map.of(Setting.FILAMENT, Value.of(2)));
    List<Rule> rules = new ArrayList<>(result.plan().rules());
    rules.addFirst(red);
    PlanResult changed = compute(result.plan().withRules(rules));
    assertThat(changed.schedule().changeCount()).isEqualTo(result.schedule().changeCount());
    LayerSchedule top = changed.schedule().layers().getLast();
    assertThat(top.strokes()).isNotEmpty().allMatch(s -> s.slot() == top.entrySlot());
  }

  @Test
  void byHandEachLineKeepsItsFilament() {
    PlanResult result = compute(plan(ALL, 1).withMachine("workshop-one"));
    assertThat(lump(result)).isNotEmpty().allMatch(s -> s.slot() == 1);
  }
}

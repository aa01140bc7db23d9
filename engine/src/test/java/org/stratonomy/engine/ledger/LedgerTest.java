package org.stratonomy.engine.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.ToDoubleFunction;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.ledger.Ledger.Share;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.PrintedFor;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Filament;
import org.stratonomy.engine.shelf.Shelf;
import org.stratonomy.engine.steps.Timeline;

class LedgerTest {
  @Test
  void theLedgerTellsWhatEachStratumTakes() {
    PlanResult result =
        Shapes.compute(
            Shapes.plan(
                List.of(2.0),
                Shapes.stratum(1, Map.of(Setting.FILAMENT, Value.of(2))),
                Shapes.everywhere(Map.of(Setting.WALLS, Value.of(1)))),
            Shapes.bar(20, 10, 5));
    Ledger ledger = result.ledger();
    assertThat(ledger.shares())
        .extracting(Share::origin)
        .containsExactly(
            new PrintedFor(0, 1, List.of()), new PrintedFor(0, 2, List.of()), PrintedFor.BESIDE);
    assertThat(ledger.shares().get(0).volumeMm3() + ledger.shares().get(2).volumeMm3())
        .isCloseTo(ledger.slots().get(1).volumeMm3(), within(1e-6));
    assertThat(ledger.shares().get(1).volumeMm3())
        .isCloseTo(ledger.slots().get(0).volumeMm3(), within(1e-6));
    assertThat(ledger.shares().stream().mapToDouble(Share::seconds).sum())
        .isCloseTo(ledger.roles().stream().mapToDouble(r -> r.seconds()).sum(), within(1e-6));
    assertThat(ledger.shares().stream().mapToDouble(Share::massG).sum())
        .isCloseTo(ledger.slots().stream().mapToDouble(s -> s.massG()).sum(), within(1e-9));
    assertThat(ledger.shares().stream().mapToDouble(Share::cost).sum())
        .isCloseTo(ledger.slots().stream().mapToDouble(s -> s.cost()).sum(), within(1e-9));
  }

  @Test
  void costsAreInTheCurrencyThatAllFilamentsSay() {
    Plan plan = Shapes.plan(List.of(2.0), Shapes.stratum(2, Map.of(Setting.FILAMENT, Value.of(2))));
    Shelf shelf = ShelfReader.standard();
    Ledger ledger = Shapes.compute(plan, Shapes.bar(20, 20, 4), shelf).ledger();
    assertThat(ledger.currency()).isEqualTo("€");
    Shelf mixed = shelf.with(inPounds(shelf.filament("slate")));
    assertThat(Shapes.compute(plan, Shapes.bar(20, 20, 4), mixed).ledger().currency()).isEmpty();
  }

  private static Filament inPounds(Filament f) {
    return new Filament(
        f.id(),
        f.name(),
        f.material(),
        f.colour(),
        f.densityGCm3(),
        f.diameterMm(),
        f.pricePerKg(),
        "£",
        f.nozzleC(),
        f.bedC(),
        f.fanPercent(),
        f.maxFlow(),
        f.retractionMm(),
        f.surfaces(),
        f.drying());
  }

  @Test
  void theLedgerAddsUp() {
    PlanResult result =
        Shapes.compute(
            Shapes.plan(List.of(2.0), Shapes.stratum(2, Map.of(Setting.FILAMENT, Value.of(2)))),
            Shapes.bar(20, 20, 4));
    Ledger ledger = result.ledger();
    double parts =
        ledger.roles().stream().mapToDouble(r -> r.seconds()).sum()
            + ledger.travelSeconds()
            + ledger.liftSeconds()
            + ledger.changeSeconds()
            + ledger.heatingSeconds();
    assertThat(ledger.seconds()).isCloseTo(parts, within(1e-6));
    assertThat(ledger.slots().stream().mapToDouble(s -> s.volumeMm3()).sum())
        .isCloseTo(ledger.roles().stream().mapToDouble(r -> r.volumeMm3()).sum(), within(1e-6));
    // The change itself, and the ways aside and back.
    assertThat(ledger.changeSeconds()).isBetween(90.0, 95.0);
    assertThat(ledger.slots().getFirst().massG())
        .isCloseTo(ledger.slots().getFirst().volumeMm3() * 0.00124, within(1e-9));
  }

  @Test
  void rolesPartsAndFilamentsAddUpToTheSame() {
    Plan plan =
        Shapes.divided(
            List.of(box("east", 5)), Shapes.region("east", Map.of(Setting.FILAMENT, Value.of(2))));
    Ledger ledger = Shapes.compute(plan, Shapes.bar(20, 10, 4)).ledger();
    for (ToDoubleFunction<Ledger.Entry> column : COLUMNS) {
      double ofRoles = ledger.roles().stream().mapToDouble(column).sum();
      assertThat(ofRoles).isPositive();
      assertThat(ledger.slots().stream().mapToDouble(column).sum())
          .isCloseTo(ofRoles, within(1e-6));
      assertThat(ledger.shares().stream().mapToDouble(column).sum())
          .isCloseTo(ofRoles, within(1e-6));
    }
    assertThat(ledger.slots()).allMatch(slot -> slot.seconds() > 0);
  }

  private static final List<ToDoubleFunction<Ledger.Entry>> COLUMNS =
      List.of(
          Ledger.Entry::seconds,
          Ledger.Entry::lengthMm,
          Ledger.Entry::volumeMm3,
          Ledger.Entry::massG,
          Ledger.Entry::cost);

  private static Region box(String id, double x) {
    return new Region(id, id, new Region.Box(new Vector(x, 0, 2), new Vector(4, 20, 10)));
  }

  private static List<PrintedFor> origins(Rule... rules) {
    Plan plan = Shapes.divided(List.of(box("east", 5), box("west", -5)), rules);
    return Shapes.compute(plan, Shapes.bar(20, 10, 4)).ledger().shares().stream()
        .map(Share::origin)
        .toList();
  }

  private static Rule red(String region) {
    return Shapes.region(region, Map.of(Setting.FILAMENT, Value.of(2)));
  }

  @Test
  void theLedgerTellsWhatRegionsTake() {
    Plan plan = Shapes.divided(List.of(box("east", 5)), red("east"));
    Ledger ledger = Shapes.compute(plan, Shapes.bar(20, 10, 4)).ledger();
    assertThat(ledger.shares())
        .extracting(Share::origin)
        .containsExactly(
            new PrintedFor(0, 1, List.of()),
            new PrintedFor(0, 1, List.of("east")),
            PrintedFor.BESIDE);
    assertThat(ledger.shares().get(1).volumeMm3())
        .isCloseTo(ledger.slots().get(1).volumeMm3(), within(1e-6));
  }

  @Test
  void regionsInWhichTheSameHoldsAreTakenTogether() {
    assertThat(origins(red("east"), red("west")))
        .contains(new PrintedFor(0, 1, List.of("east", "west")))
        .hasSize(3);
  }

  @Test
  void aRegionInWhichNothingDiffersIsNotListed() {
    assertThat(origins(Shapes.region("east", Map.of(Setting.FILAMENT, Value.of(1)))))
        .containsExactly(new PrintedFor(0, 1, List.of()), PrintedFor.BESIDE);
  }

  /** The sample machine heats its bed by 0.4 °C/s and its nozzle by 2 °C/s. */
  @Test
  void thePrintStartsWhenBedAndNozzleAreHot() {
    Plan warmBed = Shapes.plan(List.of(), Shapes.everywhere(heat(60, 210)));
    PlanResult result = Shapes.compute(warmBed, Shapes.bar(10, 10, 1));
    assertThat(result.ledger().heatingSeconds()).isCloseTo(100, within(1e-9));
    Timeline timeline = new Timeline(result.schedule(), result.resolver().machine());
    assertThat(timeline.start(0)).isCloseTo(100, within(1e-9));
    assertThat(timeline.end()).isEqualTo(result.ledger().seconds());
    Plan coldBed = Shapes.plan(List.of(), Shapes.everywhere(heat(0, 210)));
    assertThat(Shapes.compute(coldBed, Shapes.bar(10, 10, 1)).ledger().heatingSeconds())
        .isCloseTo(95, within(1e-9));
  }

  private static Map<Setting, Value> heat(double bed, double nozzle) {
    return Map.of(
        Setting.BED_TEMPERATURE, Value.of(bed), Setting.NOZZLE_TEMPERATURE, Value.of(nozzle));
  }

  @Test
  void itWaitsForTheNozzleAtAStepAndAtAChangeButNotOnARamp() {
    // Up and down by 10 mm at 12 mm/s, and the way back; the way there is part of the wait.
    assertThat(heatingAbove(Map.of(Setting.NOZZLE_TEMPERATURE, Value.of(230))))
        .isBetween(100 + 10 + 20.0 / 12, 100 + 10 + 20.0 / 12 + 2);
    assertThat(heatingAbove(Map.of(Setting.NOZZLE_TEMPERATURE, Value.of(214))))
        .isCloseTo(100, within(1e-9));
    assertThat(
            heatingAbove(
                Map.of(Setting.NOZZLE_TEMPERATURE, Value.of(230), Setting.FILAMENT, Value.of(2))))
        .isCloseTo(100 + 10, within(1e-9));
  }

  /** Heating in a print whose second stratum has other settings, s. */
  private static double heatingAbove(Map<Setting, Value> set) {
    Plan plan = Shapes.plan(List.of(2.0), Shapes.stratum(2, set), Shapes.everywhere(heat(60, 210)));
    return Shapes.compute(plan, Shapes.bar(10, 10, 4)).ledger().heatingSeconds();
  }

  @Test
  void aNozzleThatWaitedCoolerIsHeatedAfterTheStop() {
    Stop.Waiting cool =
        new Stop.Waiting(
            OptionalDouble.empty(),
            Optional.empty(),
            OptionalDouble.of(150),
            OptionalDouble.empty(),
            0);
    Plan plan =
        Shapes.plan(List.of(), Shapes.everywhere(heat(60, 210)))
            .withStops(List.of(new Stop("s", 2, "", new Stop.Pause(cool))));
    assertThat(Shapes.compute(plan, Shapes.bar(10, 10, 4)).ledger().heatingSeconds())
        .isCloseTo(100 + 30, within(1e-9));
  }
}

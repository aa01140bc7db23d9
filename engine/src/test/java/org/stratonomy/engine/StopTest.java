package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Random;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.stratonomy.engine.check.Finding;
import org.stratonomy.engine.document.PlanFormat;
import org.stratonomy.engine.document.ShelfFormat;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.ledger.Ledger;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.plan.Stop.Kind;
import org.stratonomy.engine.plan.Stop.Waiting;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.BedPoint;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.shelf.Shelf;

/** Stops of the planner, from the plan to the program. */
class StopTest {
  private static final double STRAND_MM2 = Math.PI * 1.75 * 1.75 / 4;

  private static PlanResult compute(Plan plan) {
    return compute(plan, ShelfReader.standard());
  }

  private static PlanResult compute(Plan plan, Shelf shelf) {
    return Shapes.compute(plan, Shapes.bar(15, 15, 3), shelf);
  }

  private static String program(PlanResult result) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    Planner.writeProgram(result, bytes);
    return bytes.toString(StandardCharsets.UTF_8);
  }

  private static List<String> lines(Stop... stops) throws IOException {
    return program(compute(Shapes.plan(List.of()).withStops(List.of(stops)))).lines().toList();
  }

  private static Stop stop(String id, double height, Kind kind, String note) {
    return new Stop(id, height, note, Shapes.event(kind, Waiting.AS_MACHINE, List.of()));
  }

  private static Waiting waiting(double lift, double x, double y, double celsius, double purge) {
    return new Waiting(
        OptionalDouble.of(lift),
        Optional.of(new BedPoint(x, y)),
        OptionalDouble.of(celsius),
        OptionalDouble.of(600),
        purge);
  }

  private static Plan twoColours() {
    return Shapes.plan(List.of(1.0), Shapes.stratum(2, Map.of(Setting.FILAMENT, Value.of(2))));
  }

  @Test
  void aStopWaitsWhereAsHotAndAsLongAsItSays() throws IOException {
    Stop stop = new Stop("s", 1.4, "gravel", new Stop.Filling(waiting(25, 30, 40, 150, 12)));
    List<String> lines = lines(stop);
    int wait = lines.indexOf("M0");
    assertThat(lines.subList(wait - 8, wait))
        .satisfiesExactly(
            line -> assertThat(line).startsWith("G1 E-0.8"),
            line -> assertThat(line).startsWith("G0 Z26.4"),
            line -> assertThat(line).startsWith("G0 X30 Y40"),
            line ->
                assertThat(line)
                    .isEqualTo("; stop 1 of 1: before layer 8, at 1.4 mm: filling; gravel"),
            line -> assertThat(line).isEqualTo("M400"),
            line -> assertThat(line).startsWith("M84 S0"),
            line -> assertThat(line).isEqualTo("M104 S150"),
            line -> assertThat(line).isEqualTo("M117 gravel"));
    assertThat(lines.subList(wait + 1, wait + 9))
        .satisfiesExactly(
            line -> assertThat(line).isEqualTo("M109 S210"),
            line -> assertThat(line).isEqualTo("M84 S60"),
            line -> assertThat(line).isEqualTo("G21"),
            line -> assertThat(line).isEqualTo("G90"),
            line -> assertThat(line).isEqualTo("M83"),
            line -> assertThat(line).startsWith("G1 E0.8"),
            line -> assertThat(line).startsWith("G1 E12 F150"),
            line -> assertThat(line).startsWith("G1 E-0.8"));
  }

  @Test
  void theLedgerCountsTheWaitTheWaysAndWhatIsPushedOut() throws IOException {
    Plan plain = Shapes.plan(List.of());
    Stop stop = new Stop("s", 1.4, "", new Stop.Pause(waiting(25, 30, 40, 150, 12)));
    Ledger without = compute(plain).ledger();
    Ledger with = compute(plain.withStops(List.of(stop))).ledger();
    double reheating = with.heatingSeconds() - without.heatingSeconds();
    assertThat(reheating).isPositive();
    List<WayReader.Way> ways = WayReader.betweenLayers(compute(plain.withStops(List.of(stop))));
    List<WayReader.Way> halts = ways.stream().filter(way -> way.halts() > 0).toList();
    assertThat(halts).hasSize(1);
    // At least 25 mm up and down at 12 mm/s, and 12 mm of filament at 2.5 mm/s.
    assertThat(halts.getFirst().moving()).isBetween(50.0 / 12 + 12 / 2.5, 12.0);
    assertThat(with.changeSeconds()).isCloseTo(600 + halts.getFirst().moving(), within(5e-3));
    double all = WayReader.seconds(ways);
    double allWithout = WayReader.seconds(WayReader.betweenLayers(compute(plain)));
    assertThat(with.seconds() - without.seconds()).isCloseTo(600 + all - allWithout, within(1e-2));
    assertThat(with.slots().getFirst().lengthMm() - without.slots().getFirst().lengthMm())
        .isCloseTo(12, within(1e-9));
    assertThat(with.halts().getFirst().needsOperator()).isTrue();
  }

  @Test
  void messagesAndOwnCommandsComeFirstAndDoNotWait() throws IOException {
    Stop own = new Stop("own", 1, "", new Stop.Commands(List.of("M355 S1", "M118 lit")));
    List<String> lines =
        lines(stop("wait", 1, Kind.PAUSE, "look"), own, stop("say", 1, Kind.MESSAGE, "half done"));
    int message = lines.indexOf("M117 half done");
    int commands = lines.indexOf("M355 S1");
    int wait = lines.indexOf("M0");
    assertThat(message).isPositive().isLessThan(commands);
    assertThat(lines.get(commands + 1)).isEqualTo("M118 lit");
    assertThat(commands).isLessThan(wait);
    assertThat(lines.subList(commands + 2, commands + 7))
        .satisfiesExactly(
            line -> assertThat(line).isEqualTo("G21"),
            line -> assertThat(line).isEqualTo("G90"),
            line -> assertThat(line).isEqualTo("M83"),
            line -> assertThat(line).isEqualTo("M109 S210"),
            line -> assertThat(line).as("height is stated before place").startsWith("G0 Z"));
    assertThat(lines).filteredOn("M0"::equals).hasSize(1);
    assertThat(lines(own)).doesNotContain("M0");
  }

  @Test
  void aStopAtAChangeByHandIsOneWaitAndWithAFeederTwo() throws IOException {
    Plan plan = twoColours().withStops(List.of(stop("s", 1, Kind.PAUSE, "nut")));
    List<String> byHand = program(compute(plan)).lines().toList();
    assertThat(byHand).contains("M600").doesNotContain("M0");
    assertThat(byHand).anyMatch(line -> line.endsWith("Chalk out, Slate in; nut"));
    List<String> fed = program(compute(plan.withMachine("workshop-four"))).lines().toList();
    assertThat(fed.indexOf("M0")).isPositive().isLessThan(fed.lastIndexOf("T1"));
    assertThat(fed).anyMatch(line -> line.startsWith("; stop 1 of 2"));
    assertThat(fed).anyMatch(line -> line.startsWith("; change 2 of 2"));
  }

  /** The need of each load, by the program's own extrusions between the changes. */
  @Test
  void eachLoadSaysHowMuchOfItIsNeeded() throws IOException {
    Plan plan =
        Shapes.plan(List.of(1.0, 2.0), Shapes.stratum(2, Map.of(Setting.FILAMENT, Value.of(2))));
    PlanResult result = compute(plan);
    List<Double> loads = new ArrayList<>(List.of(0.0));
    for (String line : program(result).split("\n")) {
      if (line.equals("M600")) {
        loads.add(0.0);
      }
      int at = line.indexOf(" E");
      if (line.startsWith("G1 X") || line.startsWith("G1 Y")) {
        double e = Double.parseDouble(line.substring(at + 2).split(" ")[0]);
        loads.set(loads.size() - 1, loads.getLast() + Math.max(0, e));
      }
    }
    Ledger ledger = result.ledger();
    assertThat(ledger.halts()).hasSize(2);
    assertThat(ledger.startMm()).isCloseTo(loads.get(0), within(0.01));
    assertThat(ledger.halts().get(0).strandMm()).isCloseTo(loads.get(1), within(0.01));
    assertThat(ledger.halts().get(1).strandMm()).isCloseTo(loads.get(2), within(0.01));
    double all = ledger.slots().stream().mapToDouble(s -> s.volumeMm3()).sum() / STRAND_MM2;
    assertThat(loads.stream().mapToDouble(d -> d).sum()).isCloseTo(all, within(0.01));
  }

  @Test
  void impossibleWaitsAreFoundAndMended() {
    Stop stop = new Stop("s", 1, "", new Stop.Pause(waiting(0, 400, 40, 500, 0)));
    PlanResult result = compute(Shapes.plan(List.of()).withStops(List.of(stop)));
    List<Finding> found =
        result.findings().stream().filter(f -> f.id().startsWith("stop-")).toList();
    assertThat(found)
        .extracting(Finding::id)
        .containsExactlyInAnyOrder("stop-park:s", "stop-hot:s", "stop-lift:s");
    Plan mended = found.getFirst().remedies().getFirst().plan();
    assertThat(compute(mended).findings()).noneMatch(f -> f.id().equals(found.getFirst().id()));
  }

  @ParameterizedTest
  @ValueSource(strings = {"hand-change", "hand-pause", "hand-wait"})
  void eachDialectSaysWhatToLoadAndStatesAllAnewAfterIt(String dialect) throws IOException {
    Shelf standard = ShelfReader.standard();
    Machine machine =
        ShelfFormat.machine(
            ShelfFormat.write(standard.machine("workshop-one")).put("dialect", dialect));
    Shelf shelf = standard.with(machine);
    List<String> lines = program(compute(twoColours(), shelf)).lines().toList();
    String wait =
        switch (dialect) {
          case "hand-change" -> "M600";
          case "hand-pause" -> "M0";
          default -> "G4 S90 ; time to do it";
        };
    int at = lines.indexOf(wait);
    assertThat(lines.subList(at - 4, at)).anyMatch(line -> line.startsWith("M117 Load Slate"));
    assertThat(lines.subList(at + 1, at + 6))
        .containsExactly("M109 S210", "M84 S60", "G21", "G90", "M83");
  }

  @Test
  void aStopMayBeToldInAnotherWayThanTheMachineUsuallyIs() throws IOException {
    List<Stop> stops = List.of(told("a", 1, Stop.Told.PAUSE), told("b", 2, Stop.Told.WAIT));
    for (String machine : List.of("workshop-one", "workshop-four", "pair")) {
      Plan plan = twoColours().withMachine(machine).withStops(stops);
      assertThat(PlanFormat.read("again", PlanFormat.write(plan))).isEqualTo(plan);
      List<String> lines = program(compute(plan)).lines().toList();
      assertThat(lines).contains("M0", "G4 S120 ; time to do it").doesNotContain("M600");
      int wait = lines.indexOf("G4 S120 ; time to do it");
      String nozzle = machine.equals("pair") ? "M109 T1 S210" : "M109 S210";
      assertThat(lines.get(wait + 1)).isEqualTo(nozzle);
    }
  }

  private static Stop told(String id, double heightMm, Stop.Told told) {
    Stop.Waiting waiting =
        new Stop.Waiting(
            OptionalDouble.empty(),
            Optional.empty(),
            OptionalDouble.empty(),
            OptionalDouble.of(120),
            0,
            Optional.of(told));
    return new Stop(id, heightMm, "", new Stop.Pause(waiting));
  }

  @Test
  void machinesWithMacrosCallThemInsteadAndStateAllAnewAfterThem() throws IOException {
    Shelf standard = ShelfReader.standard();
    List<Machine> withBeds =
        standard.machines().stream().filter(machine -> machine.belt().isEmpty()).toList();
    for (Machine machine : withBeds) {
      List<String> dialects = machine.changer().kind().dialects();
      Machine own =
          ShelfFormat.machine(ShelfFormat.write(machine).put("dialect", dialects.getLast()));
      Plan plan = twoColours().withMachine(machine.id());
      String text = program(compute(plan, standard.with(own)));
      List<String> lines = text.lines().toList();
      assertThat(text).contains("STRATONOMY_START TOOL=0 NOZZLE=210 BED=60 Z=5\n");
      if (machine.mixes()) {
        assertThat(lines)
            .contains("STRATONOMY_MIX FIRST=1 SECOND=0", "STRATONOMY_MIX FIRST=0 SECOND=1")
            .noneMatch(line -> line.startsWith("STRATONOMY_CHANGE"));
      } else {
        int at = lines.indexOf("STRATONOMY_CHANGE TOOL=1 NOZZLE=210");
        assertThat(lines.get(at - 1)).isEqualTo("M117 Chalk out, Slate in");
        assertThat(lines.subList(at + 1, at + 4)).containsExactly("G21", "G90", "M83");
      }
      assertThat(lines.getLast()).isEqualTo("; end");
      assertThat(lines).noneMatch(line -> line.startsWith("M600") || line.equals("T1"));
    }
  }

  @RepeatedTest(20)
  void stopsAreWrittenAndReadAndHappenInTheOrderOfTheirHeights(RepetitionInfo info) {
    Random random = new Random(info.getCurrentRepetition());
    List<Stop> stops = new ArrayList<>();
    for (int i = 0; i < 6; i++) {
      Kind kind = Kind.values()[random.nextInt(Kind.values().length)];
      stops.add(
          new Stop(
              "s" + i,
              Math.rint(random.nextDouble(0.2, 2.8) * 100) / 100,
              "note " + i,
              Shapes.event(
                  kind,
                  random.nextBoolean()
                      ? waiting(5, 10, 20, 180, random.nextInt(9))
                      : Waiting.AS_MACHINE,
                  kind == Kind.COMMANDS ? List.of("M400") : List.of())));
    }
    Plan plan = Shapes.plan(List.of()).withStops(stops);
    assertThat(PlanFormat.read("it", PlanFormat.write(plan))).isEqualTo(plan);
    List<Ledger.HaltEntry> halts = compute(plan).ledger().halts();
    assertThat(halts).extracting(Ledger.HaltEntry::heightMm).isSorted().doesNotHaveDuplicates();
    List<String> notes =
        stops.stream().filter(s -> s.kind() != Kind.COMMANDS).map(Stop::note).toList();
    assertThat(halts.stream().map(Ledger.HaltEntry::note).toList().toString()).contains(notes);
  }
}

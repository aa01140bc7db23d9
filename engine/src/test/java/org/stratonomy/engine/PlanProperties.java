package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.stratonomy.engine.check.Finding;
import org.stratonomy.engine.ledger.Ledger;
import org.stratonomy.engine.merge.Halt;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Placement.Vector;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Purging;
import org.stratonomy.engine.plan.Rule;
import org.stratonomy.engine.plan.Setting;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.plan.Value;
import org.stratonomy.engine.plan.Where;

/** Plans put together at random are printed as the ledger says, whatever findings they have. */
class PlanProperties {
  private static final List<String> MACHINES =
      List.of("workshop-one", "workshop-four", "pair", "blend");
  private static final double STRAND = 1.75;
  private static final double STRAND_MM2 = Math.PI * STRAND * STRAND / 4;

  private final Random random = new Random();

  private double some(double least, double most) {
    return least + random.nextDouble() * (most - least);
  }

  private <T> T one(List<T> of) {
    return of.get(random.nextInt(of.size()));
  }

  private OptionalDouble maybe(double least, double most) {
    return random.nextBoolean() ? OptionalDouble.empty() : OptionalDouble.of(some(least, most));
  }

  private Piece piece(int number) {
    Vector turned =
        random.nextBoolean() ? Vector.ZERO : new Vector(some(0, 360), some(0, 360), some(0, 360));
    Vector scale = new Vector(some(0.5, 1.5), some(0.5, 1.5), some(0.5, 1.5));
    Vector at = new Vector(some(-5, 260), some(-5, 215), random.nextInt(4) == 0 ? some(-1, 1) : 0);
    return new Piece(
        "p" + number,
        "Piece " + number,
        List.of(new Body("body", "Body", "mesh")),
        new Placement(at, turned, scale),
        List.of());
  }

  private Stop stop(int number) {
    Optional<Purging.Place> park =
        random.nextBoolean()
            ? Optional.empty()
            : Optional.of(new Purging.Place(some(0, 200), some(0, 200)));
    return new Stop(
        "s" + number,
        Math.rint(some(0, 9) * 100) / 100,
        one(List.of(Stop.Kind.values())),
        random.nextBoolean() ? "" : "look",
        new Stop.Waiting(
            maybe(0, 20), park, maybe(150, 260), maybe(0, 900), random.nextInt(3) * 7.5),
        List.of("M118 own", "G91"));
  }

  private Purging purging() {
    Optional<Purging.Place> tower =
        random.nextBoolean()
            ? Optional.empty()
            : Optional.of(new Purging.Place(some(0, 200), some(0, 200)));
    List<Purging.Volume> volumes =
        random.nextBoolean() ? List.of() : List.of(new Purging.Volume(1, 2, some(0, 300)));
    return new Purging(tower, volumes);
  }

  private Plan plan() {
    List<Piece> pieces = new ArrayList<>();
    List<Rule> rules = new ArrayList<>();
    for (int i = 0; i < 1 + random.nextInt(3); i++) {
      Piece piece = piece(i);
      pieces.add(piece);
      rules.add(
          new Rule(
              new Where(List.of(piece.id()), List.of()),
              Map.of(
                  Setting.FILAMENT,
                  Value.of(1 + random.nextInt(2)),
                  Setting.TAKES_PURGE,
                  Value.of(one(Setting.TAKES_PURGE.choices())))));
    }
    rules.add(
        Shapes.everywhere(
            Map.of(
                Setting.PIECE_ORDER, Value.of(one(Setting.PIECE_ORDER.choices())),
                Setting.PURGE_INTO, Value.of(one(Setting.PURGE_INTO.choices())),
                Setting.INFILL_DENSITY, Value.of(20))));
    List<Stop> stops = new ArrayList<>();
    for (int i = 0; i < random.nextInt(4); i++) {
      stops.add(stop(i));
    }
    return new Plan("Any", one(MACHINES), List.of("chalk", "slate"), pieces, rules, List.of())
        .withStops(stops)
        .withPurging(purging());
  }

  /** Strand that comes out where the head waits, and is no extrusion along a way. */
  private static double pushedOutMm(PlanResult result) {
    return result.schedule().layers().stream()
        .flatMap(layer -> layer.halts().stream())
        .mapToDouble(Halt::purgeMm)
        .sum();
  }

  @Property(tries = 8)
  void anyPlanIsPrintedAsTheLedgerSays(@ForAll long seed) throws IOException {
    random.setSeed(seed);
    Plan plan = plan();
    Mesh mesh = random.nextBoolean() ? Shapes.table() : Shapes.bar(12, 8, 6);
    PlanResult result = Shapes.compute(plan, mesh);
    String text = GcodeReader.text(result);
    assertThat(text).doesNotContain("NaN", "Infinity");
    GcodeReader program = GcodeReader.read(text, plan.machine().equals("pair") ? 24 : 0);
    assertThat(program.faults).isEmpty();
    double ledger = result.ledger().slots().stream().mapToDouble(Ledger.SlotEntry::volumeMm3).sum();
    double read = program.volume(STRAND);
    assertThat(read + STRAND_MM2 * pushedOutMm(result))
        .isCloseTo(ledger, within(0.02 + 1e-3 * ledger));
    for (Finding finding : result.findings()) {
      for (Finding.Remedy remedy : finding.remedies()) {
        Shapes.compute(remedy.plan(), mesh);
      }
    }
  }
}

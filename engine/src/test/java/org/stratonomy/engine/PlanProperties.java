package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.stratonomy.engine.check.Finding;
import org.stratonomy.engine.ledger.Ledger;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Purging;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.schedule.Halt;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.BedPoint;

/** Plans put together at random are printed as the ledger says, whatever findings they have. */
class PlanProperties {
  private static final double STRAND = 1.75;
  private static final double STRAND_MM2 = Math.PI * STRAND * STRAND / 4;

  /** A piece, and the rule that holds for it alone. */
  private record Ruled(Placement placement, int slot, String takesPurge) {}

  private static Arbitrary<Double> between(double least, double most) {
    return Arbitraries.doubles().between(least, most);
  }

  private static Arbitrary<Vector> vectors(Arbitrary<Double> each) {
    return Combinators.combine(each, each, each).as(Vector::new);
  }

  private static Arbitrary<OptionalDouble> maybe(double least, double most) {
    return between(least, most)
        .optional()
        .map(value -> value.map(OptionalDouble::of).orElse(OptionalDouble.empty()));
  }

  private static Arbitrary<Optional<BedPoint>> places() {
    return Combinators.combine(between(0, 200), between(0, 200)).as(BedPoint::new).optional();
  }

  private static Arbitrary<Ruled> pieces() {
    Arbitrary<Double> z = Arbitraries.oneOf(Arbitraries.just(0.0), between(-1, 1));
    Arbitrary<Vector> at =
        Combinators.combine(between(-5, 260), between(-5, 215), z).as(Vector::new);
    Arbitrary<Vector> turned =
        Arbitraries.oneOf(Arbitraries.just(Vector.ZERO), vectors(between(0, 360)));
    return Combinators.combine(
            Combinators.combine(at, turned, vectors(between(0.5, 1.5))).as(Placement::new),
            Arbitraries.of(1, 2),
            Arbitraries.of(Setting.TAKES_PURGE.choices()))
        .as(Ruled::new);
  }

  private static Arbitrary<Stop> stops() {
    Arbitrary<Stop.Waiting> waiting =
        Combinators.combine(
                maybe(0, 20),
                places(),
                maybe(150, 260),
                maybe(0, 900),
                Arbitraries.of(0.0, 7.5, 15.0))
            .as(Stop.Waiting::new);
    return Combinators.combine(
            between(0, 9), Arbitraries.of(Stop.Kind.values()), Arbitraries.of("", "look"), waiting)
        .as(
            (height, kind, note, waits) ->
                new Stop("", height, note, Shapes.event(kind, waits, List.of("M118 own", "G91"))));
  }

  private static Arbitrary<Purging> purgings() {
    Arbitrary<List<Purging.Volume>> volumes =
        between(0, 300).map(mm3 -> new Purging.Volume(1, 2, mm3)).list().ofMaxSize(1);
    return Combinators.combine(places(), volumes).as(Purging::new);
  }

  @Provide
  Arbitrary<Plan> plans() {
    return Combinators.combine(
            Arbitraries.of("workshop-one", "workshop-four", "pair", "blend"),
            pieces().list().ofMinSize(1).ofMaxSize(3),
            stops().list().ofMaxSize(3),
            purgings(),
            Arbitraries.of(Setting.PIECE_ORDER.choices()),
            Arbitraries.of(Setting.PURGE_INTO.choices()))
        .as(PlanProperties::plan);
  }

  private static Plan plan(
      String machine,
      List<Ruled> ruled,
      List<Stop> stops,
      Purging purging,
      String order,
      String purgeInto) {
    List<Piece> pieces = new ArrayList<>();
    List<Rule> rules = new ArrayList<>();
    for (Ruled one : ruled) {
      String id = "p" + pieces.size();
      List<Body> bodies = List.of(new Body("body", "Body", "mesh"));
      pieces.add(new Piece(id, "Piece " + id, bodies, one.placement, List.of()));
      rules.add(
          new Rule(
              Scope.ofPiece(id),
              Map.of(
                  Setting.FILAMENT, Value.of(one.slot),
                  Setting.TAKES_PURGE, Value.of(one.takesPurge))));
    }
    rules.add(
        Shapes.everywhere(
            Map.of(
                Setting.PIECE_ORDER, Value.of(order),
                Setting.PURGE_INTO, Value.of(purgeInto),
                Setting.INFILL_DENSITY, Value.of(20))));
    List<Stop> named = new ArrayList<>();
    for (Stop s : stops) {
      String id = "s" + named.size();
      named.add(new Stop(id, s.heightMm(), s.note(), s.event()));
    }
    return new Plan("Any", machine, List.of("chalk", "slate"), pieces, rules, List.of())
        .withStops(named)
        .withPurging(purging);
  }

  @Provide
  Arbitrary<Mesh> meshes() {
    return Arbitraries.of(Shapes.table(), Shapes.bar(12, 8, 6));
  }

  /** Filament that comes out where the head waits, and is no extrusion along a line. */
  private static double pushedOutMm(PlanResult result) {
    return result.schedule().layers().stream()
        .flatMap(layer -> layer.halts().stream())
        .mapToDouble(Halt::purgeMm)
        .sum();
  }

  @Property(tries = 8)
  void anyPlanIsPrintedAsTheLedgerSays(@ForAll("plans") Plan plan, @ForAll("meshes") Mesh mesh)
      throws IOException {
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

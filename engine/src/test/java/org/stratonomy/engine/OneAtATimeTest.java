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
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.check.Finding;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.ledger.Ledger;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.place.PieceOrder;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.propose.Objective;
import org.stratonomy.engine.propose.Proposal;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Machine;

class OneAtATimeTest {
  private static final Rule ONE = order("one at a time");
  private static final Mesh BAR = Shapes.bar(10, 10, 8);

  private static Rule order(String choice) {
    return Shapes.everywhere(Map.of(Setting.PIECE_ORDER, Value.of(choice)));
  }

  /** Two bars beside each other; the right one has the second filament. */
  private static Plan pair(double distance, Rule... rules) {
    List<Rule> all = new ArrayList<>(List.of(rules));
    all.add(
        new Rule(new Scope(List.of("right"), List.of()), Map.of(Setting.FILAMENT, Value.of(2))));
    Plan one = Shapes.plan(List.of(), all.toArray(Rule[]::new));
    Piece left = one.pieces().getFirst().withPlacement(Placement.at(60, 100));
    Piece right =
        new Piece("right", "Right", left.bodies(), Placement.at(60 + distance, 100), List.of());
    return one.withPieces(List.of(left, right));
  }

  private static List<Finding> findings(PlanResult result, String kind) {
    return result.findings().stream().filter(f -> f.id().startsWith(kind)).toList();
  }

  @Test
  void thePiecesArePrintedOneAfterTheOther() {
    PlanResult together = Shapes.compute(pair(100), BAR);
    PlanResult result = Shapes.compute(pair(100, ONE), BAR);
    List<Integer> pieces =
        result.schedule().layers().stream()
            .map(layer -> layer.layer().parts().getFirst().piece())
            .distinct()
            .toList();
    assertThat(pieces).containsExactly(0, 1);
    assertThat(result.schedule().layers()).hasSize(80);
    assertThat(result.schedule().passes(7)).containsExactly(6, 46);
    assertThat(together.schedule().passes(7)).containsExactly(6);
    assertThat(result.schedule().changeCount()).isEqualTo(1);
    assertThat(together.schedule().changeCount()).isGreaterThan(30);
    assertThat(volume(result)).isCloseTo(volume(together), within(1e-6));
    Ledger ledger = result.ledger();
    double parts =
        ledger.roles().stream().mapToDouble(role -> role.seconds()).sum()
            + ledger.travelSeconds()
            + ledger.liftSeconds()
            + ledger.changeSeconds()
            + ledger.heatingSeconds();
    assertThat(ledger.seconds()).isCloseTo(parts, within(1e-6));
  }

  private static double volume(PlanResult result) {
    return result.ledger().roles().stream().mapToDouble(role -> role.volumeMm3()).sum();
  }

  @Test
  void theSkirtIsLaidOnce() {
    List<LayerSchedule> layers = Shapes.compute(pair(100, ONE), BAR).schedule().layers();
    List<Integer> with = new ArrayList<>();
    for (int i = 0; i < layers.size(); i++) {
      if (layers.get(i).strokes().stream().anyMatch(stroke -> !stroke.origin().hasPiece())) {
        with.add(i);
      }
    }
    assertThat(with).containsExactly(0);
  }

  private static final Pattern WORD = Pattern.compile("([XYZE])(-?[\\d.]+)");

  /** The nozzle never passes through what stands, and comes down only beside it. */
  @Test
  void theNozzlePassesOverWhatStands() throws IOException {
    PlanResult result = Shapes.compute(pair(100, ONE), BAR);
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    Planner.writeProgram(result, bytes);
    double x = 0;
    double y = 0;
    double z = 0;
    boolean leftIsDone = false;
    boolean laidRight = false;
    for (String line : bytes.toString(StandardCharsets.UTF_8).split("\n")) {
      if (!line.startsWith("G0 ") && !line.startsWith("G1 ")) {
        continue;
      }
      double fromX = x;
      Matcher words = WORD.matcher(line);
      while (words.find()) {
        double value = Double.parseDouble(words.group(2));
        switch (words.group(1)) {
          case "X" -> x = value;
          case "Y" -> y = value;
          case "Z" -> z = value;
          default -> {}
        }
      }
      boolean lays = line.startsWith("G1") && line.contains(" E");
      leftIsDone |= lays && z > 7.9;
      boolean overLeft = Math.min(fromX, x) < 65.5 && Math.max(fromX, x) > 54.5;
      if (leftIsDone && !(lays && overLeft) && x > 70) {
        laidRight |= lays;
        assertThat(z >= 8 + 2 || !overLeft).as(line).isTrue();
      }
      if (laidRight && overLeft) {
        assertThat(z).as(line).isGreaterThanOrEqualTo(8 + 2);
      }
    }
    assertThat(laidRight).isTrue();
  }

  @Test
  void aStopHappensInEachPieceThatReachesIt() {
    Plan plan = pair(100, ONE).withStops(List.of(new Stop("nut", 4, "put the nut in")));
    List<Ledger.HaltEntry> halts =
        Shapes.compute(plan, BAR).ledger().halts().stream()
            .filter(halt -> !halt.stops().isEmpty())
            .toList();
    assertThat(halts).extracting(Ledger.HaltEntry::heightMm).containsExactly(4.0, 4.0);
    assertThat(halts).extracting(Ledger.HaltEntry::layer).containsExactly(21, 21);
  }

  private static final Machine MACHINE =
      new Resolver(new Job(Shapes.plan(List.of()), ShelfReader.standard())).machine();

  private static PieceOrder order(Bounds... boxes) {
    Resolver resolver = new Resolver(new Job(Shapes.plan(List.of()), ShelfReader.standard()));
    return PieceOrder.of(List.of(boxes), 0, resolver.machine());
  }

  private static Bounds box(double x, double y, double height) {
    return new Bounds(x, y, 0, x + 10, y + 10, height);
  }

  /** The head reaches 40 mm, 5 mm above its nozzle; the beam is 30 mm above it. */
  @Test
  void theOrderKeepsHeadAndBeamClear() {
    assertThat(MACHINE.head().radiusMm()).isEqualTo(40);
    assertThat(order(box(0, 0, 8), box(50, 0, 8)).pieces()).containsExactly(0, 1);
    // The low one may stand beside the high one, not the other way round.
    assertThat(order(box(0, 0, 8), box(20, 0, 4)))
        .isEqualTo(new PieceOrder(List.of(1, 0), Optional.empty()));
    // The beam over the second one meets the first, however far along X that is.
    assertThat(order(box(0, 0, 35), box(150, 0, 8)).pieces()).containsExactly(1, 0);
    assertThat(order(box(0, 0, 35), box(150, 50, 8)).pieces()).containsExactly(0, 1);
    assertThat(order(box(0, 0, 8), box(30, 0, 8)).conflict())
        .contains(new PieceOrder.Conflict(0, 1));
    assertThat(order(box(0, 0, 35), box(150, 20, 35)).conflict())
        .contains(new PieceOrder.Conflict(0, 1));
  }

  @Test
  void piecesInEachOthersWayAreMovedApart() {
    Finding finding = findings(Shapes.compute(pair(25, ONE), BAR), "one-at-a-time").getFirst();
    assertThat(finding.severity()).isEqualTo(Finding.Severity.ERROR);
    assertThat(finding.title()).isEqualTo("The head would meet Piece or Right");
    assertThat(finding.remedies())
        .extracting(Finding.Remedy::label)
        .containsExactly("Move the pieces apart", "Print the pieces together");
    for (Finding.Remedy remedy : finding.remedies()) {
      assertThat(findings(Shapes.compute(remedy.plan(), BAR), "one-at-a-time")).isEmpty();
    }
  }

  @Test
  void highPiecesAreMovedBehindEachOther() {
    Mesh high = Shapes.bar(10, 10, 40);
    Finding finding = findings(Shapes.compute(pair(100, ONE), high), "one-at-a-time").getFirst();
    Plan apart = finding.remedies().getFirst().plan();
    double first = apart.pieces().get(0).placement().position().y();
    double second = apart.pieces().get(1).placement().position().y();
    assertThat(second - first).isGreaterThanOrEqualTo(50);
    assertThat(findings(Shapes.compute(apart, high), "one-at-a-time")).isEmpty();
  }

  @Test
  void byHandPiecesOfTwoFilamentsAreBetterPrintedOneAtATime() {
    Finding mixed = findings(Shapes.compute(pair(100), BAR), "mixed-layers").getFirst();
    assertThat(mixed.remedies().getFirst().label()).isEqualTo("Print the pieces one at a time");
    PlanResult mended = Shapes.compute(mixed.remedies().getFirst().plan(), BAR);
    assertThat(findings(mended, "mixed-layers")).isEmpty();
    assertThat(mended.schedule().changeCount()).isEqualTo(1);
  }

  @Test
  void itIsProposedAndPiecesAreMovedApartForIt() {
    PlanResult near = Shapes.compute(pair(25), BAR);
    Proposal proposal =
        Proposal.of(near, Objective.ONE_AT_A_TIME, plan -> Shapes.compute(plan, BAR)).orElseThrow();
    assertThat(proposal.steps()).containsExactly("one piece at a time, moved apart");
    assertThat(proposal.result().schedule().pieceByPiece()).isTrue();
    assertThat(proposal.result().errors()).isEmpty();
    PlanResult far = Shapes.compute(pair(100), BAR);
    assertThat(Proposal.of(far, Objective.ONE_AT_A_TIME, plan -> Shapes.compute(plan, BAR)))
        .map(Proposal::steps)
        .contains(List.of("one piece at a time"));
    PlanResult single = Shapes.compute(Shapes.plan(List.of()), BAR);
    assertThat(Proposal.of(single, Objective.ONE_AT_A_TIME, plan -> Shapes.compute(plan, BAR)))
        .isEmpty();
  }

  @Test
  void aBrimOfOnePieceTakesRoomToo() {
    Rule brim = new Rule(Scope.ofPiece("right"), Map.of(Setting.BRIM_LINES, Value.of(20)));
    assertThat(findings(Shapes.compute(pair(55, ONE), BAR), "one-at-a-time")).isEmpty();
    assertThat(findings(Shapes.compute(pair(55, ONE, brim), BAR), "one-at-a-time")).hasSize(1);
  }

  @Test
  void aRaisedPieceThatIsPrintedLaterIsSupported() {
    Plan plan = pair(100, ONE, Shapes.everywhere(Map.of(Setting.SUPPORT, Value.of("everywhere"))));
    Piece right = plan.pieces().get(1);
    Placement raised = right.placement().withPosition(new Vector(160, 100, 3));
    PlanResult result = Shapes.compute(plan.withPiece(right.withPlacement(raised)), BAR);
    assertThat(findings(result, "floating")).isEmpty();
  }
}

package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.stratonomy.engine.check.Finding;
import org.stratonomy.engine.document.ShelfFormat;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Shelf;
import tools.jackson.databind.node.ObjectNode;

/** What a machine says of its bed: how hot it may get, what lies on it, where its zero is. */
class BedTest {
  private static final Plan PLAN =
      Shapes.plan(List.of(1.0), Shapes.stratum(2, Map.of(Setting.FILAMENT, Value.of(2))));

  private static ObjectNode machine() {
    return ShelfFormat.write(ShelfReader.standard().machine(PLAN.machine()));
  }

  private static PlanResult on(ObjectNode machine) {
    Shelf shelf = ShelfReader.standard().with(ShelfFormat.machine(machine));
    return Shapes.compute(PLAN, Shapes.bar(20, 16, 2), shelf);
  }

  private static List<String> lines(PlanResult result) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    Planner.writeProgram(result, bytes);
    return bytes.toString(StandardCharsets.UTF_8).lines().toList();
  }

  @Test
  void aBedThatIsToBeTooHotIsFound() {
    assertThat(on(machine().put("bedMaxC", 50)).findings())
        .extracting(Finding::id)
        .contains("bed-heat");
    assertThat(on(machine()).findings())
        .extracting(Finding::id)
        .noneMatch(id -> id.startsWith("bed"));
  }

  @ParameterizedTest
  @CsvSource({"Glass, false", "'', false", "paper, true"})
  void onlyWhatIsLaidOnASurfaceThatDoesNotSuitItIsFound(String surface, boolean found) {
    List<String> ids =
        on(machine().put("surface", surface)).findings().stream().map(Finding::id).toList();
    assertThat(ids.contains("bed-surface:chalk")).isEqualTo(found);
    assertThat(ids).doesNotContain("bed-surface:slate");
  }

  /** A round bed of 120 mm, with something on it. */
  private static PlanResult onRound(Mesh mesh, double x) {
    ObjectNode round = machine().put("bedShape", "round").put("bedX", 120).put("bedY", 120);
    Shelf shelf =
        ShelfReader.standard().with(ShelfFormat.machine(round.put("parkX", 60).put("parkY", 100)));
    Plan plan = PLAN.withPiece(PLAN.pieces().getFirst().withPlacement(Placement.at(x, 60)));
    return Shapes.compute(plan, mesh, shelf);
  }

  private static Optional<Finding> offBed(PlanResult result) {
    return result.findings().stream().filter(f -> f.id().startsWith("off-bed")).findFirst();
  }

  @Test
  void whatIsRoundFitsARoundBedAndACornerDoesNot() {
    assertThat(offBed(onRound(Shapes.cylinder(58, 2), 60))).isEmpty();
    assertThat(offBed(onRound(Shapes.bar(80, 80, 2), 60))).isEmpty();
    Finding aside = offBed(onRound(Shapes.bar(80, 80, 2), 70)).orElseThrow();
    assertThat(aside.reason()).contains("the bed is round, 120 × 120 mm");
    assertThat(aside.remedies().getFirst().label()).isEqualTo("Move it into the middle of the bed");
    Finding large = offBed(onRound(Shapes.bar(90, 90, 2), 60)).orElseThrow();
    assertThat(large.remedies().getFirst().label()).startsWith("Scale it");
  }

  @Test
  void theHeadOfAMachineWithARoundBedWaitsOnIt() {
    assertThatThrownBy(() -> ShelfFormat.machine(machine().put("bedShape", "round")))
        .hasMessageContaining("The head waits off the bed.");
  }

  @Test
  void theProgramCountsFromTheMachinesZero() throws IOException {
    List<String> corner = lines(on(machine()));
    List<String> middle = lines(on(machine().put("originX", 125).put("originY", 105)));
    assertThat(middle).hasSameSizeAs(corner);
    int moves = 0;
    for (int i = 0; i < corner.size(); i++) {
      String line = corner.get(i);
      if (line.matches("G[0123] .*X.*")) {
        assertThat(at(middle.get(i), 'X')).isEqualTo(at(line, 'X') - 125_000);
        moves++;
      } else if (line.matches("G[0123] .*")) {
        assertThat(at(middle.get(i), 'Z')).isEqualTo(at(line, 'Z'));
      }
    }
    assertThat(moves).isGreaterThan(100);
  }

  /** A word of a line, in thousandths; 0 if it has none. */
  private static long at(String line, char word) {
    for (String one : line.split(" ")) {
      if (one.charAt(0) == word) {
        return Math.round(Double.parseDouble(one.substring(1)) * 1000);
      }
    }
    return 0;
  }
}

package org.stratonomy.report;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.Planner;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.ledger.Ledger;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;

/** The run sheet as a PDF, read back. */
class RunSheetTest {
  private static final LocalDateTime START = LocalDateTime.of(2026, 3, 9, 23, 58);

  private static PlanResult result(String name, Rule... rules) {
    Plan plan = named(name, Shapes.plan(List.of(4.0), rules));
    return Shapes.compute(plan, Shapes.bar(60, 50, 8));
  }

  private static Plan named(String name, Plan p) {
    return new Plan(name, p.machine(), p.slots(), p.pieces(), p.rules(), p.stops());
  }

  private static final Rule SECOND = Shapes.stratum(2, Map.of(Setting.FILAMENT, Value.of(2)));

  private static String read(PlanResult result, Optional<byte[]> picture) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    RunSheet.write(result, START, picture, bytes);
    try (PDDocument document = Loader.loadPDF(bytes.toByteArray())) {
      return new PDFTextStripper().getText(document);
    }
  }

  @Test
  void namesOfStrataAreOnTheSheetAndInProgramAndLedger() throws IOException {
    Plan plan = named("Named", Shapes.plan(List.of(4.0), SECOND));
    Plan called = plan.withPiece(Shapes.named(plan.pieces().getFirst(), "", "lantern room"));
    PlanResult result = Shapes.compute(called, Shapes.bar(60, 50, 8));
    assertThat(read(result, Optional.empty())).contains("L21, 4.00 mm, lantern room");
    ByteArrayOutputStream program = new ByteArrayOutputStream();
    Planner.writeProgram(result, program);
    assertThat(program.toString(StandardCharsets.UTF_8))
        .containsOnlyOnce("; layer 21, z 4.2\n; Piece, stratum 2 lantern room\n");
    assertThat(LedgerFormat.csv(called, result.ledger())).contains("Piece, stratum 2 lantern room");
    assertThat(LedgerFormat.write(called, result.ledger()).toString())
        .contains("\"name\":\"lantern room\"");
  }

  @Test
  void itSaysWhatIsToBeDoneAndWhen() throws IOException {
    PlanResult result = result("Steps", SECOND);
    String text = read(result, Optional.empty());
    Ledger.HaltEntry halt = result.ledger().halts().getFirst();
    String at = START.plusSeconds(Math.round(halt.atSeconds())).toLocalTime().toString();
    assertThat(text).contains("Steps", "Workshop One, nozzle 0.4 mm", "Mon 9 Mar, 23:58");
    assertThat(text).contains("Chalk out, Slate in", "L21, 4.00 mm", "load before the start");
    assertThat(text).containsPattern("The first Chalk needs [0-9.]+ g\\.");
    assertThat(text).contains("Tue 10 Mar, " + at.substring(0, 5));
    for (Ledger.SlotEntry slot : result.ledger().slots()) {
      assertThat(text).contains("%.1f g".formatted(slot.massG()));
      assertThat(text).contains("%.2f m".formatted(slot.lengthMm() / 1000));
    }
  }

  @Test
  void oneIsFreeFromTheEndOfOneHaltToTheNext() {
    Rule third =
        new Rule(new Scope(List.of(), List.of("s3")), Map.of(Setting.FILAMENT, Value.of(1)));
    Plan plan = Shapes.plan(List.of(2.0, 4.0), SECOND, third);
    List<Ledger.HaltEntry> halts = Shapes.compute(plan, Shapes.bar(60, 50, 8)).ledger().halts();
    assertThat(halts).hasSize(2).allMatch(Ledger.HaltEntry::needsOperator);
    assertThat(halts.getFirst().freeSeconds()).isEqualTo(halts.getFirst().atSeconds());
    assertThat(halts.getLast().freeSeconds())
        .isCloseTo(
            halts.getLast().atSeconds() - halts.getFirst().atSeconds() - halts.getFirst().seconds(),
            within(1e-6));
  }

  @Test
  void whatTheMachineDoesAloneNeedsNobody() throws IOException {
    assertThat(read(result("Plain"), Optional.empty()))
        .contains("Nothing: the machine prints everything by itself.")
        .doesNotContain("Slate");
  }

  @Test
  void namesAreTextAndNothingElse() throws IOException {
    String name = "<b>5 & 6</b> {{machine}} “größer”";
    assertThat(read(result(name, SECOND), Optional.empty())).contains(name);
  }

  @Test
  void thePictureIsShown() {
    String page = RunSheet.page(result("Plain"), START, Optional.of(new byte[] {1, 2, 3}));
    assertThat(page).contains("data:image/png;base64,AQID");
    assertThat(RunSheet.page(result("Plain"), START, Optional.empty())).doesNotContain("<img");
  }
}

package org.stratonomy.report;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.ledger.Ledger;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;

class LedgerFormatTest {
  private static final Plan PLAN =
      Shapes.plan(List.of(2.0), Shapes.stratum(2, Map.of(Setting.FILAMENT, Value.of(2))));
  private static final Ledger LEDGER = Shapes.compute(PLAN, Shapes.bar(20, 20, 4)).ledger();

  @Test
  void bothFormatsTellTheCurrency() {
    assertThat(LedgerFormat.write(PLAN, LEDGER).get("currency").asString()).isEqualTo("€");
    assertThat(LedgerFormat.csv(PLAN, LEDGER)).contains("cost,currency").contains(",€");
  }

  /** A name of the planner's must not become a formula where the table is opened. */
  @Test
  void namesThatBeginLikeFormulasAreTexts() {
    Piece piece = PLAN.pieces().getFirst();
    Plan named =
        PLAN.withPiece(
            new Piece(piece.id(), "=1+1", piece.bodies(), piece.placement(), List.of(2.0)));
    assertThat(LedgerFormat.csv(named, LEDGER)).contains("'=1+1").doesNotContain(",=1+1");
  }
}

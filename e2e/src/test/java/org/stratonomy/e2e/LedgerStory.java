package org.stratonomy.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import java.io.IOException;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** The ledger of a plan, in the real application. */
class LedgerStory extends Story {
  private static final Pattern STRAND = Pattern.compile(" E(-?[0-9.]+)");

  @Test
  void itsSumsAreThoseOfTheProgram() throws IOException {
    drop(block(4));
    List<String> program = export();
    exactButton("Ledger").click();
    Locator all = page.getByLabel("What is used of each filament").locator("tfoot td");
    assertThat(page.getByLabel("Where the time goes")).containsText("outer wall");
    double extruded = strandMm(program);
    shown(
        () -> Double.parseDouble(all.nth(4).innerText()),
        metres -> Math.abs(extruded - 1000 * metres) < 10);
    Download download =
        page.waitForDownload(
            () -> page.getByText("CSV", new Page.GetByTextOptions().setExact(true)).click());
    assertThat(download.suggestedFilename()).isEqualTo("block ledger.csv");
    List<String[]> rows =
        lines(download).stream().skip(1).map(line -> line.split(",", -1)).toList();
    double laid = sum(rows, "role", 5);
    assertThat(laid).isCloseTo(sum(rows, "filament", 5), within(0.01));
    assertThat(laid / 1000).isCloseTo(Double.parseDouble(all.nth(5).innerText()), within(0.01));
    String minutes =
        Math.round((sum(rows, "role", 3) + sum(rows, "\"other time\"", 3)) / 60) + " min";
    assertThat(page.getByLabel("Where the time goes").locator("tfoot")).containsText(minutes);
    page.keyboard().press("Escape");
    assertThat(page.getByTestId("totals")).containsText(minutes);
  }

  @Test
  void theClockTellsTimesOfDay() throws IOException {
    drop(block(4));
    Locator clock = page.getByLabel("Clock ribbon: the print over time");
    assertThat(clock).containsText("0:00");
    Locator start = named("Time of day at which the print starts");
    start.fill("8.30");
    start.press("Enter");
    assertThat(start).hasValue("08:30");
    assertThat(clock).containsText("08:30");
    start.fill("noon");
    start.press("Enter");
    assertThat(start).hasValue("");
    assertThat(clock).containsText("0:00");
  }

  private static double sum(List<String[]> rows, String table, int column) {
    return rows.stream()
        .filter(row -> row[0].equals(table))
        .mapToDouble(row -> Double.parseDouble(row[column]))
        .sum();
  }

  /** What the program feeds, less what it draws back, mm; its numbers are relative. */
  private static double strandMm(List<String> program) {
    assertThat(program).contains("M83");
    double sum = 0;
    for (String line : program) {
      Matcher matcher = STRAND.matcher(line);
      if (line.startsWith("G1 ") && matcher.find()) {
        sum += Double.parseDouble(matcher.group(1));
      }
    }
    return sum;
  }
}

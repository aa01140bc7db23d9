package org.stratonomy.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** A plan for a machine with two nozzles, from opening it to its run sheet. */
class NozzleStory extends Story {
  private static final double STEP_MM = 24;

  @Test
  void aBracketIsPrintedWithTwoNozzles() throws IOException {
    open("Boathouse bracket");
    button("Whole plan").click();
    double tower = number("Tower X");
    named("Purged from slot 1 to slot 2, mm³").click();
    Locator sum = page.getByLabel("Purging").getByRole(AriaRole.STATUS);
    assertThat(sum).containsText("each has a nozzle of its own");

    List<String> lines = export();
    assertThat(firstPlaces(lines, "T0")).isNotEmpty().allMatch(x -> Math.abs(x - tower) < 8);
    assertThat(firstPlaces(lines, "T1"))
        .isNotEmpty()
        .allMatch(x -> Math.abs(x + STEP_MM - tower) < 8);
    assertThat(lines).anyMatch(line -> line.startsWith("M109 T1 S"));

    button("Export").click();
    page.getByText("Run sheet to print").click();
    Locator sheet = page.getByTestId("run-sheet");
    assertThat(sheet).containsText("on nozzle 2");
    assertThat(sheet).containsText("the machine prints everything by itself");
  }

  /** X of the first strand after each change to a tool. */
  private static List<Double> firstPlaces(List<String> lines, String tool) {
    return IntStream.range(1, lines.size())
        .filter(i -> lines.get(i).equals(tool))
        .mapToObj(
            i ->
                lines.subList(i, lines.size()).stream()
                    .filter(line -> line.matches("G0 X\\S+ .*"))
                    .map(line -> Double.parseDouble(line.split(" ")[1].substring(1)))
                    .findFirst())
        .flatMap(Optional::stream)
        .toList();
  }
}

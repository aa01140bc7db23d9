package org.stratonomy.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import java.io.IOException;
import java.util.List;
import org.junit.jupiter.api.Test;

/** A gradient from a mixing nozzle, with a pebble that takes what is purged, to its run sheet. */
class MixingStory extends Story {

  @Test
  void aGullGoesFromOneFilamentToTheOther() throws IOException {
    open("Gradient gull");
    button("Whole plan").click();
    Locator purging = page.getByLabel("Purging");
    assertThat(purging.getByLabel("Pebble")).hasValue("all lines");
    assertThat(number("Tower X")).isGreaterThan(150);

    List<String> lines = export();
    List<Double> shares =
        lines.stream()
            .filter(line -> line.startsWith("M163 S1 P"))
            .map(line -> Double.parseDouble(line.substring("M163 S1 P".length())))
            .toList();
    assertThat(shares.getFirst()).isZero();
    assertThat(shares.getLast()).isEqualTo(1);
    assertThat(shares).contains(0.1, 0.3, 0.5, 0.9);
    assertThat(lines).noneMatch(line -> line.matches("T\\d+|M600|M0"));

    button("Export").click();
    page.getByText("Run sheet to print").click();
    Locator sheet = page.getByTestId("run-sheet");
    assertThat(sheet).containsText("in slot 2");
    assertThat(sheet).containsText("the machine prints everything by itself");
  }

  @Test
  void withoutThePebbleTheTowerIsLarger() {
    open("Gradient gull");
    button("Whole plan").click();
    Locator pebble = page.getByLabel("Purging").getByLabel("Pebble");
    Locator tower = page.getByLabel("Purging").getByText(" mm, up to ");
    computed();
    double with = side(tower.textContent());
    pebble.selectOption("nothing");
    shown(() -> side(tower.textContent()), side -> side > with);
    button("Undo").click();
    assertThat(pebble).hasValue("all lines");
  }

  /** Side of the tower's footprint, as it is shown, mm. */
  private static double side(String shown) {
    return Double.parseDouble(shown.strip().split(" ")[0]);
  }
}

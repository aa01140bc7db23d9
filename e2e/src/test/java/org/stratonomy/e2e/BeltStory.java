package org.stratonomy.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.microsoft.playwright.Locator;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** A plan for a machine with a belt, from opening it to its run sheet. */
class BeltStory extends Story {
  @Test
  void aScaleInTwoColoursIsPrintedOverABelt() throws IOException {
    open("Tide gauge");
    assertThat(page.getByTestId("totals")).containsText("4 changes");
    List<Double> ways = extruded(export(), 'Z');
    assertThat(ways).isSorted();
    assertThat(ways.getFirst()).isBetween(40.0, 42.0);
    assertThat(extruded(export(), 'Y')).allMatch(up -> up >= 0 && up < 7 * Math.sqrt(2) + 0.5);

    inList("Tide gauge").click();
    Locator y = named("Position Y");
    y.fill("190");
    y.press("Enter");
    computed();
    assertThat(page.getByTestId("totals")).containsText("4 changes");
    assertThat(extruded(export(), 'Z').getFirst() - ways.getFirst()).isCloseTo(30, within(0.3));
    page.keyboard().press("Control+z");
    assertThat(y).hasValue("160");

    button("Export").click();
    page.getByText("Run sheet to print").click();
    assertThat(page.getByTestId("run-sheet")).containsText("Buoy Red");
  }

  /** Where a coordinate is while strand comes out, at each layer or move that tells it. */
  private static List<Double> extruded(List<String> lines, char axis) {
    List<Double> found = new ArrayList<>();
    double at = Double.NaN;
    for (String line : lines) {
      boolean isMove = line.startsWith("G0") || line.startsWith("G1");
      for (String word : isMove ? line.split(" ") : new String[0]) {
        if (word.charAt(0) == axis) {
          at = Double.parseDouble(word.substring(1));
        }
      }
      if (isMove && line.contains(" E") && line.contains(" X")) {
        found.add(at);
      }
    }
    return found;
  }
}

package org.stratonomy.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** States of a plan that are kept beside each other and compared, in the real application. */
class VariantStory extends Story {
  private void openVariants() {
    button("Variants").click();
    assertThat(named("Name of this variant")).isVisible();
    // The panel takes the focus when it is open; text that is typed before goes where that is.
    assertThat(page.locator(".popover-sheet:focus-within")).isVisible();
  }

  /** A block whose kept variant has one more wall; that one is open. */
  private void keepWithMoreWalls() throws IOException {
    drop(block(4));
    openVariants();
    named("Name of the kept state").fill("more walls");
    exactButton("Keep the state").click();
    exactButton("more walls").click();
    assertThat(button("Variants")).containsText("more walls");
    computed();
    exactButton("block").click();
    assertThat(named("Name of the piece")).hasValue("block");
    typeInto("Walls", "3");
    assertThat(page.getByLabel("Rule sheet")).containsText("Walls");
    computed();
    openVariants();
    exactButton("Compare").click();
  }

  @Test
  void twoVariantsDifferInJustWhatWasChanged() throws IOException {
    keepWithMoreWalls();
    Locator said = page.getByLabel("What the plans say differently").locator("li");
    assertThat(said).hasCount(1);
    assertThat(said).containsText("Walls · block");
    assertThat(said).containsText("3 lines → none");
    Locator numbers = page.getByLabel("Differences in time and material");
    assertThat(row(numbers, "inner wall")).containsText("−");
    assertThat(row(numbers, "changes of filament").locator("td").last()).hasText("=");
  }

  private static Locator row(Locator table, String what) {
    return table
        .locator("tr")
        .filter(new Locator.FilterOptions().setHasText(Pattern.compile("^\\s*" + what)));
  }

  @Test
  void bothStandAtOneHeightAndOneIsTakenOver() throws IOException {
    keepWithMoreWalls();
    assertThat(page.getByTestId("level-1")).containsText("L7 · from 1.2 mm");
    page.locator("body").press("Shift+ArrowUp");
    assertThat(page.getByTestId("level-0")).hasText("L17 · from 3.2 mm");
    assertThat(page.getByTestId("level-1")).hasText("L17 · from 3.2 mm");
    button("Copy “first” to “more walls”").click();
    computed();
    assertThat(button("Variants")).containsText("more walls");
    assertThat(page.getByLabel("Rule sheet")).not().containsText("Walls");
    button("Undo").click();
    assertThat(page.getByLabel("Rule sheet")).containsText("Walls");
  }

  @Test
  void theStartPageNamesThemAndOneIsRemovedAndPutBack() throws IOException {
    drop(block(4));
    openVariants();
    named("Name of the kept state").fill("as it was");
    exactButton("Keep the state").click();
    button("Remove the variant as it was").click();
    assertThat(exactButton("as it was")).hasCount(0);
    exactButton("Put it back").click();
    assertThat(exactButton("as it was")).isVisible();
    page.navigate(application.address());
    Locator names = page.getByLabel("Variants of block").first().getByRole(AriaRole.LINK);
    assertThat(names).hasText(new String[] {"first", "as it was"});
    names.last().click();
    assertThat(button("Variants")).containsText("as it was");
  }

  @Test
  void aShorterPrintIsProposedAndCompared() throws IOException {
    drop(block(4));
    openVariants();
    exactButton("Fewest changes").click();
    assertThat(page.getByText("Nothing that was tried gives fewer changes")).isVisible();
    exactButton("Shortest time").click();
    Locator numbers = page.getByLabel("Differences in time and material");
    assertThat(row(numbers, "time").locator("td").last()).containsText("−");
    assertThat(page.getByLabel("What the plans say differently")).containsText("Layer height");
    assertThat(named("The other variant")).containsText("shortest time");
  }

  @Test
  void piecesArePrintedOneAtATime() throws IOException {
    dropPair();
    button("Arrange").click();
    assertThat(button("0 findings")).isVisible();
    openVariants();
    exactButton("One piece at a time").click();
    assertThat(page.getByLabel("What the plans say differently"))
        .containsText("Pieces are printed");
    page.getByText("Back to the plan").click();
    openVariants();
    exactButton("one piece at a time").click();
    computed();
    Locator ribbon = page.getByLabel("Clock ribbon: the print over time");
    assertThat(ribbon.locator("text.piece")).hasText(new String[] {"low", "high"});
    assertThat(page.getByLabel("Rule sheet")).containsText("Pieces are printed");
    List<Double> heights =
        export().stream()
            .filter(line -> line.startsWith("; layer "))
            .map(line -> Double.parseDouble(line.substring(line.indexOf("z ") + 2)))
            .toList();
    List<Double> again = heights.stream().skip(20).toList();
    org.assertj.core.api.Assertions.assertThat(heights.get(19)).isEqualTo(4);
    org.assertj.core.api.Assertions.assertThat(again.getFirst()).isEqualTo(0.2);
    org.assertj.core.api.Assertions.assertThat(again).isSorted().hasSize(40);
  }
}

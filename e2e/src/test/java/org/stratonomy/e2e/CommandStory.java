package org.stratonomy.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import java.io.IOException;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Doing things by their names, in the real application. */
class CommandStory extends Story {
  private Locator ask(String text) {
    Locator field = named("What to do").and(page.locator("input"));
    assertThat(field).isHidden();
    page.keyboard().press("/");
    field.fill(text);
    return field;
  }

  @Test
  void aTypedLayerOrHeightIsGoneTo() throws IOException {
    drop(block(4));
    ask("L9").press("Enter");
    assertThat(level()).containsText("L9 ");
    ask("2.4").press("Enter");
    assertThat(level()).containsText("L13 ");
  }

  @Test
  void someWordsAreEnough() throws IOException {
    drop(block(4));
    typeIntoLevel(12);
    Locator list = page.getByLabel("What can be done");
    Locator field = ask("divide");
    assertThat(list).containsText("Divide before L12, at 2.2 mm");
    field.press("Enter");
    assertThat(page.getByLabel("block, stratum 2, 2.2 mm to 4.0 mm, layers 12 to 20")).isVisible();
    computed();
    typeIntoLevel(3);
    ask("strat 2").press("Enter");
    assertThat(level()).containsText("L12 ");
    assertThat(page.getByText("9 layers of 0.2 mm, 1.8 mm high")).isVisible();
    typeIntoLevel(8);
    ask("stop").press("Enter");
    assertThat(button("Stop is set")).isVisible();
    Locator focus = page.locator("input:focus, select:focus");
    ask("infill dens").press("Enter");
    assertThat(focus).hasAttribute("id", "setting-infillDensity");
    focus.blur();
    ask("brim").press("Enter");
    assertThat(focus).hasAttribute("id", Pattern.compile("setting-brim.*"));
    focus.blur();
    ask("nothing of the kind");
    assertThat(list).containsText("Nothing has these words");
    page.keyboard().press("Escape");
    ask("ledger").press("Enter");
    assertThat(page.getByLabel("Where the time goes")).isVisible();
  }

  @Test
  void theArrowsChoose() throws IOException {
    drop(block(4));
    Locator field = ask("layer");
    field.press("ArrowDown");
    field.press("Enter");
    assertThat(level()).containsText("L20 ");
  }
}

package org.stratonomy.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.deque.html.axecore.playwright.AxeBuilder;
import com.deque.html.axecore.results.AxeResults;
import com.deque.html.axecore.results.Rule;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.util.List;
import org.junit.jupiter.api.Test;

/**
 * Labels, contrast and focus of each view, by the rules for accessible pages (WCAG 2, A and AA).
 */
class AccessStory extends Story {
  private void check() {
    AxeResults results =
        new AxeBuilder(page)
            .withTags(List.of("wcag2a", "wcag2aa", "wcag21a", "wcag21aa"))
            .analyze();
    assertThat(results.getPasses()).hasSizeGreaterThan(5);
    assertThat(results.getViolations()).extracting(Rule::getId, Rule::getNodes).isEmpty();
  }

  @Test
  void aPlanInAllOfItsParts() throws IOException {
    drop(block(4));
    computed();
    check();
    button("All settings").click();
    check();
    page.keyboard().press("/");
    assertThat(page.getByLabel("What can be done")).isVisible();
    check();
    page.keyboard().press("Escape");
    exactButton("Ledger").click();
    assertThat(page.getByLabel("Where the time goes")).isVisible();
    check();
    page.keyboard().press("Escape");
    exactButton("History").click();
    assertThat(page.getByText("Current state")).isVisible();
    check();
    page.keyboard().press("Escape");
    button("Variants").click();
    assertThat(named("Name of this variant")).isVisible();
    check();
  }

  @Test
  void theOtherPages() {
    assertThat(button("Drop models here")).isVisible();
    check();
    button("Tag with text …").click();
    exactButton("Start a plan").click();
    assertThat(page.getByText("Type what the tag says.")).isVisible();
    check();
    page.keyboard().press("Escape");
    page.navigate(application.address() + "/shelf");
    for (String part : List.of("Machines", "Filaments", "Recipes")) {
      exactButton(part).click();
      assertThat(exactButton(part)).hasAttribute("aria-pressed", "true");
      check();
    }
    page.navigate(application.address() + "/nowhere");
    assertThat(page.getByRole(AriaRole.ALERT)).containsText("There is no page “/nowhere”");
    check();
    page.getByText("All plans").last().click();
    assertThat(button("Drop models here")).isVisible();
  }

  @Test
  void inTheDarkToo() throws IOException {
    button("Dark theme").click();
    assertThat(button("Light theme")).isVisible();
    check();
    drop(block(4));
    computed();
    check();
  }
}

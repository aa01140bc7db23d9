package org.stratonomy.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** How somebody begins who has no model yet, and how one goes back. */
class BeginningStory extends Story {
  private Locator states() {
    return page.getByRole(AriaRole.DIALOG).getByRole(AriaRole.LISTITEM);
  }

  @Test
  void aTagIsMadeOfNumbersAndItsHistoryLeadsBack() {
    exactButton("Tag with text …").click();
    Locator form = page.getByRole(AriaRole.DIALOG);
    Locator thickness = form.getByLabel("Plate thickness");
    thickness.fill("thin");
    exactButton("Start a plan").click();
    assertThat(form).containsText("Type what the tag says.");
    assertThat(form).containsText("Type a number of millimetres.");
    form.getByLabel("Text").fill("Berth 12");
    thickness.fill("2,4");
    exactButton("Start a plan").click();
    computed();
    assertThat(page.getByLabel("Name of the plan")).hasValue("Berth 12");
    // 2.4 mm of plate and 0.8 mm of letters, in a filament of their own.
    assertThat(page.getByTestId("totals")).containsText("1 change");
    page.keyboard().press("End");
    assertThat(level()).hasText(Pattern.compile("L16 · from 3.0+ mm"));

    page.keyboard().press("Home");
    page.keyboard().press("ArrowUp");
    page.keyboard().press("p");
    assertThat(button("Stop is set")).isVisible();
    page.keyboard().press("Control+z");
    assertThat(button("Stop here")).isVisible();
    computed();
    page.keyboard().press("h");
    assertThat(states()).hasCount(2);
    assertThat(states().first()).containsText("undone");
    assertThat(states().last()).containsText(Pattern.compile("Started\\s*Current state"));
    states().first().getByRole(AriaRole.BUTTON).click();
    assertThat(states()).hasCount(3);
    assertThat(states().first()).containsText(Pattern.compile("Went back to: .*Current state"));
    page.keyboard().press("Escape");
    assertThat(button("Stop is set")).isVisible();
    button("Undo").click();
    assertThat(button("Stop here")).isVisible();

    page.getByLabel("Add a piece").selectOption("CONE");
    exactButton("Add to the plan").click();
    assertThat(button("Cone")).isVisible();
    computed();

    page.navigate(application.address());
    Locator search = page.getByLabel("Search plans");
    search.fill("12 berth");
    Locator cards = page.locator("article");
    assertThat(cards).hasCount(1);
    assertThat(cards.getByRole(AriaRole.LINK, new Locator.GetByRoleOptions().setName("Berth 12")))
        .isVisible();
    page.getByLabel("Remove the plan Berth 12").click();
    search.fill("");
    assertThat(page.getByLabel("Open Berth 12", new Page.GetByLabelOptions().setExact(true)))
        .hasCount(0);
  }
}

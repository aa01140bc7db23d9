package org.stratonomy.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import java.io.IOException;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Dividing by regions, bodies and roles, and asking why. */
class DivisionStory extends Story {
  @Test
  void aSandwichIsMeasuredSampledAndWritten() throws IOException {
    open("Boathouse bracket");
    button("Core core").click();
    assertThat(page.getByText("2 × 0.44 = 0.88 mm")).isVisible();
    Locator layers = named("Depth upright");
    assertThat(layers).hasValue("4");
    layers.fill("5");
    layers.press("Enter");
    assertThat(page.getByText("5 × 0.2 = 1.0 mm")).isVisible();
    computed();

    BoundingBox sheet = page.locator(".sheet canvas").boundingBox();
    // The corner of the bracket lies at the lower left of the sheet.
    page.mouse().dblclick(sheet.x + 0.27 * sheet.width, sheet.y + 0.86 * sheet.height);
    Locator sample = page.getByLabel("Sample", new Page.GetByLabelOptions().setExact(true));
    assertThat(sample).containsText("1 × bottom skin");
    assertThat(sample).containsText("6 × solid infill");
    assertThat(sample).containsText("Core, Slabs");
    assertThat(sample).containsText("rule 1 over 2");
    named("Close the sample").click();
    assertThat(sample).isHidden();

    List<String> lines = export();
    assertThat(toolsAt(lines, "1")).containsExactly(0);
    assertThat(toolsAt(lines, "1.2")).containsExactly(0, 1);
    assertThat(toolsAt(lines, "15")).containsExactly(0, 1);
    assertThat(toolsAt(lines, "15.2")).containsExactly(0);
  }

  @Test
  void bodiesOfAFileHaveTheirFilaments() throws IOException {
    open("Path badge");
    assertThat(button("Lettering body")).isVisible();
    button("Arrow body").click();
    assertThat(filament(2)).hasAttribute("aria-checked", "true");
    List<String> lines = export();
    assertThat(toolsAt(lines, "1")).containsExactly(0);
    assertThat(toolsAt(lines, "3.2")).containsExactly(1, 2);
    assertThat(toolsAt(lines, "4")).containsExactly(1);
    filament(3).click();
    assertThat(filament(3)).hasAttribute("aria-checked", "true");
    computed();
    assertThat(toolsAt(export(), "4")).containsExactly(2);
  }

  @Test
  void aChainIsSplitAndTakesTurns() {
    open("Mooring chain");
    button("Mooring chain body").click();
    button("Split into 9 shells").click();
    assertThat(button("Mooring chain 9 body")).isVisible();
    button("Mooring chain 1 body").click();
    button("Take turns").click();
    assertThat(page.getByTestId("totals")).containsText(Pattern.compile("[1-9][0-9]* changes"));
    Locator rules = page.getByLabel("Rule sheet");
    assertThat(rules).containsText("Mooring chain 2, Mooring chain 4");
  }

  @Test
  void aRoleGetsAFilamentAndTheRuleSaysWhatItCovers() throws IOException {
    open("Kelp fringe");
    button("Filaments").first().click();
    button("Another filament").click();
    page.keyboard().press("Escape");
    inList("Kelp fringe").click();
    named("Lines").selectOption("outer wall");
    filament(2).click();
    Locator rules = page.getByLabel("Rule sheet");
    assertThat(rules).containsText("Kelp fringe · outer wall");
    computed();
    assertThat(page.getByTestId("totals")).containsText(Pattern.compile("changes"));
    page.getByRole(
            AriaRole.BUTTON,
            new Page.GetByRoleOptions().setName("Kelp fringe · outer wall").setExact(true))
        .click();
    assertThat(rules).containsText(Pattern.compile("Covers [0-9.]+ cm³ from 0.0 mm to 12.0 mm"));
    named("Rule 1 counts").uncheck();
    assertThat(page.getByTestId("totals")).containsText("0 changes");
  }

  @Test
  void aRegionIsPlacedByNumbersAndRemoved() {
    open("Kelp fringe");
    named("Add a region to Kelp fringe").selectOption("BOX");
    assertThat(named("Selected region")).containsText("box of Kelp fringe");
    Locator x = page.getByLabel("Middle X");
    x.fill("27");
    x.press("Enter");
    assertThat(x).hasValue("27");
    Locator fan = named("Fan");
    fan.fill("35");
    fan.press("Enter");
    assertThat(page.getByLabel("Rule sheet")).containsText("Kelp fringe · Box");
    button("Remove region").click();
    assertThat(button("Box box")).isHidden();
    assertThat(page.getByLabel("Rule sheet")).not().containsText("Box");
    page.keyboard().press("Control+z");
    assertThat(button("Box box")).isVisible();
  }

  @Test
  void aRegionIsResizedByItsHandles() {
    open("Kelp fringe");
    named("Add a region to Kelp fringe").selectOption("BOX");
    assertThat(named("Size X")).hasValue("46");
    button("Resize").click();
    computed();
    BoundingBox pane = page.locator(".model canvas").boundingBox();
    double middleX = pane.x + pane.width / 2;
    double middleY = pane.y + pane.height / 2;
    drag(middleX + 30, middleY - 9, 30, -8);
    assertThat(named("Size X")).not().hasValue("46");
    assertThat(named("Size Y")).hasValue("46");
    assertThat(named("Size Z")).hasValue("6");
    page.keyboard().press("Control+z");
    assertThat(named("Size X")).hasValue("46");
    button("Remove region").click();
    assertThat(button("Box box")).isHidden();
  }

  @Test
  void aPieceIsMovedScaledAndCopied() {
    open("Path badge");
    inList("Path badge").click();
    Locator x = named("Position X");
    x.fill("60");
    x.press("Enter");
    assertThat(x).hasValue("60");
    Locator size = named("Size X");
    assertThat(size).hasValue("64");
    size.fill("32");
    size.press("Enter");
    assertThat(named("Scale Z")).hasValue("50");
    assertThat(named("Size Y")).hasValue("32");
    named("Selected piece")
        .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Copy"))
        .click();
    assertThat(inList("Path badge 2")).isVisible();
  }

  @Test
  void aFaceIsMarkedOnTheModelAndPrintedInItsFilament() throws IOException {
    drop(block(10));
    page.keyboard().press("End");
    named("Add a region to block").selectOption("PATCH");
    assertThat(page.getByText("Nothing is marked yet")).isVisible();
    filament(2).click();
    assertThat(filament(2)).hasAttribute("aria-checked", "true");
    computed();
    assertThat(page.getByTestId("totals")).containsText("0 changes");
    assertThat(page.locator(".model")).not().hasAttribute("data-shown", "");
    page.locator(".model canvas").click();
    assertThat(page.getByText("2 triangles are marked")).isVisible();
    assertThat(page.getByTestId("totals")).containsText(Pattern.compile("[1-9][0-9]* change"));
    named("erase").check();
    page.locator(".model canvas").click();
    assertThat(page.getByText("Nothing is marked yet")).isVisible();
    assertThat(page.getByTestId("totals")).containsText("0 changes");
  }

  @Test
  void aClickOnTheModelSelectsTheBody() {
    open("Boathouse bracket");
    assertThat(page.locator(".model")).not().hasAttribute("data-shown", "");
    page.keyboard().press("End");
    BoundingBox model = page.locator(".model canvas").boundingBox();
    page.mouse().click(model.x + 0.38 * model.width, model.y + 0.6 * model.height);
    assertThat(named("Selected piece")).isVisible();
  }
}

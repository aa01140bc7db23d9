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

/** Several files, placing, strata of the plan, courses and recipes, in the real application. */
class PlacingStory extends Story {
  private void dropBlock(double height) throws IOException {
    drop(block(height));
    exactButton("block").click();
    assertThat(named("Name of the piece")).hasValue("block");
  }

  @Test
  void severalFilesAreAskedAboutArrangedAndAligned() throws IOException {
    dropPair();
    exactButton("high").click();
    assertThat(named("Name of the piece")).hasValue("high");
    typeInto("Position X", "118");
    computed();
    assertThat(button("1 finding")).isVisible();
    button("Arrange").click();
    assertThat(button("0 findings")).isVisible();
    exactButton("low").click();
    assertThat(named("Name of the piece")).hasValue("low");
    double beside = number("Position X") + 24;
    exactButton("high").click();
    assertThat(named("Name of the piece")).hasValue("high");
    named("How to align").selectOption("AFTER");
    exactButton("Align along X").click();
    // Both are 24 mm wide; side by side their middles are that far apart.
    assertThat(named("Position X")).hasValue(Pattern.compile("%.0f(\\.0*)?".formatted(beside)));
  }

  @Test
  void aPieceIsMovedByItsHandlesAndLaidOnItsSide() throws IOException {
    dropBlock(30);
    exactButton("Model").click();
    button("Fit").first().click();
    exactButton("Move").click();
    assertThat(page.getByText("Drag the arrows")).isVisible();
    double x = number("Position X");
    double y = number("Position Y");
    BoundingBox view = page.locator(".model canvas").boundingBox();
    double middleX = view.x + view.width / 2;
    double middleY = view.y + view.height / 2;
    // The tip of the arrow along X.
    drag(middleX + 62, middleY - 19, 60, -19);
    assertThat(named("Position X")).not().hasValue(String.valueOf((int) x));
    computed();
    assertThat(number("Position X")).isGreaterThan(x + 3);
    assertThat(number("Position Y")).isEqualTo(y);
    assertThat(number("Position Z")).isZero();

    button("Lay a face down").click();
    button("Fit").first().click();
    page.mouse().click(middleX - 8, middleY + 40);
    assertThat(named("Size Z")).hasValue(Pattern.compile("24|20"));
    computed();
    assertThat(page.getByTestId("totals")).containsText("g");
  }

  @Test
  void thePlanIsDividedThroughAllPieces() throws IOException {
    dropPair();
    button("Whole plan").click();
    typeIntoLevel(11);
    button("Divide here").click();
    computed();
    page.getByLabel(Pattern.compile("Plan, stratum 2, .*")).click();
    page.getByRole(
            AriaRole.RADIO, new Page.GetByRoleOptions().setName(Pattern.compile("Slot 3: .*")))
        .click();
    computed();
    assertThat(page.getByTestId("totals")).containsText("1 change");
    assertThat(page.getByLabel("Rule sheet")).containsText("stratum 2 of the plan");
    List<String> lines = export();
    int change = firstAfter(lines, "M600", 0);
    int layer = firstAfter(lines, "; layer 11", 0);
    assertThat(change).isGreaterThan(layer);
    assertThat(lines.subList(layer, change)).noneMatch(line -> line.startsWith("G1 X"));
    assertThat(lines.get(layer)).contains("z 2.2");
  }

  @Test
  void theFanFollowsACourse() throws IOException {
    dropBlock(4);
    exactButton("Fan over the layers").click();
    named("Value of step 1").fill("0");
    exactButton("Step").click();
    named("Layer of step 2").fill("5");
    named("Value of step 2").fill("40");
    button("Set the course").click();
    computed();
    assertThat(page.getByLabel("Rule sheet")).containsText("0, 40 from L5");
    List<String> lines = export();
    int fifth = firstAfter(lines, "; layer 5", 0);
    assertThat(lines.subList(firstAfter(lines, "; layer 1", 0), fifth))
        .noneMatch(line -> line.matches("M106 S[1-9].*"));
    assertThat(lines.subList(fifth, firstAfter(lines, "; layer 6", fifth)))
        .anyMatch(line -> line.startsWith("M106 S102"));
  }

  @Test
  void aRecipeIsAppliedComparedAndSaved() throws IOException {
    dropBlock(4);
    assertThat(named("Walls")).hasValue("2");
    typeInto("Walls", "3");
    computed();
    page.getByLabel("Rule sheet")
        .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("block").setExact(true))
        .click();
    Locator recipe = page.getByLabel("Recipe of rule 1");
    recipe.selectOption("sturdy");
    assertThat(page.getByText("As in Sturdy.")).isVisible();
    computed();
    assertThat(named("Walls in rule 1")).hasValue("4");
    typeInto("Walls in rule 1", "6");
    assertThat(page.getByLabel("Differences from Sturdy"))
        .containsText("Walls: here 6, in Sturdy 4");
    button("Save as recipe").click();
    named("Name of the new recipe").fill("Six walls");
    exactButton("Keep").click();
    assertThat(recipe.locator("option")).containsText(new String[] {"Six walls"});
    page.navigate(application.address() + "/shelf");
    exactButton("Recipes").click();
    button("Six walls").click();
    assertThat(named("Walls")).hasValue("6");
    assertThat(page.getByText("here", new Page.GetByTextOptions().setExact(true))).hasCount(1);
  }

  @Test
  void aFindingIsAcceptedWithANote() throws IOException {
    dropBlock(4);
    typeInto("Position Z", "3");
    Locator findings = page.locator("header").getByText(Pattern.compile("[0-9] findings?$"));
    assertThat(findings).hasText("1 finding");
    findings.click();
    Locator floating = finding("does not stand");
    floating.getByText("Accept …").click();
    named("Why it is meant to be so").fill("It hangs on the rail.");
    floating.getByText("Accept", new Locator.GetByTextOptions().setExact(true)).click();
    assertThat(floating).containsText("“It hangs on the rail.”");
    assertThat(findings).hasText("0 findings");
    page.reload();
    computed();
    findings.click();
    assertThat(floating).containsText("accepted:");
  }
}

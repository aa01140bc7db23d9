package org.stratonomy.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import com.microsoft.playwright.options.LoadState;
import java.nio.file.Path;
import java.util.regex.Pattern;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;

/**
 * Takes the pictures of the README: {@code mvn verify -pl e2e -am -Dit.test=Pictures
 * -Dsurefire.failIfNoSpecifiedTests=false}. Pictures of plans as they are come first; then the
 * plans are edited.
 */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class Pictures extends Story {
  private static final Path PICTURES = Path.of("..", "docs", "screenshots");

  /** Longer than any view takes to fade in or to turn, ms. */
  private static final double SETTLED_MS = 1500;

  private void take(String name) {
    page.waitForLoadState(LoadState.NETWORKIDLE);
    page.waitForTimeout(SETTLED_MS);
    page.screenshot(new Page.ScreenshotOptions().setPath(PICTURES.resolve(name + ".png")));
  }

  private void middle(String name) {
    page.getByLabel("What the middle shows")
        .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(name))
        .click();
  }

  private void sampleMiddleOf(String place, double x, double y) {
    BoundingBox sheet = page.locator(place).boundingBox();
    page.mouse().move(sheet.x + x * sheet.width, sheet.y + y * sheet.height);
    page.keyboard().press("s");
  }

  @Test
  @Order(1)
  void startPage() {
    assertThat(page.locator("article img").first()).isVisible();
    take("plans");
  }

  @Test
  @Order(2)
  void strata() {
    open("Coast and lamp house");
    take("strata");
    button("Export").click();
    page.getByText("Run sheet to print").click();
    assertThat(page.getByTestId("run-sheet")).isVisible();
    take("run-sheet");
  }

  @Test
  @Order(2)
  void layerSheetLinesAndLedger() {
    open("Relief tile");
    exactButton("Ledger").click();
    assertThat(page.getByLabel("Where the time goes")).isVisible();
    take("ledger");
    page.keyboard().press("Escape");
    middle("Layer sheet");
    named("Colour the lines by").selectOption("flow");
    exactButton("In order").click();
    named("Lines shown").fill("700");
    take("layer-sheet");
    exactButton("In order").click();
    middle("Model");
    exactButton("Lines").click();
    named("Colour the lines of the model by").selectOption("role");
    typeIntoLevel(56);
    take("lines");
  }

  @Test
  @Order(2)
  void bracket() {
    open("Boathouse bracket");
    page.getByLabel("Pieces", new Page.GetByLabelOptions().setExact(true))
        .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Core core"))
        .click();
    page.getByLabel("Rule sheet").getByText("Boathouse bracket · Core").click();
    page.locator(".right").hover();
    page.mouse().wheel(0, 380);
    take("rules");
    page.mouse().wheel(0, -2000);
    sampleMiddleOf(".sheet canvas", 0.28, 0.86);
    assertThat(page.getByLabel("Sample", new Page.GetByLabelOptions().setExact(true))).isVisible();
    take("sample");
  }

  @Test
  @Order(2)
  void badge() {
    open("Path badge");
    button("Whole plan").click();
    take("purging");
    inList("Path badge").click();
    middle("Model");
    exactButton("Move").click();
    take("placing");
  }

  @Test
  @Order(2)
  void gulls() {
    open("Gull");
    button("findings").click();
    button("Accept …").last().click();
    take("findings");
    page.keyboard().press("Escape");
    button("Wing tips patch").click();
    page.keyboard().press("End");
    take("patches");
    page.navigate(application.address());
    open("Gradient gull");
    typeIntoLevel(121);
    button("Whole plan").click();
    take("mixing");
  }

  @Test
  @Order(2)
  void belt() {
    open("Tide gauge");
    take("belt");
  }

  @Test
  @Order(2)
  void shelf() {
    page.navigate(application.address() + "/shelf");
    assertThat(named("Name")).isVisible();
    take("shelf");
  }

  @Test
  @Order(3)
  void stop() {
    open("Lamp house");
    typeIntoLevel(121);
    button("Stop here").click();
    exactButton("filling").click();
    assertThat(page.getByTestId("filling")).containsText("opening");
    computed();
    take("stop");
  }

  @Test
  @Order(3)
  void history() {
    open("Gull");
    button("Divide here").click();
    computed();
    page.getByRole(AriaRole.RADIO, new Page.GetByRoleOptions().setName("Slot 2: Slate")).click();
    computed();
    page.keyboard().press("Control+z");
    computed();
    page.keyboard().press("h");
    assertThat(page.getByText("Current state")).isVisible();
    take("history");
  }

  @Test
  @Order(3)
  void compare() {
    open("Relief tile");
    button("Variants").click();
    exactButton("Shortest time").click();
    assertThat(page.getByLabel("Differences in time and material")).containsText("−");
    take("compare");
  }

  @Test
  @Order(4)
  void testStrip() {
    page.navigate(application.address() + "/shelf");
    page.getByLabel("All machines").getByText("Workshop Four").click();
    button("Make a plan of the strips").click();
    computed();
    assertThat(named("Name of the plan")).hasValue(Pattern.compile("Test strip .*"));
    take("test-strip");
  }
}

package org.stratonomy.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** What a planner does about purging on a machine with a feeder. */
class PurgeStory extends Story {
  private static final Pattern WORD = Pattern.compile("([XYE])(\\S+)");

  private void openBadge() {
    page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Path badge"))
        .first()
        .click();
    assertThat(page.getByLabel("Name of the plan")).isVisible();
    computed();
    button("Whole plan").click();
    assertThat(page.getByLabel("Purging")).isVisible();
  }

  /** Where the first strand after each change of tool ends: X and Y. */
  private static List<double[]> firstAfterChanges(List<String> lines) {
    List<double[]> places = new ArrayList<>();
    double[] at = new double[2];
    String tool = "";
    boolean changed = false;
    for (String line : lines) {
      if (line.matches("T[0-9].*")) {
        changed |= !tool.isEmpty() && !line.equals(tool);
        tool = line;
      } else if (line.matches("G[01] .*[XY].*")) {
        boolean strand = false;
        for (Matcher word = WORD.matcher(line); word.find(); ) {
          if (word.group(1).equals("E")) {
            strand = true;
          } else {
            at[word.group(1).equals("X") ? 0 : 1] = Double.parseDouble(word.group(2));
          }
        }
        if (changed && strand) {
          places.add(at.clone());
          changed = false;
        }
      }
    }
    return places;
  }

  @Test
  void theTowerStandsWhereItIsPutAndTakesEachChange() throws IOException {
    openBadge();
    typeInto("Tower X", "50");
    computed();
    typeInto("Tower Y", "60");
    computed();
    List<double[]> places = firstAfterChanges(export());
    assertThat(places).hasSizeGreaterThan(1);
    for (double[] place : places) {
      assertThat(place[0]).isCloseTo(50, within(20.0));
      assertThat(place[1]).isCloseTo(60, within(20.0));
    }
  }

  @Test
  void aVolumeIsOpenedGivenAndTakenBack() {
    openBadge();
    Locator volume = named("Purged from slot 2 to slot 1, mm³");
    String computed = shown(volume::inputValue, text -> !text.isBlank());
    volume.click();
    Locator sum = page.getByLabel("Purging").getByRole(AriaRole.STATUS);
    assertThat(sum).containsText("35 mm³ × ln(1 / ");
    assertThat(sum).containsText("= " + computed + " mm³");
    volume.fill("40");
    volume.press("Enter");
    assertThat(sum).containsText("The plan gives 40 mm³.");
    button("Take the sum").click();
    assertThat(volume).hasValue(computed);
    volume.fill("much");
    volume.press("Enter");
    assertThat(page.getByText("Type one of 0 or more")).isVisible();
    assertThat(volume).hasValue(computed);
  }

  @Test
  void aTowerInAPieceIsFoundAndGoesBesideIt() {
    openBadge();
    typeInto("Tower X", "128");
    computed();
    page.getByRole(
            AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("1 finding")))
        .click();
    assertThat(finding("The purge tower overlaps Path badge")).isVisible();
    button("Put it beside the pieces").click();
    computed();
    assertThat(named("Tower X")).not().hasValue("128");
    assertThat(button("0 findings")).isVisible();
  }

  @Test
  void testStripsTellWhatTheNozzleHolds() throws IOException {
    page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Shelf")).click();
    page.getByLabel("All machines").getByText("Workshop Four").click();
    button("Copy").click();
    assertThat(named("Name")).hasValue(Pattern.compile("Workshop Four, a copy"));
    Locator strip = named("Test strip");
    typeInto("Second filament clean at", "62");
    typeInto("First filament clean at", "51");
    assertThat(strip.getByRole(AriaRole.STATUS)).containsText("mm³ mix");
    strip.getByText(Pattern.compile("Use that for .*")).click();
    assertThat(page.getByLabel("Comes out unmixed")).not().hasValue("0");
    typeInto("First filament clean at", "90");
    assertThat(strip).containsText("should need more");
    button("Make a plan of the strips").click();
    computed();
    assertThat(named("Name of the plan")).hasValue(Pattern.compile("Test strip .*"));
    assertThat(page.getByTestId("totals")).containsText("6 changes");
    List<String> lines = export();
    assertThat(toolsAt(lines, "0.6")).containsExactly(0, 1);
    assertThat(toolsAt(lines, "0.8")).containsExactly(0);
  }
}

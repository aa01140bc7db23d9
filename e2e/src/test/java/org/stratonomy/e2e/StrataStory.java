package org.stratonomy.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Dropping, dividing by height, assigning, exporting. */
class StrataStory extends Story {
  /** A gallows: an arm of 30 mm that needs support, and a cap on it, as two meshes of one file. */
  private Path gallows() throws IOException {
    StringBuilder text = new StringBuilder();
    int[][] boxes = {{0, 0, 0, 8, 12, 10}, {0, 0, 7, 38, 12, 10}, {10, 2, 10, 20, 10, 13}};
    String[] groups = {"frame", "frame", "cap"};
    int vertex = 1;
    for (int b = 0; b < boxes.length; b++) {
      int[] box = boxes[b];
      text.append("g ").append(groups[b]).append('\n');
      for (int i = 0; i < 8; i++) {
        text.append("v ").append(box[(i & 1) == 0 ? 0 : 3]).append(' ');
        text.append(box[(i & 2) == 0 ? 1 : 4]).append(' ');
        text.append(box[(i & 4) == 0 ? 2 : 5]).append('\n');
      }
      int[][] faces = {
        {0, 2, 3, 1}, {4, 5, 7, 6}, {0, 1, 5, 4}, {2, 6, 7, 3}, {0, 4, 6, 2}, {1, 3, 7, 5}
      };
      for (int[] face : faces) {
        text.append('f');
        for (int corner : face) {
          text.append(' ').append(vertex + corner);
        }
        text.append('\n');
      }
      vertex += 8;
    }
    Path file = directory.resolve("gallows.obj");
    Files.writeString(file, text);
    return file;
  }

  /** A role in the legend of the layer sheet. */
  private Locator inLegend(String role) {
    return page.getByRole(
        AriaRole.BUTTON, new Page.GetByRoleOptions().setName(role).setExact(true));
  }

  @Test
  void supportAndPatternsAreSeenInTheLayerSheet() throws IOException {
    drop(gallows());
    button("All settings").click();
    Locator support = page.getByLabel("Support", new Page.GetByLabelOptions().setExact(true));
    support.selectOption("from the bed");
    Locator pattern =
        page.getByLabel("Infill pattern", new Page.GetByLabelOptions().setExact(true));
    assertThat(support).hasValue("from the bed");
    pattern.selectOption("honeycomb");
    assertThat(pattern).hasValue("honeycomb");
    named("Colour the lines by").selectOption("role");
    typeIntoLevel(10);
    assertThat(inLegend("support")).isVisible();
    assertThat(inLegend("outer wall")).isVisible();
    // The interface ends a layer below the arm, which begins at 7 mm with layer 36.
    typeIntoLevel(34);
    assertThat(inLegend("interface")).isVisible();
    typeIntoLevel(35);
    assertThat(inLegend("interface")).isHidden();
    page.keyboard().press("Control+z");
    assertThat(pattern).hasValue("lines");
    page.keyboard().press("Control+z");
    assertThat(support).hasValue("none");
    typeIntoLevel(10);
    assertThat(inLegend("support")).isHidden();
  }

  @Test
  void dropDivideAssignExportAndFindTheChangeInTheProgram() throws IOException {
    drop(block(12));
    typeIntoLevel(22);
    page.keyboard().press("d");
    assertThat(page.getByLabel("block, stratum 2, 4.2 mm to 12.0 mm, layers 22 to 60")).isVisible();
    // The part above is selected: it is what one colours next.
    assertThat(page.getByText("39 layers of 0.2 mm, 7.8 mm high")).isVisible();
    page.getByRole(AriaRole.RADIO, new Page.GetByRoleOptions().setName("Slot 2: Slate")).click();
    assertThat(page.getByTestId("totals")).containsText("1 change");
    computed();
    assertThat(page.getByLabel("Change to Slate before layer 22, at 4.2 mm")).isVisible();

    Download download = exported();
    assertThat(download.suggestedFilename()).isEqualTo("block_chalk+slate_pla_0.4mm_1-stop.gcode");
    changesAt(lines(download), 4.2);
  }

  /** Reads the program on its own: at the change everything below is printed, nothing above. */
  private static void changesAt(List<String> lines, double height) {
    double z = 0;
    List<Double> before = new ArrayList<>();
    List<Double> after = new ArrayList<>();
    boolean changed = false;
    for (String line : lines) {
      for (String word : line.split(" ")) {
        if (line.startsWith("G") && word.startsWith("Z")) {
          z = Double.parseDouble(word.substring(1));
        }
        if (line.startsWith("G1 X") && word.startsWith("E")) {
          (changed ? after : before).add(z);
        }
      }
      changed |= line.equals("M600");
    }
    assertThat(before.stream().max(Double::compare).orElseThrow()).isCloseTo(height, within(1e-6));
    assertThat(after.stream().min(Double::compare).orElseThrow())
        .isCloseTo(height + 0.2, within(1e-6));
  }

  @Test
  void theLevelMovesEverywhereByKeysWheelAndMouse() throws IOException {
    drop(block(10));
    Locator sheet = page.locator(".sheet[data-shown]").first();
    typeIntoLevel(13);
    assertThat(sheet).hasAttribute("data-shown", Pattern.compile(".*/13"));
    assertThat(page.locator(".model")).containsText("cut at 2.6 mm");
    Locator column = page.locator(".column svg");
    column.hover();
    page.mouse().wheel(0, -100);
    assertThat(level()).containsText("L14 · from 2.6 mm");
    BoundingBox box = column.boundingBox();
    page.mouse().click(box.x + 20, box.y + box.height - 14);
    assertThat(level()).containsText("L1 ");
    page.keyboard().press("End");
    assertThat(level()).containsText("L50 ");
    assertThat(sheet).hasAttribute("data-shown", Pattern.compile(".*/50"));
  }

  @Test
  void aBoundaryIsTypedDraggedAndTakenBack() throws IOException {
    drop(block(10));
    typeIntoLevel(20);
    button("Divide here").click();
    Locator boundary = page.getByLabel("Boundary of block");
    assertThat(boundary).hasAttribute("aria-valuetext", "3.8 mm, bottom of layer 20");
    computed();
    page.getByLabel("block, stratum 1, 0.0 mm to 3.8 mm, layers 1 to 19").click();
    typeInto("Top of the stratum", "L11");
    assertThat(boundary).hasAttribute("aria-valuetext", "2.0 mm, bottom of layer 11");
    typeInto("Top of the stratum", "5.1");
    assertThat(boundary).hasAttribute("aria-valuenow", "5.1");
    computed();

    typeInto("Top of the stratum", "44");
    assertThat(page.getByRole(AriaRole.ALERT)).containsText("44 mm lies outside the piece");
    assertThat(boundary).hasAttribute("aria-valuenow", "5.1");

    computed();
    BoundingBox at = boundary.boundingBox();
    page.mouse().move(at.x + at.width / 2, at.y + at.height / 2);
    page.mouse().down();
    page.mouse()
        .move(
            at.x + at.width / 2,
            at.y - 100,
            new com.microsoft.playwright.Mouse.MoveOptions().setSteps(5));
    page.mouse().up();
    shown(() -> Double.parseDouble(boundary.getAttribute("aria-valuenow")), height -> height > 5.5);

    button("Undo").click();
    assertThat(boundary).hasAttribute("aria-valuenow", "5.1");
    button("Redo").click();
    assertThat(boundary).not().hasAttribute("aria-valuenow", "5.1");
  }

  @Test
  void aStratumGetsItsSettingsAndKeepsThemOverAReloadAndARestart() throws IOException {
    drop(block(10));
    button("Equal parts …").click();
    page.getByRole(AriaRole.SPINBUTTON, new Page.GetByRoleOptions().setName("parts")).fill("4");
    page.getByRole(AriaRole.DIALOG)
        .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Divide").setExact(true))
        .click();
    assertThat(page.getByLabel(Pattern.compile("block, stratum 4, 7.5 mm"))).isVisible();
    page.getByLabel(Pattern.compile("block, stratum 3, ")).click();
    typeInto("Nozzle temperature", "225");
    typeInto("Walls", "3");
    typeInto("Layer height", "0.25");
    typeInto("Infill density", "40");
    typeInto("Fan", "50");
    computed();
    assertThat(page.getByLabel("Selected stratum")).containsText("10 layers of 0.25 mm");
    typeInto("Layer height", "0.6");
    assertThat(page.getByRole(AriaRole.ALERT)).containsText("0.6 is not possible");
    assertThat(page.getByLabel("Layer height", new Page.GetByLabelOptions().setExact(true)))
        .hasValue("0.25");

    application.restart();
    page.reload();
    computed();
    page.getByLabel(Pattern.compile("block, stratum 3, ")).click();
    assertThat(page.getByLabel("Nozzle temperature", new Page.GetByLabelOptions().setExact(true)))
        .hasValue("225");
    assertThat(page.getByLabel("Walls", new Page.GetByLabelOptions().setExact(true))).hasValue("3");
    assertThat(button("Undo")).isEnabled();
  }

  @Test
  void aStopIsPutBeforeALayer() throws IOException {
    drop(block(10));
    typeIntoLevel(30);
    page.keyboard().press("p");
    assertThat(page.getByLabel("Pause before layer 30, at 5.8 mm")).isVisible();
    assertThat(page.getByTestId("totals")).containsText("1 stop");
    page.keyboard().press("p");
    assertThat(page.getByLabel("Pause before layer 30, at 5.8 mm")).hasCount(0);
  }

  @Test
  void badFilesGetAnAnswerAndTheStartPageStays() throws IOException {
    Path letter = Files.writeString(directory.resolve("letter.stl"), "Dear planner");
    page.locator("input[type=file]").setInputFiles(letter);
    assertThat(page.getByRole(AriaRole.ALERT)).containsText("letter.stl");
    assertThat(page.getByText("Coast and lamp house")).isVisible();
  }

  @Test
  void theDemoPlansAreThereWithPicturesAndOpen() {
    Locator picture = page.getByAltText("Pieces of Coast and lamp house");
    assertThat(picture).isVisible();
    page.waitForCondition(
        () -> (Boolean) picture.evaluate("i => i.complete && i.naturalWidth > 0"));
    page.getByLabel("Open Coast and lamp house").click();
    computed();
    assertThat(page.getByTestId("totals")).containsText("11 changes");
    assertThat(page.locator(".model")).not().hasAttribute("data-shown", "");
    page.keyboard().press(".");
    assertThat(level()).containsText("from");
  }
}

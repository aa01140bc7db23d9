package org.stratonomy.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.mesh.TriangleSoup;

/** Stops, what the operator reads of them, and the machine that they happen on. */
class StopStory extends Story {
  /** A room of 20 × 20 mm from 2 to 10 mm, in a block of 30 × 30 × 12 mm. */
  private Path hollow() throws IOException {
    TriangleSoup soup = new TriangleSoup(24);
    addBox(soup, new double[] {0, 0, 0}, new double[] {30, 30, 12}, false);
    addBox(soup, new double[] {5, 5, 2}, new double[] {25, 25, 10}, true);
    return file("ballast box", soup);
  }

  private void stopAt(int layer) {
    typeIntoLevel(layer);
    button("Stop here").click();
    assertThat(page.getByText("Stop before L" + layer)).isVisible();
    computed();
  }

  @Test
  void aHollowIsFilledAtTheProposedHeightAndTheRunSheetSaysWhen() throws IOException {
    drop(hollow());
    stopAt(21);
    exactButton("filling").click();
    Locator filling = page.getByTestId("filling");
    assertThat(filling).containsText("opening 20.0 mm · 0.8 cm³ below · 1 g");
    assertThat(page.getByText("Longest bridge that closes it: 20")).isVisible();
    button("Stop at 9.8 mm instead").click();
    assertThat(page.getByText("This is the proposed height")).isVisible();
    assertThat(level()).containsText("L50 ");
    typeInto("Layers without fan", "4");
    button("Set these rules").click();
    assertThat(page.getByLabel("Rule sheet")).containsText("layers 50 to 53");
    typeInto("Note to the operator", "Pour sand");
    typeInto("Wait at X", "20");
    typeInto("Minutes that the operator takes", "10");
    computed();
    assertThat(page.getByTestId("totals")).containsText("1 stop");
    List<String> lines = export();
    int wait = lines.indexOf("M0");
    assertThat(lines.subList(wait - 7, wait))
        .anyMatch(line -> line.startsWith("G0 X20 Y200"))
        .contains("M117 Pour sand")
        .anyMatch(line -> line.contains("before layer 50, at 9.8 mm: filling; Pour sand"));

    button("Export").click();
    page.getByText("Run sheet to print").click();
    Locator sheet = page.getByTestId("run-sheet");
    assertThat(sheet).containsText("Pour sand");
    named("Start of the print").fill("2026-06-01T09:00");
    named("Start of the print").blur();
    assertThat(sheet).containsText("Mon 1 Jun, 09:00");
    assertThat(sheet.getByText(Pattern.compile("^(09|1[0-2]):[0-5][0-9]$")).first()).isVisible();
    assertThat(sheet).containsText("L50, 9.8 mm");
  }

  @Test
  void aMagnetIsPutInBeforeItIsCovered() throws IOException {
    drop(block(10));
    named("Add a region to block").selectOption("CYLINDER");
    computed();
    typeInto("Diameter, mm", "8");
    typeInto("Height, mm", "3");
    typeInto("Middle Z", "4.5");
    page.getByLabel("put in while it is printed").check();
    Locator found = button("1 finding");
    assertThat(found).isVisible();
    found.click();
    assertThat(finding("is covered without a stop")).isVisible();
    button("Stop at 6.0 mm").click();
    assertThat(button("0 findings")).isVisible();
    computed();
    assertThat(export()).anyMatch(line -> line.contains("before layer 31, at 6 mm: pause; Put in"));
  }

  @Test
  void aStopGoesOnWithAnotherFilament() throws IOException {
    drop(block(6));
    stopAt(16);
    page.getByLabel(Pattern.compile("Go on with .* in the whole plan")).nth(1).click();
    assertThat(page.getByText("until it is changed again")).isVisible();
    computed();
    assertThat(page.getByTestId("totals")).containsText("1 change");
    List<String> lines = export();
    int change = lines.indexOf("M600");
    assertThat(lines.subList(change - 6, change)).anyMatch(l -> l.contains("before layer 16"));
    exactButton("own commands").click();
    Locator field = named("Own commands, a line each");
    field.fill("M355 S1\nM118 half way");
    field.blur();
    computed();
    assertThat(export()).containsSequence("M355 S1", "M118 half way", "G21");
  }

  @Test
  void aMachineIsCopiedChangedAndPrinted() throws IOException {
    page.navigate(application.address() + "/shelf");
    exactButton("Copy").click();
    Locator name = named("Name");
    assertThat(name).hasValue(Pattern.compile("Workshop One, a copy"));
    name.fill("Bench Two");
    name.blur();
    assertThat(button("Bench Two")).isVisible();
    page.getByLabel(Pattern.compile("^Dialect")).selectOption("hand-pause");
    Locator bed = page.getByLabel(Pattern.compile("^Bed, X"));
    bed.fill("9");
    bed.blur();
    assertThat(page.getByText("Give a number from 10 to 5000 mm")).isVisible();
    assertThat(bed).hasValue("250");
    bed.fill("180");
    bed.blur();
    assertThat(page.getByText("180 × 210 mm")).isVisible();

    page.locator("summary").getByText("For a pause").click();
    Locator pause = named("Custom G-code: For a pause");
    pause.fill("M25 ; {{when}}");
    pause.blur();
    assertThat(page.getByText("They are no template: ")).isVisible();
    pause.fill("M25 ; layer {{layer}}");
    pause.blur();
    assertThat(button("Back to the dialect's")).isVisible();

    page.navigate(application.address());
    drop(block(4));
    chooseMachine("Bench Two");
    stopAt(11);
    assertThat(export())
        .contains("; machine: Bench Two, nozzle 0.4 mm")
        .containsSequence("M25 ; layer 11", "G21", "G90", "M83");

    String plan = page.url();
    page.navigate(application.address() + "/shelf");
    button("Bench Two").click();
    page.locator("summary").getByText("For a pause").click();
    pause.fill("M0 ; layer {{layer}}");
    pause.blur();
    assertThat(button("Back to the dialect's")).isVisible();
    page.navigate(plan);
    computed();
    button("Shelf changed").click();
    assertThat(page.getByText("Machine Bench Two")).isVisible();
    assertThat(page.getByText("For a pause")).isVisible();
    page.keyboard().press("Escape");
    assertThat(export()).contains("M25 ; layer 11");
    button("Shelf changed").click();
    button("Use what is on the shelf now").click();
    assertThat(button("Shelf changed")).hasCount(0);
    computed();
    assertThat(export()).contains("M0 ; layer 11").doesNotContain("M25 ; layer 11");
    chooseMachine("Workshop One");

    page.navigate(application.address() + "/shelf");
    button("Bench Two").click();
    exactButton("Remove").click();
    assertThat(button("Bench Two")).hasCount(0);
  }
}

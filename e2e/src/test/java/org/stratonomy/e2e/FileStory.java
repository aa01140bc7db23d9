package org.stratonomy.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.stratonomy.demo.DemoPlan;
import org.stratonomy.engine.document.StratFile;

/** From a model file to a program: the workshop's pieces, divided by hand. */
class FileStory extends Story {
  /** Drops the mesh of a demo plan as a file of its own, for a machine whose feeder changes. */
  private void dropMeshOf(StratFile plan) throws IOException {
    String name = plan.meshes().keySet().iterator().next();
    Path file = directory.resolve(name.replaceAll(".*/|#.*", ""));
    Files.write(file, plan.meshes().get(name));
    drop(file);
    chooseMachine("Workshop Four");
  }

  private void changesAreCounted() {
    assertThat(page.getByTestId("totals")).containsText(Pattern.compile("[1-9][0-9]* change"));
    computed();
  }

  @Test
  void aBracketGetsACoreWithSlabs() throws IOException {
    dropMeshOf(DemoPlan.boathouseBracket());
    page.getByLabel(Pattern.compile("Add a region to .*")).selectOption("CORE");
    assertThat(page.getByText("2 × 0.44 = 0.88 mm")).isVisible();
    filament(2).click();
    page.getByLabel(Pattern.compile("Add a region to .*")).selectOption("SLAB");
    assertThat(named("Layers of the slab, layers")).hasValue("3");
    filament(3).click();
    changesAreCounted();
    List<String> lines = export();
    assertThat(toolsAt(lines, "0.4")).containsExactly(0);
    assertThat(toolsAt(lines, "0.8")).containsExactly(0, 2);
    assertThat(toolsAt(lines, "8")).containsExactly(0, 1);
    assertThat(toolsAt(lines, "15.4")).containsExactly(0, 2);
    assertThat(toolsAt(lines, "16")).containsExactly(0);
  }

  @Test
  void aBadgeOfThreeBodiesGetsTheFilamentsThatLookLikeItsColours() throws IOException {
    dropMeshOf(DemoPlan.pathBadge());
    assertThat(button("Lettering body")).isVisible();
    button("Arrow body").click();
    assertThat(filament(4)).hasAttribute("aria-checked", "true");
    button("Disc body").click();
    assertThat(filament(2)).hasAttribute("aria-checked", "true");
    changesAreCounted();
    List<String> lines = export();
    assertThat(toolsAt(lines, "1")).containsExactly(1);
    assertThat(toolsAt(lines, "4.2")).containsExactly(3);
  }

  @Test
  void aChainIsSplitAndAlternates() throws IOException {
    dropMeshOf(DemoPlan.mooringChain());
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile(".* body")))
        .first()
        .click();
    button("Split into 9 shells").click();
    page.getByRole(
            AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile(".* 1 body")))
        .click();
    named("Slots to take in turn").fill("2 4");
    button("Take turns").click();
    changesAreCounted();
    assertThat(toolsAt(export(), "1")).containsExactly(1, 3);
  }

  @Test
  void aGullIsPaintedByHand() throws IOException {
    dropMeshOf(DemoPlan.gull());
    page.keyboard().press("End");
    page.getByLabel(Pattern.compile("Add a region to .*")).selectOption("PATCH");
    assertThat(page.getByText("Nothing is marked yet")).isVisible();
    filament(4).click();
    assertThat(filament(4)).hasAttribute("aria-checked", "true");
    computed();
    button("Ball").click();
    BoundingBox model = page.locator(".model canvas").boundingBox();
    double x = model.x + model.width / 2;
    double y = model.y + model.height / 2;
    page.mouse().move(x - 20, y - 5);
    page.mouse().down();
    for (int i = 1; i <= 6; i++) {
      page.mouse().move(x - 20 + 6 * i, y - 5);
    }
    page.mouse().up();
    assertThat(page.getByText(Pattern.compile("[0-9,]+ triangles are marked"))).isVisible();
    changesAreCounted();
    assertThat(export()).anyMatch(line -> line.matches("T3( .*)?"));
    page.keyboard().press("Control+z");
    assertThat(page.getByText("Nothing is marked yet")).isVisible();
  }
}

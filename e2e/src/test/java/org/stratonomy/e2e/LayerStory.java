package org.stratonomy.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.assertions.LocatorAssertions.ContainsTextOptions;
import java.io.IOException;
import java.util.List;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Looking closely at one layer, in the real application. */
class LayerStory extends Story {
  private static final Pattern AT = Pattern.compile("X (-?[0-9.]+) Y (-?[0-9.]+)");
  private static final Pattern FEED = Pattern.compile("^G1 .*F([0-9.]+)");

  @Test
  void theScaleOfSpeedsIsThatOfTheProgram() throws IOException {
    drop(block(4));
    typeIntoLevel(8);
    named("Colour the lines by").selectOption("speed");
    Locator scale = page.getByLabel("Scale of speed in this layer");
    assertThat(scale).containsText("mm/s");
    TreeSet<Long> speeds = speeds(export(), 8);
    assertThat(scale.locator(".ends span"))
        .hasText(new String[] {String.valueOf(speeds.first()), String.valueOf(speeds.last())});
  }

  @Test
  void linesAreFollowedInTheirOrder() throws IOException {
    drop(block(4));
    typeIntoLevel(8);
    exactButton("In order").click();
    Locator bar = page.getByLabel("The lines of the layer in their order");
    Locator slider = named("Lines shown");
    int all = shown(() -> Integer.parseInt(slider.inputValue()), lines -> lines > 1);
    slider.fill("1");
    assertThat(bar).containsText("1 of " + all + " lines");
    assertThat(bar).containsText("wall");
    slider.press("ArrowRight");
    assertThat(bar).containsText("2 of " + all + " lines");
    named("Play").click();
    assertThat(named("Pause")).isVisible();
    assertThat(bar).containsText(all + " of " + all, new ContainsTextOptions().setTimeout(30_000));
    assertThat(named("Play")).isVisible();
    typeIntoLevel(9);
    assertThat(bar).containsText("lines");
    assertThat(slider).not().hasValue("0");
  }

  @Test
  void hiddenRolesAreToldWhateverTheColours() throws IOException {
    drop(block(4));
    typeIntoLevel(8);
    named("Colour the lines by").selectOption("role");
    Locator roles = page.getByLabel("Roles in this layer");
    roles.getByText("outer wall").click();
    named("Colour the lines by").selectOption("flow");
    Locator shown = page.getByText("without outer wall · show");
    assertThat(shown).isVisible();
    shown.click();
    assertThat(shown).isHidden();
  }

  @Test
  void theModelShowsTheLines() throws IOException {
    drop(block(4));
    assertThat(page.getByTestId("model-lines")).hasCount(0);
    exactButton("Lines").click();
    Locator lines = page.getByTestId("model-lines");
    assertThat(lines).not().hasAttribute("data-pieces", "0");
    computed();
    int outside = pieces(lines);
    named("Colour the lines of the model by").selectOption("role");
    page.getByLabel("Roles in all layers").getByText("skirt").click();
    // With a role left out one may look inside: now all others are there.
    shown(() -> pieces(lines), inside -> inside > outside);
    named("Colour the lines of the model by").selectOption("layerTime");
    assertThat(page.getByLabel("Scale of layer time in all layers")).containsText("layer time");
    exactButton("Alone").click();
    assertThat(lines.getByLabel("Scale of layer time in this layer")).containsText("everywhere");
    exactButton("Travel in the model").click();
    assertThat(exactButton("Travel").last()).hasAttribute("aria-pressed", "true");
    exactButton("Lines").click();
    assertThat(lines).hasCount(0);
  }

  @Test
  void distancesAreMeasured() throws IOException {
    drop(block(4));
    Locator sheet = page.getByLabel(Pattern.compile("^Toolpaths of layer"));
    exactButton("Measure").click();
    double[] from = clickAt(sheet, 60, 120);
    double[] to = clickAt(sheet, 130, 160);
    double mm = Math.hypot(to[0] - from[0], to[1] - from[1]);
    Locator said = page.getByTestId("measured").locator("strong");
    shown(
        () -> Double.parseDouble(said.innerText().replace(" mm", "")),
        measured -> Math.abs(measured - mm) < 0.15);
    exactButton("Measure").click();
    assertThat(page.getByTestId("measured")).hasCount(0);
  }

  /** Of how many pieces the lines in the model are made. */
  private static int pieces(Locator lines) {
    return Integer.parseInt(lines.getAttribute("data-pieces"));
  }

  /** Clicks on a place of the sheet, and says where that is on the bed, mm. */
  private double[] clickAt(Locator sheet, double x, double y) {
    Locator probe = page.locator(".probe");
    String before = probe.count() == 0 ? "" : probe.innerText();
    sheet.click(new Locator.ClickOptions().setPosition(x, y));
    Matcher place =
        shown(
            () -> AT.matcher(probe.count() == 0 ? "" : probe.innerText()),
            found -> found.find() && !before.contains(found.group()));
    return new double[] {
      Double.parseDouble(place.group(1)), Double.parseDouble(place.group(2)),
    };
  }

  /** The speeds at which a layer of the program lays lines, mm/s. */
  private static TreeSet<Long> speeds(List<String> program, int layer) {
    TreeSet<Long> speeds = new TreeSet<>();
    int from = firstAfter(program, "; layer " + layer, 0);
    int to = firstAfter(program, "; layer " + (layer + 1), from);
    double feed = 0;
    for (String line : program.subList(from, to)) {
      Matcher matcher = FEED.matcher(line);
      if (matcher.find()) {
        feed = Double.parseDouble(matcher.group(1));
      }
      if (line.startsWith("G1 ") && line.contains(" E") && line.matches(".* [XY].*")) {
        speeds.add(Math.round(feed / 60));
      }
    }
    return speeds;
  }
}
